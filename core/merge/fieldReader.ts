import type { WorkingCalendar } from '../dates/workingDays.ts';
import { familiarGreeting, formalGreeting, hourGreeting } from '../greetings/greetings.ts';
import type { Contact } from '../model/contact.ts';
import type { MatterRecord, Person, Practice } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dateValue, textValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
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
}

/** Reads field values of one matter at one moment; calculated values are worked out at most once. */
export interface FieldReader {
  readonly context: MergeContext;
  /** Undefined where the record has nothing, or the matter's type knows no such field. */
  readonly read: (path: string) => Value | undefined;
}

export function fieldReader(context: MergeContext): FieldReader {
  let calculated: ReadonlyMap<string, Value> | undefined;
  const calculatedValues = (): ReadonlyMap<string, Value> =>
    (calculated ??= calculate(context.record, context.calendar));
  return { context, read: (path) => resolverOf(path)(context, calculatedValues) };
}

type Resolver = (context: MergeContext, calculated: () => ReadonlyMap<string, Value>) => Value | undefined;

/** Paths are read thousands of times in a round, and taken apart once. Templates name some hundreds; this is a bound. */
const MAX_RESOLVERS = 10_000;
const resolvers = new Map<string, Resolver>();

function resolverOf(path: string): Resolver {
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
      return ({ record }) => own(record.facts, key);
    case 'date':
      return ({ record }) => {
        const date = own(record.dates, key);
        return date && dateValue(date);
      };
    case 'calculated':
      return (_context, calculated) => calculated().get(key);
    case 'party':
      return ({ record }) => {
        const names = record.parties.filter(({ role }) => role === key).map(({ contact }) => contact.name);
        return names.length > 0 ? { kind: 'names', names } : undefined;
      };
    default: {
      const single = own(SINGLE_FIELDS, path);
      return (context) => single?.(context);
    }
  }
}

/** Own properties only: a fact called `constructor` must not find the one that every object has. */
const own = <T>(holder: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(holder, key) ? holder[key] : undefined;

const filled = (text: string | undefined): Value | undefined => (text ? textValue(text) : undefined);

const SINGLE_FIELDS: Readonly<Record<string, (context: MergeContext) => Value | undefined>> = {
  'matter.reference': ({ record }) => filled(record.reference),
  'matter.title': ({ record }) => filled(record.title),
  'matter.type': ({ record }) => filled(record.type.name),
  'matter.stage': ({ record }) => {
    const stage = record.type.stages.find(({ key }) => key === record.stage);
    return stage && { kind: 'choice', key: stage.key, label: stage.label };
  },
  'responsible.name': ({ record }) => filled(record.responsible.name),
  'responsible.email': ({ record }) => filled(record.responsible.email),
  'responsible.phone': ({ record }) => filled(record.responsible.phone),
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
};
