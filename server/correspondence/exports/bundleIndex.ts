import { formatDate, formatTime } from '../../../core/dates/formatDate.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode, TableCell, TableRow } from '../../../core/template/document.ts';
import type { LetterSheet } from '../../platform/pdf/letterPdf.ts';
import type { FoundEntry } from './foundEntries.ts';

/** A message in the index: where it begins, and what of it cannot be shown on paper. */
export interface IndexedPart {
  readonly entry: FoundEntry;
  /** From 1, over the whole bundle. */
  readonly page: number;
  readonly leftOut: readonly string[];
}

const WAYS: Readonly<Record<FoundEntry['direction'], string>> = { in: 'received', out: 'sent', note: 'note' };

/** A time on the practice's clock, as it stands on a page: `5 March 2026, 14:05`. */
export function pageTime(timeZone: string, utc: number): string {
  const { date, hour, minute } = zonedTime(timeZone, utc);
  return `${formatDate(date, 'long')}, ${formatTime(hour, minute)}`;
}

const paragraph = (text: string): BlockNode => ({
  type: 'paragraph',
  content: text === '' ? [] : [{ type: 'text', text }],
});
const cell = (type: TableCell['type'], text: string, align: 'left' | 'right' = 'left'): TableCell => ({
  type,
  attrs: { colspan: 1, align },
  content: [paragraph(text)],
});
const row = (content: readonly TableCell[]): TableRow => ({
  type: 'tableRow',
  attrs: { repeat: null, when: null },
  content,
});

/** The first pages of a bundle: whose correspondence it is, of what time, and what stands on which page. */
export function bundleIndex(
  parts: readonly IndexedPart[],
  practice: { readonly name: string; readonly timeZone: string },
  madeAtUtc: number,
): LetterSheet {
  const { timeZone } = practice;
  const matters = [...new Map(parts.map(({ entry }) => [entry.reference, entry.title]))];
  const [only, ...more] = matters;
  const [first, last] = [parts[0]?.entry, parts.at(-1)?.entry];
  const period =
    first && last
      ? [`From ${pageTime(timeZone, first.occurredAtUtc)} to ${pageTime(timeZone, last.occurredAtUtc)}`]
      : [];
  const whose =
    only && more.length === 0
      ? `Correspondence of ${only.join(', ')}`
      : `Correspondence of ${matters.length} matters`;
  const names = more.length === 0 ? [] : matters.map(([reference, title]) => `${reference}, ${title}`);
  return {
    letterhead: undefined,
    recipient: [practice.name],
    reference: '',
    day: `made ${pageTime(timeZone, madeAtUtc)}`,
    subject: whose,
    body: documentOf([
      ...[...names, ...period, `${parts.length} ${parts.length === 1 ? 'message' : 'messages'}`].map(
        paragraph,
      ),
      {
        type: 'table',
        content: [
          row(['Date', 'Way', 'With', 'Subject', 'Page'].map((head) => cell('tableHeader', head))),
          ...parts.map((part) => lineOf(part, timeZone)),
        ],
      },
    ]).content,
    enclosures: [],
    pictures: new Map(),
    atUtc: madeAtUtc,
    pageNumbers: false,
  };
}

function lineOf({ entry, page, leftOut }: IndexedPart, timeZone: string): TableRow {
  const who = (entry.direction === 'out' ? entry.people.to : [entry.people.from])
    .map(({ name, address }) => name || address)
    .join(', ');
  const missing = leftOut.length === 0 ? '' : ` (not on paper, whole in the original: ${leftOut.join(', ')})`;
  return row([
    cell('tableCell', pageTime(timeZone, entry.occurredAtUtc)),
    cell('tableCell', WAYS[entry.direction]),
    cell('tableCell', who),
    cell('tableCell', `${entry.subject || entry.opening.slice(0, 80)}${missing}`),
    cell('tableCell', String(page), 'right'),
  ]);
}
