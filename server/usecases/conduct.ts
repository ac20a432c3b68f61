import type { Person } from '../../core/model/matter.ts';
import type { Conduct } from '../../core/template/template.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import type { PracticeSettings } from '../repositories/settings.ts';

/** Whom a message goes out under. Where the practice has no address of its own, the writer's serves. */
export function senderOf(
  sender: Conduct['sender'],
  writer: Person,
  { responsible }: StoredMatter,
  { practice, practiceEmail }: PracticeSettings,
): { readonly name: string; readonly address: string } {
  switch (sender) {
    case undefined:
      return { name: writer.name, address: writer.email };
    case 'responsible':
      return { name: responsible.name, address: responsible.email };
    case 'practice':
      return practiceEmail === ''
        ? { name: writer.name, address: writer.email }
        : { name: practice.name, address: practiceEmail };
    default:
      return sender satisfies never;
  }
}
