import type { Mailbox } from '../model/mailbox.ts';
import { addressKey } from '../recipients/address.ts';
import { onceEach } from '../recipients/onceEach.ts';
import { recipientOf, resolveRecipients } from '../recipients/recipients.ts';
import type { Recipients } from '../recipients/recipients.ts';
import type { ComposeInput, TakenUp } from './input.ts';
import { typedRecipients } from './typedRecipients.ts';

/** Whom a message goes to: those the writer pointed at, whoever is answered, or those the template names; each once. */
export function recipientsFor(input: ComposeInput): Recipients {
  const { record, contacts, chosen = [], channel } = input;
  const people = new Set(
    [...record.parties.map(({ contact }) => contact), ...contacts, ...chosen].flatMap(({ id, kind }) =>
      kind === 'person' ? id : [],
    ),
  );
  return onceEach(
    meantBy(input),
    channel,
    ({ contactId }) => contactId !== undefined && people.has(contactId),
  );
}

function meantBy(input: ComposeInput): Recipients {
  const { program, record, channel, chosen, takenUp } = input;
  const { recipients } = resolveRecipients(program.content.recipients, record, channel);
  if (chosen)
    return {
      ...recipients,
      to: chosen.flatMap((contact) => recipientOf(contact, record, undefined, channel) ?? []),
    };
  return takenUp ? answerTo(input, takenUp, recipients) : recipients;
}

/**
 * An answer goes to whoever wrote, one to everybody also to those who read it with us, and one to our own message to
 * those it went to. Passing on begins with nobody: who is to read it is the writer's to say.
 */
function answerTo(
  { record, contacts, channel, practice }: ComposeInput,
  { entry, how }: TakenUp,
  others: Recipients,
): Recipients {
  if (how === 'forward') return { to: [], cc: [], bcc: [] };
  const known = (people: readonly Mailbox[]) => typedRecipients(people, record, contacts, channel);
  const first = firstOf(entry);
  if (how === 'sender') return { ...others, to: known(first) };
  const { to, cc } = entry.people;
  const settled = new Set(first.map(({ address }) => addressKey(address)));
  const rest = [...(entry.direction === 'in' ? to : []), ...cc].filter(
    ({ address }) => !practice.ownAddresses.has(addressKey(address)) && !settled.has(addressKey(address)),
  );
  return { ...others, to: known(first), cc: known(rest) };
}

const firstOf = ({ direction, people }: TakenUp['entry']): readonly Mailbox[] =>
  direction === 'in' ? [people.from] : people.to;

/** Every address that taking an entry up may write to: what the directory is asked for beforehand. */
export const addressesTakenUp = ({ how, entry }: Pick<TakenUp, 'how' | 'entry'>): readonly string[] =>
  how === 'forward'
    ? []
    : [entry.people.from, ...entry.people.to, ...entry.people.cc].map(({ address }) => address);
