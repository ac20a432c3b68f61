import Papa from 'papaparse';
import type { FoundEntry } from './foundEntries.ts';

const COLUMNS = [
  'day and time (UTC)',
  'reference',
  'matter',
  'direction',
  'way',
  'category',
  'from',
  'to',
  'copy',
  'subject',
  'opening words',
  'enclosures',
  'file',
  'Message-ID',
  'SHA-256',
  'seal',
];

const people = (line: FoundEntry['people']['to']): string =>
  line.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join('; ');

/** A list of entries (RFC 4180). Cells that a spreadsheet would take for a formula are kept from being one. */
export function csvOf(lines: readonly { readonly entry: FoundEntry; readonly file: string }[]): Buffer {
  const rows = lines.map(({ entry, file }) => [
    new Date(entry.occurredAtUtc).toISOString(),
    entry.reference,
    entry.title,
    entry.direction,
    entry.channel,
    entry.category,
    people([entry.people.from]),
    people(entry.people.to),
    people(entry.people.cc),
    entry.subject,
    entry.opening,
    entry.attachments.map(({ name }) => name).join('; '),
    file,
    entry.internetMessageId ?? '',
    entry.rawBlob,
    entry.seal,
  ]);
  return Buffer.from(`\ufeff${Papa.unparse([COLUMNS, ...rows], { escapeFormulae: true })}\r\n`, 'utf8');
}
