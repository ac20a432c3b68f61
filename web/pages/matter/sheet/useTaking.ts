import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import type { ClipboardEvent } from 'react';
import type { Message } from '../../../../contract/messages.ts';
import type { Offers } from '../../../../contract/recipients.ts';
import { isPartOfName } from '../../../../core/model/words.ts';
import { canReach } from '../../../../core/recipients/reach.ts';
import { useLazyOffersQuery, useOffersQuery } from '../../../api/recipients.ts';
import { readAddresses } from './readAddresses.ts';

type Recipients = Message['to'];

interface Line {
  readonly channel: Message['channel'];
  readonly recipients: Recipients;
  /** Everybody who stands on one of the message's lines. */
  readonly taken: Recipients;
  readonly matterId: string;
  readonly onChange: (recipients: Recipients) => void;
}

const recipientOf = ({ name, address, contactId, roles }: Offers['people'][number]): Recipients[number] => ({
  name,
  address,
  contactId,
  roles,
});

/** Whom an option of the list stands for. */
function chosenBy(value: string, { people, groups, roles }: Omit<Offers, 'unreached'>): Recipients {
  const group = groups.find(({ id }) => `group ${id}` === value);
  if (group) return group.members.map((member) => ({ ...member, roles: [] }));
  const role = roles.find((one) => `role ${one.role}` === value);
  return role ? role.members : people.filter(({ address }) => address === value).map(recipientOf);
}

/** A whole address is meant as it stands; a name may be anybody's, and is not guessed at when a message is to leave. */
const isWhole = (channel: Line['channel'], typed: string): boolean =>
  canReach(channel, typed.trim()) || (channel === 'email' && readAddresses(typed).length > 0);

/** Taking people onto a line: by what is typed or pasted, and by what is offered for it. Nobody stands there twice. */
export function useTaking({ channel, recipients, taken, matterId, onChange }: Line, onTaken: () => void) {
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState(false);
  const [words] = useDebouncedValue(typed, 80);
  const { data } = useOffersQuery({ matterId, words, channel }, { skip: !asked });
  const [ask] = useLazyOffersQuery();
  const isTaken = (address: string): boolean =>
    taken.some((one) => one.address.toLowerCase() === address.toLowerCase());
  const people = (data?.people ?? []).filter(({ address }) => !isTaken(address));
  const { groups = [], unreached = [] } = data ?? {};
  const roles = (data?.roles ?? []).filter(({ members }) => members.some(({ address }) => !isTaken(address)));

  const add = (found: Recipients): void => {
    const fresh = found.filter(({ address }) => !isTaken(address));
    if (fresh.length > 0) onChange([...recipients, ...fresh]);
    setTyped('');
    onTaken();
  };
  const addTyped = (): void => {
    const text = typed.trim();
    if (text === '') return;
    const read = channel === 'email' ? readAddresses(text) : [];
    add(read.length > 0 ? read : [{ name: '', address: text, roles: [] }]);
  };
  return {
    typed,
    setTyped,
    people,
    groups,
    roles,
    unreached,
    addTyped,
    isWhole: isWhole(channel, typed),
    look: setAsked.bind(null, true),
    submit: (value: string): void => {
      add(chosenBy(value, { people, groups, roles }));
    },
    /**
     * Whoever presses Enter on a name means the first whom these very letters find, not what was offered before them; on
     * the name of a role, all who hold it.
     */
    addNamed: async (field: HTMLInputElement): Promise<void> => {
      const question = { matterId, words: typed, channel };
      const found = await ask(question, true)
        .unwrap()
        .catch(() => undefined);
      if (field.value !== question.words) return;
      const [role] = found?.roles ?? [];
      if (role && !found?.people.some(({ name }) => isPartOfName(question.words, name))) {
        add(role.members);
        return;
      }
      const first = found?.people.find(({ address }) => !isTaken(address));
      if (first) add([recipientOf(first)]);
      else addTyped();
    },
    paste: (event: ClipboardEvent<HTMLInputElement>): void => {
      const found = channel === 'email' ? readAddresses(event.clipboardData.getData('text')) : [];
      if (found.length === 0 || (found.length === 1 && typed !== '')) return;
      event.preventDefault();
      add(found);
    },
  };
}
