import type { PlainDate } from '../model/plainDate.ts';

/** What has become of a page since it was made. */
export interface PageLife {
  /** The last day on which it can be answered, in the practice's zone. */
  readonly untilDay: PlainDate;
  /** What was sent cannot be put right. */
  readonly once: boolean;
  readonly answeredUtc: number | null;
  readonly withdrawnUtc: number | null;
}

/** `open` nobody answered yet · `mendable` answered, and can be put right · `answered` for good · `over` its day has passed. */
export type PageState = 'open' | 'mendable' | 'answered' | 'over' | 'withdrawn';

export function pageState(life: PageLife, today: PlainDate): PageState {
  if (life.withdrawnUtc !== null) return 'withdrawn';
  const isOver = today > life.untilDay;
  if (life.answeredUtc === null) return isOver ? 'over' : 'open';
  return life.once || isOver ? 'answered' : 'mendable';
}

/** Whether it takes answers now. */
export const takesAnswers = (state: PageState): boolean => state === 'open' || state === 'mendable';
