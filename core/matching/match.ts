import type { MatterId } from '../model/ids.ts';
import { automatic } from './automatic.ts';
import { closed } from './closed.ts';
import { speaksOfAnother } from './speaksOfAnother.ts';
import type { Evidence, Signal } from './evidence.ts';
import { filingAddress } from './filingAddress.ts';
import type { MatchFacts } from './matchInput.ts';
import { matchInput } from './matchInput.ts';
import type { IncomingMail } from './incomingMail.ts';
import { names } from './names.ts';
import { otherParty } from './otherParty.ts';
import { party } from './party.ts';
import { wroteBefore } from './wroteBefore.ts';
import { reference } from './reference.ts';
import { subject } from './subject.ts';
import { thread } from './thread.ts';

/** Every signal there is. A new one is a file and a line here. */
const SIGNALS: readonly Signal[] = [
  filingAddress,
  thread,
  reference,
  party,
  otherParty,
  wroteBefore,
  names,
  subject,
  speaksOfAnother,
  closed,
  automatic,
];

/** Log-odds of a matter of which nothing is known against the message belonging to none. */
const PRIOR = -4;

/** A matter that a message may belong to, with how likely it is (0–1, over all candidates and none) and why. */
export interface Suggestion {
  readonly matterId: MatterId;
  readonly likelihood: number;
  readonly reasons: readonly Evidence[];
}

/** Candidates with less are not worth showing. */
const LEAST = 0.01;
const MOST_SUGGESTED = 5;

/**
 * The matters a message may belong to, likeliest first. Weights add up as log-odds; a softmax over the candidates and
 * "none of them" makes them chances, so that two equal candidates are never sure. Measured by the bench over a labelled
 * stream, in bands.
 */
export function matchMail(
  mail: IncomingMail,
  facts: MatchFacts,
  own: ReadonlySet<string>,
): readonly Suggestion[] {
  const input = matchInput(mail, facts, own);
  const scored = [...facts.matters.values()].map((matter) => {
    const reasons = SIGNALS.flatMap((signal) => signal(input, matter) ?? []);
    return { matterId: matter.id, reasons, score: reasons.reduce((sum, { weight }) => sum + weight, PRIOR) };
  });
  const all = scored.reduce((sum, { score }) => sum + Math.exp(score), 1);
  return (
    scored
      .map(({ matterId, reasons, score }) => ({
        matterId,
        likelihood: Math.exp(score) / all,
        reasons: [...reasons].sort((a, b) => b.weight - a.weight),
      }))
      // What nothing speaks for is no suggestion, however few there are.
      .filter(({ likelihood, reasons }) => likelihood >= LEAST && reasons.some(({ weight }) => weight > 0))
      .sort((a, b) => b.likelihood - a.likelihood)
      .slice(0, MOST_SUGGESTED)
  );
}

/** What a contact's own rule says of mail from or to them; undefined leaves it to the likelihood. */
export type FilingRule = 'always' | 'never';

/** From here on the best suggestion is good enough for whoever asked to have it filed always. */
const ALWAYS_FROM = 0.5;

/** Whether the best suggestion is sure enough to be filed by itself. `threshold` is the practice's own, 0–1. */
export function filesItself(
  [best]: readonly Suggestion[],
  threshold: number,
  rule: FilingRule | undefined,
): boolean {
  if (!best || rule === 'never') return false;
  return best.likelihood >= (rule === 'always' ? Math.min(ALWAYS_FROM, threshold) : threshold);
}
