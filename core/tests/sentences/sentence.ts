/** What a sentence should be remarked on for. Several codes of notes are one fault to the person who made it. */
export type Fault =
  'amount' | 'weekday' | 'past' | 'closed' | 'noSuchDay' | 'enclosure' | 'otherMatter' | 'greeting' | 'gap';

export const TRADES = ['survey', 'estate', 'accounts', 'planning', 'letting'] as const;
export type Trade = (typeof TRADES)[number];

/** A paragraph as somebody would write it, with what is wrong with it; a clean one has no faults. */
export interface LabelledSentence {
  readonly trade: Trade;
  readonly text: string;
  readonly faults: readonly Fault[];
  /** Whom it is written to, by name, where it is not the matter's client alone. */
  readonly to?: readonly string[];
}

/** Sentences of one trade, each with its faults behind it: `['Our fee is £1,008.00 plus tax.', 'amount']`. */
export const inTrade = (
  trade: Trade,
  rows: readonly (readonly [string, ...Fault[]])[],
  to?: readonly string[],
): readonly LabelledSentence[] =>
  rows.map(([text, ...faults]) => (to ? { trade, text, faults, to } : { trade, text, faults }));
