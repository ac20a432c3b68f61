import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Services } from '../platform/services.ts';
import { mattersInHand } from './queries.ts';
import type { Whose } from './queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';
import { findMatters } from '../matters/queries.ts';
import { readerFor } from '../matters/readerFor.ts';
import type { PersonScope } from '../access/scope.ts';

/** Matters looked through for near days: those in hand, the latest first. */
const MATTERS_IN_HAND = 200;

export interface DayInHand {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
  readonly typeId: string;
  readonly path: string;
  readonly label: string;
  readonly date: PlainDate;
}

/** Every key date and calculated day of the matters in hand. */
export async function daysInHand(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  whose: Whose,
  settings: PracticeSettings,
): Promise<readonly DayInHand[]> {
  const ids = await mattersInHand(scope, whose, MATTERS_IN_HAND);
  const closing = await closingStages(scope);
  const matters = (await findMatters(scope, ids)).filter(
    ({ type, stage }) => !closing.has(`${type.id} ${stage}`),
  );
  return matters.flatMap((matter) => {
    const reader = readerFor(matter, scope.actor, settings, [], services.now());
    const { id, reference, title, type } = matter;
    return [
      ...type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label })),
      ...type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
    ].flatMap(({ path, label }) => {
      const value = reader.read(path);
      return value?.kind === 'date'
        ? [{ matterId: id, reference, title, typeId: type.id, path, label, date: value.date }]
        : [];
    });
  });
}
