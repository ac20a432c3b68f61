import type { TemplateId } from '../model/ids.ts';
import type { Readiness } from './readiness.ts';

/** What is known of a template's use when it is placed on the shelf. Counts are of the practice's own history. */
export interface TemplateUse {
  /** How often it followed, on this type of matter, what was last sent here; and how often anything did. */
  readonly followed: number;
  readonly followedOf: number;
  /** This person's uses, and the days since the last. */
  readonly usedByPerson: number;
  readonly daysSinceUse: number | undefined;
  /** Whether it was sent on this matter before. */
  readonly sentHere: boolean;
}

export interface ShelfItem {
  readonly templateId: TemplateId;
  readonly name: string;
  readonly readiness: Readiness;
  readonly use: TemplateUse;
}

/** Uses fade by half in this time, so that last year's habit does not outrank this month's. */
const HALF_LIFE_DAYS = 30;
/** What was sent here already is less likely to be wanted again, though chasers are. */
const SENT_HERE_WEIGHT = 0.6;

const READINESS_RANK: Readonly<Record<Readiness['kind'], number>> = { ready: 0, blanks: 0, unavailable: 1 };

/** A score from 0 up: mostly what usually comes next, then the person's own habit. */
export function likelihood({
  followed,
  followedOf,
  usedByPerson,
  daysSinceUse,
  sentHere,
}: TemplateUse): number {
  // Laplace's rule keeps a single coincidence from looking like a certainty.
  const next = (followed + 0.1) / (followedOf + 2);
  const fading = daysSinceUse === undefined ? 0 : 0.5 ** (daysSinceUse / HALF_LIFE_DAYS);
  const habit = Math.log2(1 + usedByPerson) * fading;
  return (next * 10 + habit) * (sentHere ? SENT_HERE_WEIGHT : 1);
}

/** Best first: what can be started before what cannot, then by likelihood, then by name. */
export function orderShelf<T extends ShelfItem>(items: readonly T[]): readonly T[] {
  return items
    .map((item) => ({ item, score: likelihood(item.use) }))
    .sort(
      (a, b) =>
        READINESS_RANK[a.item.readiness.kind] - READINESS_RANK[b.item.readiness.kind] ||
        b.score - a.score ||
        (a.item.name < b.item.name ? -1 : 1),
    )
    .map(({ item }) => item);
}
