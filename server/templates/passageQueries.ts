import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { DocumentNode } from '../../core/template/document.ts';
import { linkedPassages } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { fromJson } from '../platform/database/json.ts';
import { listPeople } from '../access/peopleQueries.ts';
import { stampAnew } from '../platform/database/kept.ts';
import type { Reads } from '../platform/database/reads.ts';
import { libraryOf } from './libraryQueries.ts';
import type { VersionItem } from './libraryQueries.ts';
import type { Made } from './queries.ts';

export interface StoredPassage {
  readonly id: string;
  readonly name: string;
  readonly folder: string;
  readonly versionId: string;
  readonly body: DocumentNode;
  readonly changedAtUtc: number;
  readonly changedBy: string;
}

interface PassageRow extends Omit<StoredPassage, 'body'> {
  body: string;
}

const passages = (reads: Reads) =>
  sql(reads)('passages')
    .join('passage_versions as v', 'v.id', 'passages.current_version_id')
    .leftJoin('people', 'people.id', 'v.made_by')
    .where('passages.retired', false)
    .select<PassageRow[]>(
      {
        id: 'passages.id',
        name: 'passages.name',
        folder: 'passages.folder',
        versionId: 'v.id',
        body: 'v.body',
        changedAtUtc: 'v.made_at_utc',
      },
      sql(reads).raw("coalesce(people.name, '') AS changedBy"),
    );

const toPassage = (row: PassageRow): StoredPassage => ({ ...row, body: fromJson<DocumentNode>(row.body) });

/** Every passage in today's wording, by name. */
export async function listPassages(reads: Reads): Promise<readonly StoredPassage[]> {
  return (await passages(reads).orderBy('passages.name')).map(toPassage);
}

export async function findPassage(reads: Reads, id: string): Promise<StoredPassage | undefined> {
  const [row] = await passages(reads).where('passages.id', id);
  return row && toPassage(row);
}

/** What templates are compiled with. */
export async function readPassages(reads: Reads): Promise<Passages> {
  return new Map((await listPassages(reads)).map(({ id, name, body }) => [id, { name, body }]));
}

export async function insertPassage(
  tx: Tx,
  passage: Pick<StoredPassage, 'id' | 'name' | 'folder' | 'versionId' | 'body'>,
  made: Made,
): Promise<void> {
  const { id, name, folder, versionId } = passage;
  await tx('passages').insert({ id, name, folder, current_version_id: versionId });
  await insertVersion(tx, passage, 1, made);
  await stampAnew(tx, 'passages');
}

async function insertVersion(
  tx: Tx,
  { id, versionId, body }: Pick<StoredPassage, 'id' | 'versionId' | 'body'>,
  number: number,
  made: Made,
): Promise<void> {
  await tx('passage_versions').insert({
    id: versionId,
    passage_id: id,
    number,
    body: JSON.stringify(body),
    made_by: made.by,
    made_at_utc: made.atUtc,
    why: made.why,
  });
}

/** Makes a new wording today's, if the one it was made on still is; false where it is not. */
export async function addPassageVersion(
  tx: Tx,
  passage: Pick<StoredPassage, 'id' | 'versionId' | 'body'>,
  baseVersionId: string,
  made: Made,
): Promise<boolean> {
  const [last] = await tx('passage_versions')
    .where({ passage_id: passage.id })
    .max<{ number: number }[]>('number as number');
  await insertVersion(tx, passage, (last?.number ?? 0) + 1, made);
  const changed = await tx('passages')
    .where({ id: passage.id, current_version_id: baseVersionId })
    .update({ current_version_id: passage.versionId });
  await stampAnew(tx, 'passages');
  return changed === 1;
}

export async function updatePassage(
  tx: Tx,
  id: string,
  change: { readonly name?: string; readonly folder?: string; readonly retired?: boolean },
): Promise<void> {
  if (Object.keys(change).length === 0) return;
  await tx('passages').where({ id }).update(change);
  await stampAnew(tx, 'passages');
}

export async function listPassageVersions(reads: Reads, passageId: string): Promise<VersionItem[]> {
  return sql(reads)('passage_versions as v')
    .leftJoin('people', 'people.id', 'v.made_by')
    .where('v.passage_id', passageId)
    .orderBy('v.number', 'desc')
    .select<VersionItem[]>(
      { id: 'v.id', number: 'v.number', madeAtUtc: 'v.made_at_utc', why: 'v.why' },
      sql(reads).raw("coalesce(people.name, '') AS madeBy"),
    );
}

export async function findPassageVersion(
  reads: Reads,
  passageId: string,
  versionId: string,
): Promise<DocumentNode | undefined> {
  const row = await sql(reads)('passage_versions')
    .where({ id: versionId, passage_id: passageId })
    .first<{ body: string } | undefined>('body');
  return row && fromJson<DocumentNode>(row.body);
}

export interface PassageUse {
  readonly templates: { id: string; name: string; standing: string }[];
  readonly passages: { id: string; name: string }[];
  readonly signatureOf: string[];
}

/**
 * Where each passage is used. Counted from current wordings, all of which are read: a library is some thousand
 * documents, and this is asked when one of its passages is looked at, never while writing.
 */
export async function passageUses(scope: Scope): Promise<(id: string) => PassageUse> {
  const templates = await libraryOf(scope)
    .join('template_versions as v', 'v.id', 'templates.current_version_id')
    .whereNot('templates.standing', 'retired')
    .orderBy('templates.name')
    .select<{ id: string; name: string; standing: string; content: string }[]>({
      id: 'templates.id',
      name: 'templates.name',
      standing: 'templates.standing',
      content: 'v.content',
    });
  const linking = templates.map(({ content, ...template }) => {
    const { subject, body } = fromJson<TemplateContent>(content);
    return { template, links: linkedPassages([{ type: 'paragraph', content: subject }, ...body.content]) };
  });
  const within = (await listPassages(scope)).map(({ id, name, body }) => ({
    passage: { id, name },
    links: linkedPassages(body.content),
  }));
  const signing = await listPeople(scope);
  return (id) => ({
    templates: linking.filter(({ links }) => links.includes(id)).map(({ template }) => template),
    passages: within.filter(({ links }) => links.includes(id)).map(({ passage }) => passage),
    signatureOf: signing.filter((person) => person.signaturePassageId === id).map(({ name }) => name),
  });
}

/** Whether anything at all still says a passage, whoever may see it: it must not vanish from what others wrote. */
export async function isUsedAnywhere(reads: Reads, id: string): Promise<boolean> {
  const rows = await sql(reads)('templates')
    .join('template_versions as v', 'v.id', 'templates.current_version_id')
    .whereNot('templates.standing', 'retired')
    .pluck<string[]>('v.content');
  return rows.some((content) => {
    const { subject, body } = fromJson<TemplateContent>(content);
    return linkedPassages([{ type: 'paragraph', content: subject }, ...body.content]).includes(id);
  });
}
