import { randomBytes } from 'node:crypto';
import type { WorkingHours } from '../../core/dates/sendTimes.ts';
import type { WorkingCalendar } from '../../core/dates/workingDays.ts';
import type { Practice } from '../../core/model/matter.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';

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
  /** How long a message can be called back after Send. */
  readonly holdSeconds: number;
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
  /** What the matters' own addresses end in; empty where mail for them does not arrive here. */
  readonly filingDomain: string;
}

const KEY = 'practice';

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
  holdSeconds: 15,
  maxMessageBytes: 25_000_000,
  cautionsOff: [],
  repeatDays: 5,
  workingHours: { fromMinute: 510, untilMinute: 1050 },
  fileFrom: 0.97,
  keepFiles: { received: true, sent: false },
  senders: [],
  filingDomain: '',
};

export async function readSettings(db: Database): Promise<PracticeSettings> {
  const row = await db('settings').where({ key: KEY }).first<{ value: string } | undefined>('value');
  return { ...DEFAULT_SETTINGS, ...(row && fromJson<Partial<PracticeSettings>>(row.value)) };
}

export async function writeSettings(db: Database, settings: PracticeSettings): Promise<void> {
  await db('settings')
    .insert({ key: KEY, value: JSON.stringify(settings) })
    .onConflict('key')
    .merge();
}

export const calendarOf = ({ weekdays, holidays }: PracticeSettings): WorkingCalendar => ({
  weekdays: new Set(weekdays),
  holidays: new Set(holidays),
});

/** Where the secret of session cookies is kept; it stays out of archives. */
export const SECRET_KEY = 'sessionSecret';

/** What session cookies are signed with: made once for a practice, so that a restart signs nobody out. */
export async function sessionSecret(db: Database): Promise<string> {
  const made = JSON.stringify(randomBytes(32).toString('hex'));
  await db('settings').insert({ key: SECRET_KEY, value: made }).onConflict('key').ignore();
  const row = await db('settings').where({ key: SECRET_KEY }).first<{ value: string }>('value');
  return fromJson<string>(row.value);
}

const HOST_LIMITS_KEY = 'hostLimits';

/** What a mail host says it takes for one message (RFC 1870); `host` with its port, as hosts are told apart. */
export interface HostLimit {
  readonly host: string;
  readonly bytes: number;
}

/** Keeps what a mail host says it takes, each host for itself. */
export async function learnHostLimit(db: Database, { host, bytes }: HostLimit): Promise<void> {
  await db.raw(
    `INSERT INTO settings (key, value) VALUES (:key, json_object(:host, :bytes))
     ON CONFLICT (key) DO UPDATE SET value = json_patch(value, excluded.value)`,
    { key: HOST_LIMITS_KEY, host, bytes },
  );
}

export async function hostLimits(db: Database): Promise<Readonly<Record<string, number>>> {
  const row = await db('settings')
    .where({ key: HOST_LIMITS_KEY })
    .first<{ value: string } | undefined>('value');
  return row ? fromJson<Record<string, number>>(row.value) : {};
}
