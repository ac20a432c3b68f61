import type { UnkeptContact } from '../model/contact.ts';
import type { FactDefinition, MatterType } from '../model/matter.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { Reason } from '../model/reason.ts';
import type { Value } from '../model/value.ts';
import { isMailAddress } from '../recipients/address.ts';
import { readCell } from '../template/readCell.ts';
import type { CellContext } from '../template/readCell.ts';
import { splitName } from './splitName.ts';
import { withIsoDay } from './writtenDays.ts';
import type { DayOrder } from './writtenDays.ts';

/** What is wrong with a line, and in which column. */
export interface LineFault {
  /** From 0. */
  readonly column: number;
  readonly why: Reason;
}

/** Somebody of a line, in a role. */
export interface LineParty {
  readonly role: string;
  readonly contact: UnkeptContact;
}

/** A matter as a line of a list tells of it; what is undefined is not said. */
export interface MatterLine {
  readonly reference: string | undefined;
  readonly title: string | undefined;
  readonly stage: string | undefined;
  /** A name or an email address. */
  readonly responsible: string | undefined;
  readonly note: string | undefined;
  readonly facts: Readonly<Record<string, Value>>;
  readonly dates: Readonly<Record<string, PlainDate>>;
  readonly parties: readonly LineParty[];
  readonly faults: readonly LineFault[];
}

interface Reading extends Omit<CellContext, 'currency'> {
  readonly type: MatterType;
  /** The target of each column. */
  readonly columns: readonly (string | undefined)[];
  /** How each column writes its days. */
  readonly orders: readonly DayOrder[];
}

const REFERENCE = /^[\p{L}\p{N}][\p{L}\p{N} ./_-]{0,39}$/u;
/** Several in one cell, each on a line of their own or behind a semicolon. */
const several = (cell: string): readonly string[] =>
  cell
    .split(/[\n;]/)
    .map((part) => part.trim())
    .filter(Boolean);

/** Reads a line of a list of matters against what their type holds; everything that is wrong is named, not the first alone. */
export function readMatterLine(cells: readonly string[], reading: Reading): MatterLine {
  const { type, columns } = reading;
  const faults: LineFault[] = [];
  const at = (key: string): number => columns.indexOf(key);
  const cell = (key: string): string => (at(key) < 0 ? '' : (cells[at(key)] ?? '').trim());
  const fault = (key: string, why: Reason): undefined => {
    faults.push({ column: Math.max(0, at(key)), why });
    return undefined;
  };
  const title = cell('title');
  if (title === '' && at('title') >= 0) fault('title', { code: 'matterWithoutTitle' });
  if (title.length > 200) fault('title', { code: 'doesNotFit', label: 'Title' });
  const reference = cell('reference');
  if (reference !== '' && !REFERENCE.test(reference))
    fault('reference', { code: 'doesNotFit', label: 'Reference' });
  const stageWords = cell('stage');
  const stage = type.stages.find(
    ({ key, label }) => key === stageWords || label.toLowerCase() === stageWords.toLowerCase(),
  );
  if (stageWords !== '' && !stage) fault('stage', { code: 'noSuchNamed', what: 'stage', value: stageWords });
  const value = (key: string, definition: FactDefinition): Value | undefined => {
    const words = cell(key);
    if (words === '') return undefined;
    const text = /^date/.test(definition.kind)
      ? withIsoDay(words, reading.orders[at(key)] ?? 'dayFirst')
      : words;
    return (
      readCell(definition, text, { ...reading, currency: type.currency }) ??
      fault(key, { code: 'cellDoesNotFit', label: definition.label, value: words })
    );
  };
  const facts = type.facts.flatMap((definition) => {
    const read = value(`fact.${definition.key}`, definition);
    return read ? [[definition.key, read] as const] : [];
  });
  const dates = type.keyDates.flatMap(({ key, label }) => {
    const read = value(`date.${key}`, { key, label, kind: 'date' });
    const date = read?.kind === 'date' ? parsePlainDate(read.date) : undefined;
    return date ? [[key, date] as const] : [];
  });
  return {
    reference: reference || undefined,
    title: title || undefined,
    stage: stage?.key,
    responsible: cell('responsible') || undefined,
    note: cell('note') || undefined,
    facts: Object.fromEntries(facts),
    dates: Object.fromEntries(dates),
    parties: type.roles.flatMap(({ key, label, many }) => {
      const parties = partiesOf(key, cell, fault);
      if (!many && parties.length > 1) fault(`party.${key}.name`, { code: 'onlyOneInRole', label });
      return parties;
    }),
    faults,
  };
}

/** Those whom a line names in a role: as many as it has names, each with the address and number at the same place. */
function partiesOf(
  role: string,
  cell: (key: string) => string,
  fault: (key: string, why: Reason) => undefined,
): readonly LineParty[] {
  const key = (part: string): string => `party.${role}.${part}`;
  const [names, mails, phones] = ['name', 'email', 'phone'].map((part) => several(cell(key(part))));
  const organisation = cell(key('organisation'));
  const count = Math.max(names?.length ?? 0, mails?.length ?? 0, organisation === '' ? 0 : 1);
  return Array.from({ length: count }, (_one, n) => {
    const [name, mail = '', phone = ''] = [names?.[n] ?? '', mails?.[n], phones?.[n]];
    if (mail !== '' && !isMailAddress(mail)) fault(key('email'), { code: 'notAnAddress', value: mail });
    const address = (kind: 'email' | 'phone', value: string) =>
      value === '' ? [] : [{ kind, label: 'work', value, preferred: true, bounced: false }];
    const addresses = [...address('email', mail), ...address('phone', phone)];
    return {
      role,
      contact: {
        ...splitName(name || organisation || mail, name === '' ? '' : organisation),
        addresses,
        doNotWriteTo: false,
      },
    };
  });
}
