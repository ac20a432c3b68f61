import type { MatterDetail } from '../../../contract/matters.ts';
import { plural } from './wording.ts';

type KeyDate = MatterDetail['dateline']['keyDates'][number];

/** Working days within which a coming date stands out. */
const NEAR_DAYS = 5;

export type Nearness = 'past' | 'near' | 'far';

export function nearness({ date, workingDaysLeft }: KeyDate, today: string): Nearness {
  if (date < today) return 'past';
  return workingDaysLeft <= NEAR_DAYS ? 'near' : 'far';
}

/** `today`, `in 2 working days`; nothing for what is past or far, where the date itself says enough. */
export function leftWords(keyDate: KeyDate, today: string): string {
  if (keyDate.date === today) return 'today';
  return nearness(keyDate, today) === 'near' ? `in ${plural(keyDate.workingDaysLeft, 'working day')}` : '';
}
