import type { Mailbox } from '../model/mailbox.ts';
import type { PersonId } from '../model/ids.ts';
import type { MatterRecord, Person, Practice, Writer } from '../model/matter.ts';
import type { SenderChoice } from '../model/sender.ts';

/** A sender of the practice's own (accounts, reports); templates name it by its key. */
export interface NamedSender extends Mailbox {
  readonly key: string;
}

/** A name and address that a message can go out under, with what chooses it; without a choice, whoever writes. */
export interface PossibleSender extends Mailbox {
  readonly choice: SenderChoice | null;
}

interface SendersOf {
  readonly practice: Practice;
  readonly practiceEmail: string;
  readonly senders: readonly NamedSender[];
}

/** Everybody that a message on a matter can go out under: the writer first. */
export function sendersFor(
  writer: Writer,
  { responsible }: Pick<MatterRecord, 'responsible'>,
  { practice, practiceEmail, senders }: SendersOf,
): readonly PossibleSender[] {
  return [
    { choice: null, name: writer.name, address: writer.email },
    { choice: 'responsible', name: responsible.name, address: responsible.email },
    // Where the practice has no address of its own, the writer's serves.
    practiceEmail === ''
      ? { choice: 'practice', name: writer.name, address: writer.email }
      : { choice: 'practice', name: practice.name, address: practiceEmail },
    ...(writer.writesFor ?? []).map(({ id, name, email }) => ({
      choice: `person:${id}` as const,
      name,
      address: email,
    })),
    ...senders.map(({ key, name, address }) => ({ choice: `sender:${key}` as const, name, address })),
  ];
}

/**
 * Whom a message goes out under. A sender that the practice no longer has gives no address, which keeps the message from
 * going under another.
 */
export function senderOf(
  choice: SenderChoice | undefined,
  writer: Writer,
  record: Pick<MatterRecord, 'responsible'>,
  practice: SendersOf,
): Mailbox {
  const found = sendersFor(writer, record, practice).find((one) => one.choice === (choice ?? null));
  const { name, address } = found ?? { name: 'A sender that is gone', address: '' };
  return { name, address };
}

/** Who signs what goes out under a sender. */
export interface Signer {
  /** As fields read them: a sender of the practice's own has its name, its address and the practice's telephone. */
  readonly person: Person;
  /** Whose default signature it bears; none where a sender of the practice's own signs plainly. */
  readonly signatureOf: PersonId | undefined;
}

/** The signature follows the sender: what goes out under another, or under the practice's own, is signed by that one. */
export function signerFor(
  choice: SenderChoice | undefined,
  writer: Writer,
  record: Pick<MatterRecord, 'responsible'>,
  practice: SendersOf,
): Signer {
  if (choice === undefined) return { person: writer, signatureOf: writer.id };
  if (choice === 'responsible') return { person: record.responsible, signatureOf: record.responsible.id };
  const lent = (writer.writesFor ?? []).find(({ id }) => choice === `person:${id}`);
  if (lent) return { person: lent, signatureOf: lent.id };
  const { name, address } = senderOf(choice, writer, record, practice);
  // Where the practice has no address of its own the writer's serves; one that is gone signs nothing else.
  if (address === writer.email || address === '') return { person: writer, signatureOf: writer.id };
  const { phone } = practice.practice;
  return { person: { id: writer.id, name, email: address, position: '', phone }, signatureOf: undefined };
}
