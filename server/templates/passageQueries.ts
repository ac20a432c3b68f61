import type { DocumentNode } from '../../core/template/document.ts';
import { linkedPassages } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';
import type { Made } from './queries.ts';
import type { VersionItem } from './libraryQueries.ts';

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

const passages = (db: Database) =>
  db('passages')
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
      db.raw("coalesce(people.name, '') AS changedBy"),
    );

const toPassage = (row: PassageRow): StoredPassage => ({ ...row, body: fromJson<DocumentNode>(row.body) });

/** Every passage in today's wording, by name. */
export async function listPassages(db: Database): Promise<readonly StoredPassage[]> {
  return (await passages(db).orderBy('passages.name')).map(toPassage);
}

export async function findPassage(db: Database, id: string): Promise<StoredPassage | undefined> {
  const [row] = await passages(db).where('passages.id', id);
  return row && toPassage(row);
}

/** What templates are compiled with. */
export async function readPassages(db: Database): Promise<Passages> {
  return new Map((await listPassages(db)).map(({ id, name, body }) => [id, { name, body }]));
}

/** Which version each passage is at: to know whether what was compiled still holds. */
export function passageVersionIds(db: Database): Promise<string[]> {
  return db('passages')
    .where({ retired: false })
    .whereNotNull('current_version_id')
    .pluck<string[]>('current_version_id');
}

export async function insertPassage(
  db: Database,
  passage: Pick<StoredPassage, 'id' | 'name' | 'folder' | 'versionId' | 'body'>,
  made: Made,
): Promise<void> {
  const { id, name, folder, versionId } = passage;
  await db('passages').insert({ id, name, folder, current_version_id: versionId });
  await insertVersion(db, passage, 1, made);
}

async function insertVersion(
  db: Database,
  { id, versionId, body }: Pick<StoredPassage, 'id' | 'versionId' | 'body'>,
  number: number,
  made: Made,
): Promise<void> {
  await db('passage_versions').insert({
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
  db: Database,
  passage: Pick<StoredPassage, 'id' | 'versionId' | 'body'>,
  baseVersionId: string,
  made: Made,
): Promise<boolean> {
  const [last] = await db('passage_versions')
    .where({ passage_id: passage.id })
    .max<{ number: number }[]>('number as number');
  await insertVersion(db, passage, (last?.number ?? 0) + 1, made);
  const changed = await db('passages')
    .where({ id: passage.id, current_version_id: baseVersionId })
    .update({ current_version_id: passage.versionId });
  return changed === 1;
}

export async function updatePassage(
  db: Database,
  id: string,
  change: { readonly name?: string; readonly folder?: string; readonly retired?: boolean },
): Promise<void> {
  if (Object.keys(change).length > 0) await db('passages').where({ id }).update(change);
}

export async function listPassageVersions(db: Database, passageId: string): Promise<VersionItem[]> {
  return db('passage_versions as v')
    .leftJoin('people', 'people.id', 'v.made_by')
    .where('v.passage_id', passageId)
    .orderBy('v.number', 'desc')
    .select<VersionItem[]>(
      { id: 'v.id', number: 'v.number', madeAtUtc: 'v.made_at_utc', why: 'v.why' },
      db.raw("coalesce(people.name, '') AS madeBy"),
    );
}

export async function findPassageVersion(
  db: Database,
  passageId: string,
  versionId: string,
): Promise<DocumentNode | undefined> {
  const row = await db('passage_versions')
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
export async function passageUses(db: Database): Promise<(id: string) => PassageUse> {
  const templates = await db('templates')
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
  const within = (await listPassages(db)).map(({ id, name, body }) => ({
    passage: { id, name },
    links: linkedPassages(body.content),
  }));
  const signing = await db('people')
    .whereNotNull('signature_passage_id')
    .orderBy('rank')
    .select<{ name: string; signature_passage_id: string }[]>('name', 'signature_passage_id');
  return (id) => ({
    templates: linking.filter(({ links }) => links.includes(id)).map(({ template }) => template),
    passages: within.filter(({ links }) => links.includes(id)).map(({ passage }) => passage),
    signatureOf: signing.filter((person) => person.signature_passage_id === id).map(({ name }) => name),
  });
}

/** Chooses whose default signature a passage is; null takes it away. False where there is no such person. */
export async function chooseSignature(
  db: Database,
  personId: string,
  passageId: string | null,
): Promise<boolean> {
  return (await db('people').where({ id: personId }).update({ signature_passage_id: passageId })) === 1;
}

export function listSignatures(
  db: Database,
): Promise<{ id: string; name: string; passageId: string | null }[]> {
  return db('people').orderBy('rank').select<{ id: string; name: string; passageId: string | null }[]>({
    id: 'id',
    name: 'name',
    passageId: 'signature_passage_id',
  });
}

export async function signaturePassageId(db: Database, personId: string): Promise<string | undefined> {
  const row = await db('people')
    .where({ id: personId })
    .first<{ id: string | null } | undefined>({ id: 'signature_passage_id' });
  return row?.id ?? undefined;
}
