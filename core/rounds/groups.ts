import { noteId } from '../checks/index.ts';
import type { Note } from '../checks/index.ts';
import type { MessageStateKind } from '../model/message.ts';

/** Why a message of a round does not go, before anybody decides it. */
export type LeftOutCode =
  /** The contact is marked so; no press takes it in. */
  | 'notToBeWrittenTo'
  /** They want no rounds of the template's category. */
  | 'wantsNone'
  /** No address of a kind that the round may use; no press takes it in. */
  | 'noAddress'
  /** Nobody is in the role. */
  | 'nobodyInRole'
  /** The template says something that this matter does not have. */
  | 'cannotBeStarted'
  /** The same template went to the same person within the days that the practice sets. */
  | 'sentLately'
  /** The same person gets one for all of their matters, on another. */
  | 'onAnotherMatter'
  /** The matter is no longer there for whoever made the round. */
  | 'matterGone'
  /** Somebody took it out. */
  | 'byHand';

/** Those that a press can take in again. */
const CAN_BE_TAKEN_IN: ReadonlySet<string> = new Set<LeftOutCode>(['sentLately', 'byHand']);

export const canTakeIn = (code: string): boolean => CAN_BE_TAKEN_IN.has(code);

/** Where a message of a round stands, by what it needs; once it is on its way, by what became of it. */
export const ROUND_GROUPS = ['fill', 'look', 'ready', 'out', 'failed', 'going', 'gone'] as const;
export type RoundGroup = (typeof ROUND_GROUPS)[number];

export interface Standing {
  readonly group: Extract<RoundGroup, 'fill' | 'look' | 'ready'>;
  /** What puts it there, so that all of one kind can be dealt with in one press: a note's code, a blank, a reason. */
  readonly kind: string;
}

/** What became of a message that has left its draft; undefined for a draft. */
export function standingOnItsWay(state: MessageStateKind): RoundGroup | undefined {
  switch (state) {
    case 'draft':
      return undefined;
    case 'held':
    case 'queued':
    case 'sending':
    case 'deferred':
      return 'going';
    case 'sent':
      return 'gone';
    case 'failed':
    case 'may-have-gone':
      return 'failed';
    default:
      return state satisfies never;
  }
}

/**
 * Where a draft of a round stands by what the checks say of it: blanks first, since only a person can fill them; then what
 * stops it, then cautions that nobody has answered, by the code or for these very words.
 */
export function standingOfDraft(notes: readonly Note[], acknowledged: ReadonlySet<string>): Standing {
  const blank = notes.find(({ code }) => code === 'blankUnfilled');
  if (blank) return { group: 'fill', kind: String(blank.params['key']) };
  const stops = notes.find(({ severity }) => severity === 'stop');
  if (stops) return { group: 'look', kind: stops.code };
  const asked = notes.find((note) => !acknowledged.has(note.code) && !acknowledged.has(noteId(note)));
  return asked ? { group: 'look', kind: asked.code } : { group: 'ready', kind: '' };
}

/** Why the checks say that a message cannot go to anybody at all: it is left out rather than looked at. */
export function leftOutBy(notes: readonly Note[]): LeftOutCode | undefined {
  if (notes.some(({ code }) => code === 'doNotWriteTo')) return 'notToBeWrittenTo';
  if (notes.some(({ code }) => code === 'noRecipient')) return 'noAddress';
  return notes.some(({ code }) => code === 'sentBefore') ? 'sentLately' : undefined;
}
