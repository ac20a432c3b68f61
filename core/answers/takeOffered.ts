import type { Contact, ContactAddress } from '../model/contact.ts';
import type { MatterRecord, Row } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { Value } from '../model/value.ts';
import { writeValue } from '../values/writeValue.ts';
import type { OfferedValue } from './offeredValue.ts';

/** What a matter holds that an answer can change. */
type Holds = Pick<MatterRecord, 'facts' | 'dates' | 'tables'>;

/** The parts of a matter that change; null takes a value away. A table is given whole. */
export interface RecordChange {
  readonly facts?: Readonly<Record<string, Value | null>>;
  readonly dates?: Readonly<Record<string, PlainDate | null>>;
  readonly tables?: Readonly<Record<string, readonly Row[]>>;
}

/** What stood where an offered value was put: what taking it back puts there again. */
export type StoodBefore =
  | { readonly kind: 'value'; readonly value: Value | null }
  | { readonly kind: 'date'; readonly date: PlainDate | null }
  | { readonly kind: 'row' }
  /** Null where the contact had no postal address. */
  | { readonly kind: 'address'; readonly contactId: string; readonly value: string | null };

type OnRecord = Exclude<OfferedValue, { readonly to: 'address' }>;

const held = <T>(all: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(all, key) ? all[key] : undefined;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Whether the record says it already: then there is nothing to take over. A row is always a further one. */
export function standsAlready(offered: OnRecord, { facts, dates }: Holds): boolean {
  switch (offered.to) {
    case 'fact':
      return same(held(facts, offered.key), offered.value);
    case 'date':
      return held(dates, offered.key) === offered.date;
    case 'row':
      return false;
    default:
      return offered satisfies never;
  }
}

const rowsOf = ({ tables }: Holds, table: string): readonly Row[] => held(tables, table) ?? [];
const rowOf = (offered: Extract<OnRecord, { to: 'row' }>): Row => ({ [offered.column]: offered.value });

/** The change that takes an offered value over, and what stood there. */
export function takeOver(
  offered: OnRecord,
  record: Holds,
): { readonly change: RecordChange; readonly before: StoodBefore } {
  switch (offered.to) {
    case 'fact':
      return {
        change: { facts: { [offered.key]: offered.value } },
        before: { kind: 'value', value: held(record.facts, offered.key) ?? null },
      };
    case 'date':
      return {
        change: { dates: { [offered.key]: offered.date } },
        before: { kind: 'date', date: held(record.dates, offered.key) ?? null },
      };
    case 'row':
      return {
        change: { tables: { [offered.table]: [...rowsOf(record, offered.table), rowOf(offered)] } },
        before: { kind: 'row' },
      };
    default:
      return offered satisfies never;
  }
}

/**
 * The change that takes back what was taken over; undefined where somebody changed that place since, whose word stands.
 * Of rows the last like it goes, so that rows added since stay.
 */
export function takeBack(offered: OnRecord, before: StoodBefore, record: Holds): RecordChange | undefined {
  if (offered.to === 'row') {
    const rows = rowsOf(record, offered.table);
    const at = rows.findLastIndex((row) => same(row, rowOf(offered)));
    return at < 0 ? undefined : { tables: { [offered.table]: rows.filter((_, n) => n !== at) } };
  }
  if (!standsAlready(offered, record)) return undefined;
  if (offered.to === 'fact')
    return before.kind === 'value' ? { facts: { [offered.key]: before.value } } : undefined;
  return before.kind === 'date' ? { dates: { [offered.key]: before.date } } : undefined;
}

/** The postal address by which somebody is written to: the preferred one, else the first. */
export function postOf({ addresses }: Pick<Contact, 'addresses'>): ContactAddress | undefined {
  const posts = addresses.filter(({ kind }) => kind === 'post');
  return posts.find(({ preferred }) => preferred) ?? posts[0];
}

/** Addresses with another postal one in the place of the one that is used; null takes that away. */
export function withPost(
  contact: Pick<Contact, 'addresses'>,
  value: string | null,
): readonly ContactAddress[] {
  const used = postOf(contact);
  const others = contact.addresses.filter((one) => one !== used);
  if (value === null) return others;
  const renewed: ContactAddress = used
    ? { ...used, value, bounced: false }
    : { kind: 'post', label: 'post', value, preferred: true, bounced: false };
  return used ? contact.addresses.map((one) => (one === used ? renewed : one)) : [...others, renewed];
}

/** An offered value as people read it; lines apart by `\n`. */
export function offeredText(offered: OfferedValue): string {
  switch (offered.to) {
    case 'fact':
    case 'row':
      return writeValue(offered.value, 'plain');
    case 'date':
      return writeValue({ kind: 'date', date: offered.date }, 'longWeekday');
    case 'address':
      return offered.lines.join('\n');
    default:
      return offered satisfies never;
  }
}

/** What stands where it would go, as people read it; undefined for nothing. */
export function standingText(offered: OnRecord, { facts, dates }: Holds): string | undefined {
  if (offered.to === 'row') return undefined;
  if (offered.to === 'date') {
    const date = held(dates, offered.key);
    return date === undefined ? undefined : writeValue({ kind: 'date', date }, 'longWeekday');
  }
  const value = held(facts, offered.key);
  return value && writeValue(value, 'plain');
}
