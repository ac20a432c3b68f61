import type { TemplateId } from '../model/ids.ts';
import type { Readiness } from './readiness.ts';

/** Something on the matter that asks for a template of its kind now. */
export type DueReason =
  /** A follow-up is due, and this is what chases. */
  | { readonly kind: 'followUp'; readonly what: string }
  /** A day that the template speaks of is near. */
  | { readonly kind: 'dateNear'; readonly label: string; readonly days: number };

/** What is known of a template's use when it is placed on the shelf. Counts are of the practice's own history. */
export interface TemplateUse {
  /** How often it followed, on this type of matter, what was last sent here; and how often anything did. */
  readonly followed: number;
  readonly followedOf: number;
  /** How often it was sent at the stage this matter is in; and how often anything was. */
  readonly atStage: number;
  readonly atStageOf: number;
  /** This person's uses, and the days since the last. */
  readonly usedByPerson: number;
  readonly daysSinceUse: number | undefined;
  /** Whether it was sent on this matter before. */
  readonly sentHere: boolean;
  readonly due?: DueReason;
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

/** How much each kind of evidence counts for; found by trying over a seeded history, and printed against in the bench. */
const WEIGHTS = { follows: 10, stage: 4, habit: 0.35 } as const;
/** A follow-up that is due was asked for by a person; a day that is near only suggests itself. */
const DUE_WEIGHTS: Readonly<Record<DueReason['kind'], number>> = { followUp: 8, dateNear: 2 };

/** Laplace's rule keeps a single coincidence from looking like a certainty. */
const share = (count: number, of: number): number => (count + 0.1) / (of + 2);

/** What speaks for a template, each part from 0 up. */
function evidence(use: TemplateUse): Readonly<Record<keyof typeof WEIGHTS | 'due', number>> {
  const fading = use.daysSinceUse === undefined ? 0 : 0.5 ** (use.daysSinceUse / HALF_LIFE_DAYS);
  return {
    follows: WEIGHTS.follows * share(use.followed, use.followedOf),
    stage: WEIGHTS.stage * share(use.atStage, use.atStageOf),
    habit: WEIGHTS.habit * Math.log2(1 + use.usedByPerson) * fading,
    due: use.due ? DUE_WEIGHTS[use.due.kind] : 0,
  };
}

/** A score from 0 up: what is due, what usually comes next, what the stage asks for, then the person's own habit. */
export function likelihood(use: TemplateUse): number {
  const { follows, stage, habit, due } = evidence(use);
  return (follows + stage + habit) * (use.sentHere ? SENT_HERE_WEIGHT : 1) + due;
}

/** What speaks most for a template where it stands, for saying so; undefined where nothing does. */
export function strongestReason(use: TemplateUse): 'due' | 'follows' | 'stage' | 'habit' | undefined {
  if (use.due) return 'due';
  const { follows, stage, habit } = evidence(use);
  const told = [
    ...(use.followed > 0 ? [['follows', follows] as const] : []),
    ...(use.atStage > 0 ? [['stage', stage] as const] : []),
    ...(use.usedByPerson > 0 ? [['habit', habit] as const] : []),
  ];
  return told.reduce<(typeof told)[number] | undefined>(
    (best, one) => (best && best[1] >= one[1] ? best : one),
    undefined,
  )?.[0];
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
