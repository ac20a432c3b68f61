import { groupBy } from '../../core/model/groupBy.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** What is written on a screen and has versions, the latest in use until it is retired. */
export type Versioned = 'routine' | 'chaser_plan';

export interface Latest<Content> {
  readonly id: string;
  readonly versionId: string;
  /** Which version it is, from 1. */
  readonly number: number;
  readonly content: Content;
  readonly retired: boolean;
}

interface Row {
  readonly id: string;
  readonly version_id: string;
  readonly number: number;
  readonly content: string;
  readonly retired_utc: number | null;
}

/** All of a kind in their latest version, in the order they were made. */
export async function listLatest<Content>(
  reads: Reads,
  of: Versioned,
  { withRetired = false }: { readonly withRetired?: boolean } = {},
): Promise<readonly Latest<Content>[]> {
  const db = sql(reads);
  const latest = db(`${of}_versions`).max('number').whereRaw(`${of}_versions.${of}_id = ${of}s.id`);
  const query = db(`${of}s`)
    .join(`${of}_versions as version`, `version.${of}_id`, `${of}s.id`)
    .where('version.number', latest)
    .orderBy(`${of}s.seq`)
    .select<Row[]>({
      id: `${of}s.id`,
      version_id: 'version.id',
      number: 'version.number',
      content: 'version.content',
      retired_utc: `${of}s.retired_utc`,
    });
  if (!withRetired) void query.whereNull(`${of}s.retired_utc`);
  return (await query).map((row) => ({
    id: row.id,
    versionId: row.version_id,
    number: row.number,
    content: fromJson<Content>(row.content),
    retired: row.retired_utc !== null,
  }));
}

export async function insertFirst(tx: Tx, of: Versioned, id: string): Promise<void> {
  await tx(`${of}s`).insert({ id });
}

export async function addVersion(
  tx: Tx,
  of: Versioned,
  version: Pick<Latest<unknown>, 'id' | 'versionId' | 'number' | 'content'>,
  made: { readonly by: string; readonly atUtc: number },
): Promise<void> {
  await tx(`${of}_versions`).insert({
    id: version.versionId,
    [`${of}_id`]: version.id,
    number: version.number,
    content: JSON.stringify(version.content),
    author_id: made.by,
    made_utc: made.atUtc,
  });
}

export async function setRetired(
  tx: Tx,
  of: Versioned,
  id: string,
  retiredUtc: number | null,
): Promise<void> {
  await tx(`${of}s`).where({ id }).update({ retired_utc: retiredUtc });
}

export interface MadeVersion {
  readonly number: number;
  readonly by: string;
  readonly atUtc: number;
}

/** Who made which version, the latest first, by what it is a version of. */
export async function madeVersions(
  reads: Reads,
  of: Versioned,
): Promise<ReadonlyMap<string, readonly MadeVersion[]>> {
  const rows = await sql(reads)(`${of}_versions`)
    .join('people', 'people.id', `${of}_versions.author_id`)
    .orderBy('number', 'desc')
    .select<(MadeVersion & { readonly ofId: string })[]>({
      ofId: `${of}_id`,
      number: 'number',
      by: 'people.name',
      atUtc: 'made_utc',
    });
  return new Map(
    [...groupBy(rows, ({ ofId }) => ofId)].map(([id, made]) => [
      id,
      made.map(({ ofId: _of, ...one }) => one),
    ]),
  );
}
