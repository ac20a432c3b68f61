import type { MatterRecord, Person } from '../../core/model/matter.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { fieldReader } from '../../core/merge/fieldReader.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';

/** Reads a matter's fields as they stand at an instant: that of leaving, where one is known. */
export function readerFor(
  record: MatterRecord,
  sender: Person,
  settings: PracticeSettings,
  greeted: readonly Contact[],
  atUtc: number,
  signature: readonly BlockNode[] = [],
): FieldReader {
  const { date, hour } = zonedTime(settings.timeZone, atUtc);
  const calendar = calendarOf(settings);
  const { practice } = settings;
  return fieldReader({ record, sender, practice, calendar, greeted, today: date, hour, signature });
}
