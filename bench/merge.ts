import Handlebars from 'handlebars';
import { Eta } from 'eta';
import { compile } from '../core/merge/compile.ts';
import { fieldReader } from '../core/merge/fieldReader.ts';
import type { MergeContext } from '../core/merge/fieldReader.ts';
import { finishHtml, finishMessage } from '../core/merge/finish.ts';
import { merge } from '../core/merge/merge.ts';
import type { Piece } from '../core/merge/pieces.ts';
import { escapeHtml, htmlBlockPieces, htmlPieces, IN_MESSAGE } from '../core/merge/renderHtml.ts';
import type { MatterRecord, Row } from '../core/model/matter.ts';
import { dayParts, fromDayNumber } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import type { Value } from '../core/model/value.ts';
import { TEMPLATES } from '../demo/templates.ts';
import { byRate, byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { GIVEN, GIVEN_PATHS, PERSON, RECORDS, body, passages, records, signature } from './mergeLetter.ts';

const program = compile(
  {
    recipients: { to: [], cc: [], bcc: [] },
    subject: [],
    body: { type: 'doc', version: 1, content: body },
    blanks: [{ key: 'when', label: 'When', kind: 'text', required: true }],
    documents: [],
    category: '',
  },
  passages,
);

const base: Omit<MergeContext, 'record'> = {
  sender: PERSON,
  practice: { name: 'P', phone: '', addressLines: [], website: '' },
  calendar: { weekdays: new Set([1]), holidays: new Set() },
  greeted: [],
  today: fromDayNumber(20_000),
  hour: 9,
  signature,
};
const ANSWERS = { when: GIVEN.when };

const ours = (record: MatterRecord): string => finishHtml(program, fieldReader({ ...base, record }), ANSWERS);

const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);

/** What a careful programmer would write by hand for just these values. */
function handWritten(value: Value | undefined): string {
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

/** How a template language writes a value, a condition and a repeat; the text between them is the same for all. */
interface Language {
  readonly text: (text: string) => string;
  readonly value: (key: string, inRow: boolean) => string;
  readonly when: (fact: string, inside: string) => string;
  readonly each: (inside: string) => string;
  /** What is the same for every record and is still worked out for each: an answer, a word of the hour. */
  readonly given: (key: keyof typeof GIVEN) => string;
}

const write = (pieces: readonly Piece[], language: Language, inRow = false): string =>
  pieces.map((piece) => writePiece(piece, language, inRow)).join('');

function writePiece(piece: Piece, language: Language, inRow: boolean): string {
  if (typeof piece === 'string') return language.text(piece);
  switch (piece.type) {
    case 'field':
      if (piece.attrs.path in GIVEN_PATHS) return language.given(GIVEN_PATHS[piece.attrs.path] ?? 'hour');
      return language.value(piece.attrs.path.slice(piece.attrs.path.indexOf('.') + 1), inRow);
    case 'shown':
      return language.when(
        piece.when.conditions[0]?.path.slice(5) ?? '',
        write(piece.pieces, language, inRow),
      );
    case 'each':
      return language.each(write(piece.pieces, language, true));
    case 'framed':
      return [piece.before, piece.body, piece.after].map((one) => write(one, language, inRow)).join('');
    case 'blank':
      return language.given('when');
    case 'signature':
      return write(htmlBlockPieces(signature, IN_MESSAGE), language, inRow);
    case 'late':
      throw new Error('late places stand in letters, not in templates');
    default:
      return piece satisfies never;
  }
}

const pieces = htmlPieces(program.content.body);
const asIs = (text: string): string => text;
/** A template literal made once, as if it had been typed: the floor that nothing that merges can go below by much. */
const literal = write(pieces, {
  text: (text) => text.replace(/[`\\$]/g, '\\$&'),
  value: (key, inRow) => `\${e(w(${inRow ? 'i' : 'r'}.${key}))}`,
  when: (fact, inside) => `\${r.${fact}.value ? \`${inside}\` : ''}`,
  each: (inside) => `\${t.map((i) => \`${inside}\`).join('')}`,
  given: (key) => `\${e(g.${key})}`,
});
const floorFor = new Function('e', 'w', 'g', `return (r, t) => \`${literal}\``) as (
  e: typeof escapeHtml,
  w: typeof handWritten,
  g: typeof GIVEN,
) => (facts: MatterRecord['facts'], items: readonly Row[] | undefined) => string;
const floor = floorFor(escapeHtml, handWritten, GIVEN);
const handlebars = Handlebars.compile(
  write(pieces, {
    text: asIs,
    value: (key) => `{{${key}}}`,
    when: (fact, inside) => `{{#if ${fact}}}${inside}{{/if}}`,
    each: (inside) => `{{#each items}}${inside}{{/each}}`,
    given: (key) => `{{${key}}}`,
  }),
);
const eta = new Eta();
const etaTemplate = eta.compile(
  write(pieces, {
    text: asIs,
    value: (key, inRow) => `<%= ${inRow ? 'row' : 'it'}.${key} %>`,
    when: (fact, inside) => `<% if (it.${fact}) { %>${inside}<% } %>`,
    each: (inside) => `<% for (const row of it.items) { %>${inside}<% } %>`,
    given: (key) => `<%= it.${key} %>`,
  }),
);

const wordsOf = (values: Readonly<Record<string, Value>>): Record<string, string | boolean> =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      value.kind === 'yesNo' ? value.value : handWritten(value),
    ]),
  );
const written = ({ facts, tables }: MatterRecord): Record<string, unknown> => ({
  ...wordsOf(facts),
  ...GIVEN,
  items: (tables['items'] ?? []).map(wordsOf),
});

/** Every side must say the same before its speed means anything; entities for the apostrophe differ and are folded. */
function agree(): void {
  const fold = (html: string): string => html.replace(/&#x27;|&apos;/g, '&#39;');
  const [first] = records;
  if (!first) return;
  const expected = fold(ours(first));
  for (const html of [
    floor(first.facts, first.tables['items']),
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
    floor: allBytes(({ facts, tables }) => floor(facts, tables['items'])),
    handlebars: allBytes((record) => handlebars(written(record))),
    eta: allBytes((record) => eta.render(etaTemplate, written(record))),
  });
  const against = (name: string): Measured =>
    byRate(
      'merge: letter of 33 places, two conditions and a table to UTF-8',
      RECORDS,
      times['ours'] ?? NaN,
      name,
      times[name] ?? NaN,
    );
  return [against('floor'), against('handlebars'), against('eta'), allocation(), await benchLongest()];
}

/** Few enough merges that most batches meet no collection; those that do are far from the median. */
const BATCH = 20;
const BATCHES = 400;

/** Bytes of the heap that one merge takes, at the median of batches between which nothing was collected. */
function heapBytes(merged: (record: MatterRecord) => string): number {
  const taken: number[] = [];
  for (let n = 0; n < BATCHES; n += 1) {
    const before = process.memoryUsage().heapUsed;
    for (let k = 0; k < BATCH; k += 1) {
      const record = records[(n * BATCH + k) % records.length];
      if (record) Buffer.from(merged(record), 'utf8');
    }
    taken.push(process.memoryUsage().heapUsed - before);
  }
  const sound = taken.filter((bytes) => bytes > 0).sort((a, b) => a - b);
  return (sound[Math.floor(sound.length / 2)] ?? NaN) / BATCH;
}

function allocation(): Measured {
  const [own, theirs] = [heapBytes(ours), heapBytes(({ facts, tables }) => floor(facts, tables['items']))];
  return {
    name: 'merge: heap taken by the same letter',
    unit: 'kB',
    ours: Math.round(own / 100) / 10,
    against: 'floor',
    theirs: Math.round(theirs / 100) / 10,
    ratio: Math.round((theirs / own) * 100) / 100,
  };
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
      finishMessage({ ...merge(longestProgram, reader), answers: {} }, reader);
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
