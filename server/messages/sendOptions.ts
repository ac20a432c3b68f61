import type { Person } from '../../core/model/matter.ts';
import type { SenderChoice } from '../../core/model/sender.ts';
import type { Conduct } from '../../core/template/template.ts';
import type { StoredMatter } from '../matters/queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';

/** A name and address that a message can go out under, with what chooses it; without a choice, whoever writes. */
interface PossibleSender {
  readonly choice: SenderChoice | null;
  readonly name: string;
  readonly address: string;
}

/** Everybody that a message on a matter can go out under: the writer first. */
export function sendersFor(
  writer: Person,
  { responsible }: StoredMatter,
  { practice, practiceEmail, senders }: PracticeSettings,
): readonly PossibleSender[] {
  return [
    { choice: null, name: writer.name, address: writer.email },
    { choice: 'responsible', name: responsible.name, address: responsible.email },
    // Where the practice has no address of its own, the writer's serves.
    practiceEmail === ''
      ? { choice: 'practice', name: writer.name, address: writer.email }
      : { choice: 'practice', name: practice.name, address: practiceEmail },
    ...senders.map(({ key, name, address }) => ({ choice: `sender:${key}` as const, name, address })),
  ];
}

/**
 * Whom a message goes out under. A sender that the practice no longer has gives no address, which keeps the message from
 * going under another.
 */
export function senderOf(
  sender: Conduct['sender'],
  writer: Person,
  matter: StoredMatter,
  settings: PracticeSettings,
): { readonly name: string; readonly address: string } {
  const found = sendersFor(writer, matter, settings).find(({ choice }) => choice === (sender ?? null));
  const { name, address } = found ?? { name: 'A sender that is gone', address: '' };
  return { name, address };
}
