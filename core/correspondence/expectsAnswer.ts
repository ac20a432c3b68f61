import { ownWords } from './ownWords.ts';

/** Somebody who is away, or a machine that answers for them: by how such messages themselves begin. */
const AWAY =
  /\b(?:out of (?:the )?office|auto(?:matic|mated)?[- ]?(?:reply|response|acknowledge?ment)|automatically|away (?:from|until|at|on|for)|on (?:annual |parental |sick )?leave|on holiday|do(?:es)? not (?:reply|answer)|not monitored|unsubscribe|no[- ]?reply|has been received and given|nicht im büro|abwesen|außer haus|på ferie|fravær|je suis absente?|absent jusqu)\b/iu;
/** What says itself that nothing is to be answered. */
const NOTHING_TO_DO =
  /\b(?:no (?:reply|answer|response|action) (?:is )?(?:needed|necessary|required)|no need to (?:reply|answer|respond)|for your information|for your records|fyi|just to let you know|this is to confirm|need do nothing|nothing for you to do|(?:that |which |as )?you (?:had )?(?:asked|wanted|requested)|as (?:requested|agreed|promised)|newsletter|season[’']s greetings|merry christmas|happy (?:new year|easter))\b/iu;
/** Said at the end of letters that ask nothing: courtesy, not a question. */
const COURTESY =
  /[^.!?\n]*\b(?:(?:should|if) you (?:have|need) any|any (?:further )?questions|(?:do not|don[’']t) hesitate|feel free to|if anything (?:is unclear|cannot wait|is urgent)|please note|please find|please see|please go ahead)\b[^.!?\n]*[.!?]?/giu;
/** What was asked elsewhere is told of, and not asked: `asked whether you would pay`. */
const TOLD =
  /\b(?:asked|wondered|told (?:us|them|me)|wrote|explained|inquired|enquired)\b[^.!?\n]{0,60}\b(?:whether|if|when|what|who|how)\b/iu;

const ASKS: readonly RegExp[] = [
  /\?(?=\s|$|["”’)])/u,
  /\b(?:please|kindly|vennligst|bitte|merci de|veuillez|vær så snill)\b/iu,
  /\b(?:could|can|would|will|may|do|did|have|are|is|shall) (?:you|we|i|one|somebody|someone)\b[^.!]{0,80}\b(?:tell|send|let|explain|confirm|ring|call|say|help|resend|advise|check|book|come|give|sign)\b/iu,
  /\blet (?:me|us) (?:know|have)\b/iu,
  /\b(?:look forward to (?:hearing|your (?:answer|reply|comments|instructions))|await|awaiting|waiting for|waiting to hear|have(?: not|n[’']t)? heard nothing|heard nothing|unless we hear|hop(?:e|ing) to hear)\b/iu,
  /\b(?:i|we)(?: still| also| would|[’']d)? (?:need|want|require|ask|wish|should like|would like|like to (?:know|have|make|move)|like it|like your)\b/iu,
  /\b(?:would|should) (?:like|be (?:glad|grateful|pleased))\b/iu,
  /\b(?:not yet told|do(?: not|n[’']t) (?:agree|understand)|asked me to find out|find out who|not sure (?:i|we) follow)\b/iu,
  /\b(?:pouvez-vous|könnten sie|können sie|kan du|hvor mye|hva koster|sagen sie uns)\b/iu,
];

const GRATEFUL =
  /\b(?:thanks?|thank you|many thanks|appreciated|takk|danke|dank|merci|gracias|bedankt|tack)\b/iu;

/** Longer ones are looked at in their beginning and end: what is asked stands there. */
const MAX_CHARS = 6_000;

export interface WordsSent {
  readonly direction: 'in' | 'out';
  /** Whole, with what it quotes. */
  readonly text: string;
  /** Marked as sent by a machine (RFC 3834). */
  readonly automatic: boolean;
  /** Whether the other side had written before in the conversation. */
  readonly isReply: boolean;
}

/**
 * Whether a message waits for an answer, by what its writer says: questions and requests do; thanks, closings, absences and
 * what tells something do not. What somebody writes to us for the first time does, unless it says otherwise.
 */
export function expectsAnswer({ direction, text, automatic, isReply }: WordsSent): boolean {
  if (automatic) return false;
  const { own } = ownWords(text);
  const read = own.length > MAX_CHARS ? `${own.slice(0, MAX_CHARS / 2)}\n${own.slice(-MAX_CHARS / 2)}` : own;
  if (direction === 'in' && AWAY.test(read)) return false;
  const said = read.replace(COURTESY, ' ');
  const asks = said
    .split(/(?<=[.!?])\s+|\n+/u)
    .some((sentence) => !TOLD.test(sentence) && ASKS.some((pattern) => pattern.test(sentence)));
  if (asks) return !/\bno (?:reply|answer) (?:is )?needed\b/iu.test(read);
  if (direction === 'out' || isReply || NOTHING_TO_DO.test(read)) return false;
  return !GRATEFUL.test(read);
}
