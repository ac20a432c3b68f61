import type { Channel } from '../model/channel.ts';
import type { Mailbox } from '../model/mailbox.ts';
import { addressKey } from '../recipients/address.ts';
import { onceEach } from '../recipients/onceEach.ts';
import { recipientOf, resolveRecipients } from '../recipients/recipients.ts';
import type { Recipient, Recipients } from '../recipients/recipients.ts';
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
function answerTo(input: ComposeInput, { entry, how }: TakenUp, others: Recipients): Recipients {
  const { record, contacts, channel, practice } = input;
  if (how === 'forward') return { to: [], cc: [], bcc: [] };
  const cameBy = channelOf(entry);
  const known = (people: readonly Mailbox[]): readonly Recipient[] => {
    const holders = typedRecipients(people, record, contacts, cameBy);
    return cameBy === channel ? holders : reachedBy(holders, input);
  };
  const first = firstOf(entry);
  if (how === 'sender') return { ...others, to: known(first) };
  const { to, cc } = entry.people;
  const settled = new Set(first.map(({ address }) => addressKey(address)));
  const rest = [...(entry.direction === 'in' ? to : []), ...cc].filter(
    ({ address }) => !practice.ownAddresses.has(addressKey(address)) && !settled.has(addressKey(address)),
  );
  return { ...others, to: known(first), cc: known(rest) };
}

/** The channel whose addresses an entry's people have. */
export const channelOf = ({ channel }: Pick<TakenUp['entry'], 'channel'>): Channel =>
  channel === 'text' || channel === 'letter' ? channel : 'email';

/** The same people by another channel, as far as they are known and have an address of its kind. */
const reachedBy = (
  holders: readonly Recipient[],
  { record, contacts, channel }: ComposeInput,
): readonly Recipient[] => {
  const byId = new Map(
    [...contacts, ...record.parties.map(({ contact }) => contact)].map((one) => [one.id, one]),
  );
  return holders.flatMap(({ contactId }) => {
    const contact = contactId && byId.get(contactId);
    return (contact && recipientOf(contact, record, undefined, channel)) || [];
  });
};

const firstOf = ({ direction, people }: TakenUp['entry']): readonly Mailbox[] =>
  direction === 'in' ? [people.from] : people.to;

/** Every address that taking an entry up may write to: what the directory is asked for beforehand. */
export const addressesTakenUp = ({ how, entry }: Pick<TakenUp, 'how' | 'entry'>): readonly string[] =>
  how === 'forward'
    ? []
    : [entry.people.from, ...entry.people.to, ...entry.people.cc].map(({ address }) => address);
