import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { mattersInHand } from './queries.ts';
import type { Scope } from './queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';
import { findMatters } from '../matters/queries.ts';
import { readerFor } from '../messages/readerFor.ts';

/** Matters looked through for near days: those in hand, the latest first. */
const MATTERS_IN_HAND = 200;

export interface DayInHand {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
  readonly path: string;
  readonly label: string;
  readonly date: PlainDate;
}

/** Every key date and calculated day of the matters in hand. */
export async function daysInHand(
  office: Office,
  person: Account,
  scope: Scope,
  settings: PracticeSettings,
): Promise<readonly DayInHand[]> {
  const ids = await mattersInHand(office.db, scope, MATTERS_IN_HAND);
  const closing = await closingStages(office.db);
  const matters = (await findMatters(office.db, ids, person.id)).filter(
    ({ type, stage }) => !closing.has(`${type.id} ${stage}`),
  );
  return matters.flatMap((matter) => {
    const reader = readerFor(matter, person, settings, [], office.now());
    const { id, reference, title, type } = matter;
    return [
      ...type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label })),
      ...type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
    ].flatMap(({ path, label }) => {
      const value = reader.read(path);
      return value?.kind === 'date'
        ? [{ matterId: id, reference, title, path, label, date: value.date }]
        : [];
    });
  });
}
