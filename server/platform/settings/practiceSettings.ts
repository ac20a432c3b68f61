import type { LetterLayout } from '../../../core/model/letterLayout.ts';
import { DEFAULT_LOOK } from '../../../core/model/messageLook.ts';
import type { MessageLook } from '../../../core/model/messageLook.ts';
import type { FactDefinition, Practice } from '../../../core/model/matter.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { WorkingHours } from '../../../core/dates/sendTimes.ts';
import type { WorkingCalendar } from '../../../core/dates/workingDays.ts';

/** A sender of the practice's own; templates name it by its key. */
export interface NamedSender {
  readonly key: string;
  readonly name: string;
  readonly address: string;
}

/** What the practice decides once for everybody. */
export interface PracticeSettings {
  readonly practice: Practice;
  /** The practice's own mail address; empty where it has none. */
  readonly practiceEmail: string;
  /** Colours that letters may have, as `#rrggbb`. */
  readonly palette: readonly { readonly label: string; readonly colour: string }[];
  /** IANA name, for example `Europe/London`. */
  readonly timeZone: string;
  readonly weekdays: readonly number[];
  readonly holidays: readonly PlainDate[];
  /** What they are called, by their day. */
  readonly holidayNames: Readonly<Record<string, string>>;
  /** How long a message can be called back after Send. */
  readonly holdSeconds: number;
  /** A round of more messages is released by a second person, where there is one; 0 lets everybody send any. */
  readonly releaseAbove: number;
  /** The most that one message may be, encoded; what a host says it takes holds where that is less. */
  readonly maxMessageBytes: number;
  /** Cautions that the practice does without, by code. */
  readonly cautionsOff: readonly string[];
  /** The same template to the same person within so many days is pointed out; 0 never does. */
  readonly repeatDays: number;
  /** When the practice works, as minutes after midnight on its own clock. */
  readonly workingHours: WorkingHours;
  /** How sure the application must be to file what came in by itself, 0.5–1. */
  readonly fileFrom: number;
  /** Whether files become documents of the matter, or stay with their entry alone. */
  readonly keepFiles: { readonly received: boolean; readonly sent: boolean };
  /** Further senders that mail goes out under and comes in for, beside the practice and its people: accounts, reports. */
  readonly senders: readonly NamedSender[];
  /** Hosts whose word on who wrote a message is believed: the authserv-ids of RFC 8601, in small letters. */
  readonly trustedHosts: readonly string[];
  readonly letters: LetterLayout;
  /** How email looks to whoever gets it. */
  readonly look: MessageLook;
  /** What text messages come from: a number, or up to eleven letters (3GPP TS 23.038, alphanumeric sender); empty leaves it to the gateway. */
  readonly textSender: string;
  /** How the screens write days, times and figures (BCP 47). */
  readonly region: string;
  /** What the matters' own addresses end in; empty where mail for them does not arrive here. */
  readonly filingDomain: string;
  /** What documents and correspondence are filed under, in the order in which it is offered. */
  readonly documentCategories: readonly string[];
  readonly correspondenceCategories: readonly string[];
  /** Of these, what a round sends is news: whoever gets it has the means to want no more of it. */
  readonly newsCategories: readonly string[];
  /** Whoever sees everybody's figures sees whose answers took how long, by name. */
  readonly figuresByName: boolean;
  /** What is kept of contacts beside what everybody keeps of them: a birthday, a membership. */
  readonly contactFacts: readonly FactDefinition[];
}

export const DEFAULT_SETTINGS: PracticeSettings = {
  practice: { name: 'Our practice', phone: '', addressLines: [], website: '' },
  practiceEmail: '',
  palette: [
    { label: 'Ink', colour: '#14302e' },
    { label: 'Verdigris', colour: '#2a6a5e' },
    { label: 'Ochre', colour: '#8f5a0b' },
    { label: 'Brick', colour: '#97352a' },
  ],
  timeZone: 'Europe/London',
  weekdays: [1, 2, 3, 4, 5],
  holidays: [],
  holidayNames: {},
  holdSeconds: 15,
  releaseAbove: 50,
  maxMessageBytes: 25_000_000,
  cautionsOff: [],
  repeatDays: 5,
  workingHours: { fromMinute: 510, untilMinute: 1050 },
  fileFrom: 0.97,
  keepFiles: { received: true, sent: false },
  senders: [],
  trustedHosts: [],
  letters: { window: 'none', sideMm: 25, signatureMm: 0 },
  look: DEFAULT_LOOK,
  textSender: '',
  region: 'en-GB',
  filingDomain: '',
  documentCategories: [],
  correspondenceCategories: ['Letter', 'Report', 'Invoice', 'Chaser', 'Appointment', 'Engagement'],
  newsCategories: [],
  figuresByName: false,
  contactFacts: [],
};

export const calendarOf = ({ weekdays, holidays }: PracticeSettings): WorkingCalendar => ({
  weekdays: new Set(weekdays),
  holidays: new Set(holidays),
});
