import Handlebars from 'handlebars';
import { Eta } from 'eta';
import { compile } from '../core/merge/compile.ts';
import { fieldReader } from '../core/merge/fieldReader.ts';
import type { MergeContext } from '../core/merge/fieldReader.ts';
import { finishHtml, finishLetter } from '../core/merge/finish.ts';
import { merge } from '../core/merge/merge.ts';
import { escapeHtml } from '../core/merge/renderHtml.ts';
import { asId } from '../core/model/ids.ts';
import type { MatterRecord, MatterType, Person } from '../core/model/matter.ts';
import { money } from '../core/model/money.ts';
import { addDays, dayParts, fromDayNumber } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import type { FactKind, Value } from '../core/model/value.ts';
import type { BlockNode, InlineNode } from '../core/template/document.ts';
import { TEMPLATES } from '../demo/templates.ts';
import { byRate, byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';

const RECORDS = 10_000;
const KINDS: readonly FactKind[] = ['text', 'date', 'text', 'money', 'text'];
const FIELDS = Array.from({ length: 30 }, (_, n) => ({
  key: `f${n}`,
  kind: KINDS[n % KINDS.length] ?? 'text',
}));
/** Thirty fields in thirty-three places: three of them are said twice. */
const PLACES = [...FIELDS, ...FIELDS.slice(0, 3)];

const WORDS = 'as we have seen on board and as the yard has told us since, ';
const TYPE: MatterType = {
  id: asId('bench'),
  name: 'Bench',
  currency: 'GBP',
  facts: FIELDS.map(({ key, kind }) => ({ key, label: key, kind })),
  tables: [],
  roles: [],
  stages: [],
  keyDates: [],
  calculated: [],
};

const PERSON: Person = { id: asId('p'), name: 'P', email: 'p@x.example', position: 'P' };

function factFor(kind: FactKind, record: number, field: number): Value {
  const n = record * 31 + field;
  if (kind === 'date') return { kind, date: addDays(fromDayNumber(20_000), n % 900) };
  if (kind === 'money') return { kind, money: money((n * 97) % 10_000_000, 'GBP') };
  return { kind: 'text', text: n % 40 === 0 ? `Roe & ${n}` : `word${n}` };
}

const records: readonly MatterRecord[] = Array.from({ length: RECORDS }, (_, n) => ({
  id: asId(`m${n}`),
  reference: `B-${n}`,
  title: 'Bench',
  type: TYPE,
  stage: '',
  responsible: PERSON,
  parties: [],
  facts: Object.fromEntries(FIELDS.map(({ key, kind }, field) => [key, factFor(kind, n, field)])),
  dates: {},
  tables: {},
  documents: [],
}));

const paragraphs: readonly BlockNode[] = Array.from({ length: 11 }, (_, n) => ({
  type: 'paragraph',
  content: PLACES.slice(n * 3, n * 3 + 3).flatMap(({ key }): readonly InlineNode[] => [
    { type: 'text', text: WORDS },
    {
      type: 'field',
      attrs: { path: `fact.${key}`, format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
    },
    { type: 'text', text: ' ' },
  ]),
}));
const program = compile({
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  body: { type: 'doc', version: 1, content: paragraphs },
  blanks: [],
  documents: [],
  category: '',
});

const base: Omit<MergeContext, 'record'> = {
  sender: PERSON,
  practice: { name: 'P', phone: '', addressLines: [], website: '' },
  calendar: { weekdays: new Set([1]), holidays: new Set() },
  greeted: [],
  today: fromDayNumber(20_000),
  hour: 9,
};

const ours = (record: MatterRecord): string => finishHtml(program, fieldReader({ ...base, record }), {});

const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);

/** What a careful programmer would write by hand for just these values. */
function write(value: Value | undefined): string {
  if (value?.kind === 'date') {
    const { year, month, day } = dayParts(value.date satisfies PlainDate);
    return `${day} ${MONTHS[month - 1]} ${year}`;
  }
  if (value?.kind === 'money') {
    const minor = value.money.amountMinor;
    const pounds = String(Math.floor(minor / 100)).replace(/\B(?=(?:\d{3})+$)/g, ',');
    return `£${pounds}.${String(minor % 100).padStart(2, '0')}`;
  }
  return value?.kind === 'text' ? value.text : '';
}

const pieces = program.html.map((piece) =>
  typeof piece === 'string' ? piece : { key: piece.type === 'field' ? piece.attrs.path.slice(5) : '' },
);
const templateFor = (open: string, close: string): string =>
  pieces.map((piece) => (typeof piece === 'string' ? piece : open + piece.key + close)).join('');
/** A template literal made once, as if it had been typed: the floor that nothing that merges can go below by much. */
const literal = pieces
  .map((piece) => (typeof piece === 'string' ? piece.replace(/[`\\$]/g, '\\$&') : `\${e(w(r.${piece.key}))}`))
  .join('');
const floorFor = new Function('e', 'w', `return (r) => \`${literal}\``) as (
  e: typeof escapeHtml,
  w: typeof write,
) => (facts: MatterRecord['facts']) => string;
const floor = floorFor(escapeHtml, write);
const handlebars = Handlebars.compile(templateFor('{{', '}}'));
const eta = new Eta();
const etaTemplate = eta.compile(templateFor('<%= it.', ' %>'));

const written = (record: MatterRecord): Record<string, string> =>
  Object.fromEntries(Object.entries(record.facts).map(([key, value]) => [key, write(value)]));

/** Every side must say the same before its speed means anything; entities for the apostrophe differ and are folded. */
function agree(): void {
  const fold = (html: string): string => html.replace(/&#x27;|&apos;/g, '&#39;');
  const [first] = records;
  if (!first) return;
  const expected = fold(ours(first));
  for (const html of [
    floor(first.facts),
    handlebars(written(first)),
    eta.render(etaTemplate, written(first)),
  ]) {
    if (fold(html) !== expected) throw new Error('the sides of the merge bench do not say the same');
  }
}

/** Bytes, not ropes of strings: what a merge is worth is what can be sent. */
const allBytes = (merged: (record: MatterRecord) => string) => (): number => {
  let bytes = 0;
  for (const record of records) bytes += Buffer.from(merged(record), 'utf8').length;
  return bytes;
};

export async function benchMerge(): Promise<readonly Measured[]> {
  agree();
  const times = await interleave({
    ours: allBytes(ours),
    floor: allBytes(({ facts }) => floor(facts)),
    handlebars: allBytes((record) => handlebars(written(record))),
    eta: allBytes((record) => eta.render(etaTemplate, written(record))),
  });
  const against = (name: string): Measured =>
    byRate('merge: letter of 33 places to UTF-8', RECORDS, times['ours'] ?? NaN, name, times[name] ?? NaN);
  return [against('floor'), against('handlebars'), against('eta'), await benchLongest()];
}

/** The demo's longest template by way of the sheet: merged, finished, in HTML and text. */
async function benchLongest(): Promise<Measured> {
  const [longest] = [...TEMPLATES].sort(
    (a, b) => JSON.stringify(b.content).length - JSON.stringify(a.content).length,
  );
  if (!longest) throw new Error('no templates');
  const longestProgram = compile(longest.content);
  const [record] = records;
  if (!record) throw new Error('no records');
  const times = 1_000;
  const whole = (): void => {
    for (let n = 0; n < times; n += 1) {
      const reader = fieldReader({ ...base, record });
      finishLetter({ ...merge(longestProgram, reader), answers: {} }, reader);
    }
  };
  const straight = (): void => {
    for (let n = 0; n < times; n += 1) finishHtml(longestProgram, fieldReader({ ...base, record }), {});
  };
  const { sheet = NaN, html = NaN } = await interleave({ sheet: whole, html: straight });
  return byTime(
    `merge: longest demo template (${longest.name}) by way of the sheet`,
    sheet / times,
    'its HTML alone',
    html / times,
  );
}
