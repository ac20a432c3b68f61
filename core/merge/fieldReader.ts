import type { WorkingCalendar } from '../dates/workingDays.ts';
import { weekdayName } from '../dates/formatDate.ts';
import { familiarGreeting, formalGreeting, hourGreeting } from '../greetings/greetings.ts';
import { isGeneralFile } from '../model/generalFile.ts';
import type { Contact } from '../model/contact.ts';
import type { MatterRecord, Party, Person, Practice, Row } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dateValue, numberValue, textValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { chooseAddress } from '../recipients/recipients.ts';
import type { BlockNode } from '../template/document.ts';
import { calculate } from '../values/calculate.ts';

/** Everything a merge draws on. `today` and `hour` are those of the practice's zone when the message leaves. */
export interface MergeContext {
  readonly record: MatterRecord;
  readonly sender: Person;
  readonly practice: Practice;
  readonly calendar: WorkingCalendar;
  /** Whom the message goes to, in order: greetings are made for them. */
  readonly greeted: readonly Contact[];
  readonly today: PlainDate;
  /** 0–23 */
  readonly hour: number;
  /** The default signature of whoever sends, its own passages in place; nothing where there is none. */
  readonly signature?: readonly BlockNode[];
}

/** Reads field values of one matter at one moment; calculated values are worked out at most once. */
export interface FieldReader {
  readonly context: MergeContext;
  /** Undefined where the record has nothing, or the matter's type knows no such field. */
  readonly read: (path: string) => Value | undefined;
  readonly calculated: () => ReadonlyMap<string, Value>;
  /** What a repeat is at: `row.` paths speak of it. */
  readonly row: Row | undefined;
  /** The same record, at a row. */
  readonly at: (row: Row) => FieldReader;
}

class Reader implements FieldReader {
  readonly context: MergeContext;
  readonly row: Row | undefined;
  readonly #root: Reader;
  #calculated: ReadonlyMap<string, Value> | undefined;

  constructor(context: MergeContext, row?: Row, root?: Reader) {
    this.context = context;
    this.row = row;
    this.#root = root ?? this;
  }

  read = (path: string): Value | undefined => resolverOf(path)(this);

  calculated(): ReadonlyMap<string, Value> {
    return (this.#root.#calculated ??= calculate(this.context));
  }

  at(row: Row): FieldReader {
    return new Reader(this.context, row, this.#root);
  }
}

export const fieldReader = (context: MergeContext): FieldReader => new Reader(context);

export type Resolver = (reader: FieldReader) => Value | undefined;

/** Paths are read thousands of times in a round, and taken apart once. Templates name some hundreds; this is a bound. */
const MAX_RESOLVERS = 10_000;
const resolvers = new Map<string, Resolver>();

/** What reads a path, to be kept by whoever reads it often. */
export function resolverOf(path: string): Resolver {
  const known = resolvers.get(path);
  if (known) return known;
  if (resolvers.size >= MAX_RESOLVERS) resolvers.clear();
  const made = makeResolver(path);
  resolvers.set(path, made);
  return made;
}

function makeResolver(path: string): Resolver {
  const dot = path.indexOf('.');
  const key = path.slice(dot + 1);
  switch (path.slice(0, dot)) {
    case 'fact':
      return ({ context: { record } }) => own(record.facts, key);
    case 'date':
      return ({ context: { record } }) => {
        const date = own(record.dates, key);
        return date && dateValue(date);
      };
    case 'calculated':
      return (reader) => reader.calculated().get(key);
    case 'row':
      return ({ row }) => row && own(row, key);
    case 'party':
      return partyResolver(key);
    case 'linked':
      return linkedResolver(key);
    case 'recipient':
      return ({ context: { greeted } }) => greeted[0] && own(contactRow(greeted[0]), key);
    default: {
      const single = own(SINGLE_FIELDS, path);
      return ({ context }) => single?.(context);
    }
  }
}

/** `owner` names everybody in a role; `owner.email` and the like speak of the first of them. */
function partyResolver(key: string): Resolver {
  const [role = '', part] = key.split('.', 2);
  const contactsIn = ({ parties }: MatterRecord): readonly Contact[] =>
    parties.filter((party) => party.role === role).map(({ contact }) => contact);
  if (part === undefined) {
    return ({ context: { record } }) => {
      const names = contactsIn(record).map(({ name }) => name);
      return names.length > 0 ? { kind: 'names', names } : undefined;
    };
  }
  return ({ context: { record } }) => {
    const [first] = contactsIn(record);
    return first && own(contactRow(first), part);
  };
}

/** `survey.reference`, `survey.fact-grade`: what is said of a matter that this one stands beside. */
function linkedResolver(key: string): Resolver {
  const [link = '', part = ''] = key.split('.', 2);
  const dash = part.indexOf('-');
  const [holder, name] = [part.slice(0, Math.max(0, dash)), part.slice(dash + 1)];
  return ({ context: { record } }) => {
    const other = record.linked && own(record.linked, link);
    if (!other) return undefined;
    if (holder === 'fact') return own(other.facts, name);
    if (holder === 'date') {
      const date = own(other.dates, name);
      return date && dateValue(date);
    }
    return part === 'reference' || part === 'title' ? filled(other[part]) : undefined;
  };
}

/** A contact as a row: what a repeat over parties, and a party's own fields, can say of them. */
function contactRow(contact: Contact): Row {
  const of = (kind: 'email' | 'phone' | 'post'): string | undefined =>
    kind === 'email'
      ? chooseAddress(contact)?.value
      : (
          contact.addresses.find((one) => one.kind === kind && one.preferred) ??
          contact.addresses.find((one) => one.kind === kind)
        )?.value;
  const [email, phone, post] = [of('email'), of('phone'), of('post')];
  const person = contact.kind === 'person' ? contact : undefined;
  const row: Record<string, Value> = {
    name: textValue(contact.name),
    greeting: textValue(formalGreeting([contact])),
  };
  if (email !== undefined) row['email'] = { kind: 'email', text: email };
  if (phone !== undefined) row['phone'] = { kind: 'phone', text: phone };
  if (post !== undefined) row['address'] = { kind: 'address', lines: post.split('\n') };
  if (person?.organisation) row['organisation'] = textValue(person.organisation);
  if (person?.position) row['position'] = textValue(person.position);
  for (const [key, value] of Object.entries(contact.facts ?? {})) row[`fact-${key}`] = value;
  return row;
}

/** The rows that a repeat goes over: a table's, or the parties in a role. */
export function rowsOver(over: string, { parties, tables }: MatterRecord): readonly Row[] {
  const dot = over.indexOf('.');
  const key = over.slice(dot + 1);
  if (over.slice(0, dot) === 'table') return own(tables, key) ?? [];
  return parties.filter((party: Party) => party.role === key).map(({ contact }) => contactRow(contact));
}

/** Own properties only: a fact called `constructor` must not find the one that every object has. */
const own = <T>(holder: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(holder, key) ? holder[key] : undefined;

const filled = (text: string | undefined): Value | undefined => (text ? textValue(text) : undefined);

/** Of a matter's own; the general file has nothing that a recipient could make sense of. */
const ofMatter =
  (read: (record: MatterRecord) => Value | undefined) =>
  ({ record }: MergeContext): Value | undefined =>
    isGeneralFile(record.id) ? undefined : read(record);

/** Without a matter, whoever writes answers for it. */
const responsibleOf = ({ record, sender }: MergeContext): Person =>
  isGeneralFile(record.id) ? sender : record.responsible;

const SINGLE_FIELDS: Readonly<Record<string, (context: MergeContext) => Value | undefined>> = {
  'matter.reference': ofMatter(({ reference }) => filled(reference)),
  'matter.title': ofMatter(({ title }) => filled(title)),
  'matter.type': ofMatter(({ type }) => filled(type.name)),
  'matter.stage': ofMatter(({ type, stage: current }) => {
    const stage = type.stages.find(({ key }) => key === current);
    return stage && { kind: 'choice', key: stage.key, label: stage.label };
  }),
  'responsible.name': (context) => filled(responsibleOf(context).name),
  'responsible.position': (context) => filled(responsibleOf(context).position),
  'responsible.email': (context) => filled(responsibleOf(context).email),
  'responsible.phone': (context) => filled(responsibleOf(context).phone),
  'greeting.formal': ({ greeted }) => textValue(formalGreeting(greeted)),
  'greeting.familiar': ({ greeted }) => textValue(familiarGreeting(greeted)),
  'greeting.hour': ({ hour }) => textValue(hourGreeting(hour)),
  'sender.name': ({ sender }) => filled(sender.name),
  'sender.position': ({ sender }) => filled(sender.position),
  'sender.email': ({ sender }) => filled(sender.email),
  'sender.phone': ({ sender }) => filled(sender.phone),
  'practice.name': ({ practice }) => filled(practice.name),
  'practice.phone': ({ practice }) => filled(practice.phone),
  'practice.address': ({ practice }) =>
    practice.addressLines.length > 0 ? { kind: 'address', lines: practice.addressLines } : undefined,
  'practice.website': ({ practice }) => filled(practice.website),
  'day.today': ({ today }) => dateValue(today),
  'day.weekday': ({ today }) => textValue(weekdayName(today)),
  'day.hour': ({ hour }) => numberValue(hour),
};
