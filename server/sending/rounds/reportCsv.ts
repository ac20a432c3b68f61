import Papa from 'papaparse';
import type { PersonScope } from '../../access/scope.ts';
import { roundHere } from './roundHere.ts';
import { listLines } from './lineQueries.ts';
import type { ListedLine } from './lineQueries.ts';
import { viewLine } from './viewLines.ts';

const COLUMNS = [
  'reference',
  'matter',
  'to',
  'channel',
  'what became of it',
  'because',
  'time (UTC)',
  'entry',
];

/** Lines read at once. */
const AT_ONCE = 500;

/** What became of each message of a round (RFC 4180); cells that a spreadsheet would take for a formula are kept from being one. */
export async function reportCsv(scope: PersonScope, roundId: string): Promise<Buffer> {
  await roundHere(scope, roundId);
  const rows: (readonly string[])[] = [];
  let after: string | undefined;
  do {
    const { items, next } = await listLines(scope, roundId, {
      group: undefined,
      kind: undefined,
      limit: AT_ONCE,
      after,
    });
    rows.push(...items.map(rowOf));
    after = next ?? undefined;
  } while (after !== undefined);
  const csv = Papa.unparse([COLUMNS, ...rows.map((row) => [...row])], { escapeFormulae: true });
  return Buffer.from(`\ufeff${csv}\r\n`, 'utf8');
}

function rowOf(line: ListedLine): readonly string[] {
  const { group, kind, to, channel, stateDetail, state } = viewLine(line);
  const atUtc = stateDetail.sentAtUtc ?? stateDetail.leavesAtUtc ?? stateDetail.nextAttemptUtc;
  return [
    line.reference,
    line.title,
    to.join('; '),
    channel,
    state === null || state === 'draft' ? group : state,
    stateDetail.reply ?? kind,
    atUtc === undefined ? '' : new Date(atUtc).toISOString(),
    stateDetail.entryId ?? '',
  ];
}
