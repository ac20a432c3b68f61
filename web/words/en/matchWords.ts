import type { MatterSuggestion } from '../../../contract/inTray.ts';
import type { ReasonCode } from '../../../core/matching/index.ts';
import { plural } from './wording.ts';

type Params = Readonly<Record<string, string | number>>;

const REASONS: Readonly<Record<ReasonCode, (params: Params) => string>> = {
  filingAddress: () => 'sent to its filing address',
  thread: () => 'answers what is filed there',
  referenceInSubject: ({ reference }) => `${reference} stands in the subject`,
  referenceInText: ({ reference }) => `${reference} stands in the text`,
  referenceQuoted: ({ reference }) => `${reference} stands in what it quotes`,
  party: ({ matters }) =>
    matters === 1
      ? 'the writer is on this matter alone'
      : `the writer is on it, and on ${plural(Number(matters) - 1, 'other')}`,
  otherParty: () => 'someone else in it is a party',
  wroteBefore: () => 'they were in correspondence on it',
  nameInSubject: ({ words }) => `“${words}” stands in the subject`,
  nameInText: ({ words }) => `“${words}” stands in the text`,
  sameSubject: () => 'the subject of a conversation there',
  likeSubject: () => 'a subject like one of its conversations',
  speaksOfAnother: () => 'but it names another matter',
  closed: () => 'but the matter is closed',
  automatic: () => 'but a machine sent it to many',
};

const isKnown = (code: string): code is ReasonCode => code in REASONS;

/** Why a matter is suggested, the weightiest first. */
export const matchReasons = ({ reasons }: Pick<MatterSuggestion, 'reasons'>): readonly string[] =>
  reasons.flatMap(({ code, params }) => (isKnown(code) ? [REASONS[code](params)] : []));

/** Whether a match is likely enough to be what one would do first. */
export const isWorthUrging = (likelihood: number): boolean => likelihood >= 0.25;

/** How likely, as people say it. */
export function likelihoodWords(likelihood: number): string {
  if (likelihood >= 0.9) return 'very likely';
  if (likelihood >= 0.6) return 'likely';
  return isWorthUrging(likelihood) ? 'possible' : 'unlikely';
}
