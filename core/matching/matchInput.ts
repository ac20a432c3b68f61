import { bareSubject } from '../correspondence/answers.ts';
import { nameCandidates, referenceCandidates } from '../checks/index.ts';
import { foldName, wordsOf } from '../model/words.ts';
import type { MatterId } from '../model/ids.ts';
import { correspondentsIn } from './incomingMail.ts';
import type { IncomingMail } from './incomingMail.ts';
import { ownWords } from '../correspondence/ownWords.ts';

/** A matter that a message might belong to. */
export interface CandidateMatter {
  readonly id: MatterId;
  readonly reference: string;
  readonly open: boolean;
  /** When something was last filed on it; undefined where nothing was. */
  readonly lastEntryAtUtc: number | undefined;
  /** Bare subjects of its latest conversations, folded. */
  readonly subjects: readonly string[];
}

/** What the practice knows about a message's candidates: looked up by the candidates alone, never gone through. */
export interface MatchFacts {
  readonly matters: ReadonlyMap<MatterId, CandidateMatter>;
  /** Matters whose own address it was sent to. */
  readonly addressed: ReadonlySet<MatterId>;
  /** By Message-ID of what it answers: where that is filed. */
  readonly threads: ReadonlyMap<string, readonly MatterId[]>;
  readonly byReference: ReadonlyMap<string, MatterId>;
  /** By address: the matters its holder is a party of, the latest first. */
  readonly partyOf: ReadonlyMap<string, readonly MatterId[]>;
  /** By address: the matters it was in correspondence on. */
  readonly wroteOn: ReadonlyMap<string, readonly MatterId[]>;
  /** By folded name: the matters it belongs to. */
  readonly byName: ReadonlyMap<string, readonly MatterId[]>;
}

/** A message taken apart for the signals, once. */
export interface MatchInput {
  readonly mail: IncomingMail;
  readonly facts: MatchFacts;
  /** Addresses of those it is from, or, of a copy of ours, to whom it went. */
  readonly people: readonly string[];
  readonly otherPeople: readonly string[];
  readonly subject: string;
  readonly subjectWords: ReadonlySet<string>;
  readonly referencesIn: Readonly<Record<'subject' | 'text' | 'quoted', ReadonlySet<string>>>;
  /** Names written in it that a matter has, folded, to the words as written. */
  readonly namesIn: Readonly<Record<'subject' | 'text', ReadonlyMap<string, string>>>;
}

/** What a message might name, for looking it up before it is matched. */
export interface MailCandidates {
  readonly references: readonly string[];
  readonly names: readonly string[];
  readonly addresses: readonly string[];
}

/** Longer texts are read from their beginning: what a message is about stands there. */
const MAX_TEXT = 20_000;

export function matchInput(mail: IncomingMail, facts: MatchFacts, own: ReadonlySet<string>): MatchInput {
  const { own: text, quoted } = ownWords(mail.text.slice(0, MAX_TEXT));
  const { first, others } = correspondentsIn(mail, own);
  const subject = foldName(bareSubject(mail.subject));
  // Each matter is asked for its own: names that nobody has are left out once.
  const known = (names: ReadonlyMap<string, string>): ReadonlyMap<string, string> =>
    new Map([...names].filter(([key]) => facts.byName.has(key)));
  const references = (words: string): ReadonlySet<string> => new Set(referenceCandidates(words).keys());
  return {
    mail,
    facts,
    people: first,
    otherPeople: others,
    subject,
    subjectWords: subjectWords(subject),
    referencesIn: { subject: references(mail.subject), text: references(text), quoted: references(quoted) },
    namesIn: { subject: known(nameCandidates(mail.subject)), text: known(nameCandidates(text)) },
  };
}

export function candidatesIn(mail: IncomingMail, own: ReadonlySet<string>): MailCandidates {
  const words = `${mail.subject}\n${mail.text.slice(0, MAX_TEXT)}`;
  const { first, others } = correspondentsIn(mail, own);
  return {
    references: [...referenceCandidates(words).keys()],
    names: [...nameCandidates(words).keys()],
    addresses: [...new Set([...first, ...others])],
  };
}

/** Words of a subject that tell it from others: short ones stand in all of them. */
export const subjectWords = (subject: string): ReadonlySet<string> =>
  new Set(
    wordsOf(subject)
      .map(({ text }) => text)
      .filter((word) => word.length > 3),
  );
