import type {
  ChangePassage,
  NewPassage,
  PassageDetail,
  PassageList,
  PassageUses,
  Signatures,
} from '../../contract/passages.ts';
import { inlineOf } from '../../core/template/walk.ts';
import type { DocumentNode } from '../../core/template/document.ts';
import { parseDocument } from '../../core/template/parseDocument.ts';
import { isOneLine, passageProblems } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import type { Database } from '../repositories/database.ts';
import {
  addPassageVersion,
  chooseSignature,
  findPassage,
  findPassageVersion,
  insertPassage,
  listPassages,
  listPassageVersions,
  listSignatures,
  passageUses,
  updatePassage,
} from '../repositories/passages.ts';
import type { StoredPassage } from '../repositories/passages.ts';
import type { Account } from '../repositories/people.ts';

const OPENING_CHARS = 160;

const viewSummary = (passage: StoredPassage, uses: PassageUses) => ({
  id: passage.id,
  name: passage.name,
  folder: passage.folder,
  opening: inlineOf(passage.body.content)
    .map((node) => (node.type === 'text' ? node.text : node.type === 'hardBreak' ? ' ' : '…'))
    .join('')
    .slice(0, OPENING_CHARS),
  oneLine: isOneLine(passage.body),
  uses: uses.templates.length + uses.passages.length + uses.signatureOf.length,
  changedAtUtc: passage.changedAtUtc,
  changedBy: passage.changedBy,
});

/** Every passage in today's wording, by name. */
export async function readPassageList(office: Office): Promise<PassageList> {
  const usesOf = await passageUses(office.db);
  return { items: (await listPassages(office.db)).map((one) => viewSummary(one, usesOf(one.id))) };
}

/** A passage with its wording, its versions, and where a change of it would show. */
export async function readPassage(office: Office, id: string): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const usedIn = (await passageUses(office.db))(id);
  const passages = await office.programs.passages(office.db);
  return {
    ...viewSummary(passage, usedIn),
    versionId: passage.versionId,
    body: { ...passage.body },
    versions: await listPassageVersions(office.db, id),
    usedIn,
    problems: passageProblems(passage.body.content, passages).map(({ code, where, params }) => ({
      code,
      where,
      params: { ...params },
      severity: 'error',
      types: [],
    })),
  };
}

export async function createPassage(
  office: Office,
  person: Account,
  { name, folder = '', body: json }: NewPassage,
): Promise<PassageDetail> {
  const body = readBody(json);
  const id = office.newId();
  await refuseCircle(office, id, name, body);
  await office.db.transaction(async (tx) => {
    await insertPassage(
      tx,
      { id, name: name.trim(), folder: folder.trim(), versionId: office.newId(), body },
      { by: person.id, atUtc: office.now(), why: 'First wording' },
    );
    await audit(office, tx, person, 'passage.made', id, { name });
  });
  office.changes.tell({ kind: 'passage', id });
  return readPassage(office, id);
}

/** Changes a passage everywhere at once, on condition that nobody did meanwhile. */
export async function changePassage(
  office: Office,
  person: Account,
  id: string,
  change: ChangePassage,
): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const body = change.body === undefined ? undefined : readBody(change.body);
  if (body) await refuseCircle(office, id, change.name ?? passage.name, body);
  await office.db.transaction(async (tx) => {
    await updatePassage(tx, id, {
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
    });
    if (body) {
      const made = { by: person.id, atUtc: office.now(), why: change.why?.trim() || 'Changed wording' };
      const version = { id, versionId: office.newId(), body };
      if (!(await addPassageVersion(tx, version, change.baseVersionId, made))) {
        throw new HttpProblem(
          'passageChanged',
          'Somebody has changed this passage meanwhile. Yours is still here; look at theirs before you keep it.',
        );
      }
    }
    await audit(office, tx, person, 'passage.changed', id, { parts: Object.keys(change) });
  });
  office.changes.tell({ kind: 'passage', id });
  return readPassage(office, id);
}

export async function restorePassageVersion(
  office: Office,
  person: Account,
  id: string,
  versionId: string,
): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  const body = await findPassageVersion(office.db, id, versionId);
  if (!passage || !body) throw notFound('version of this passage');
  return changePassage(office, person, id, {
    baseVersionId: passage.versionId,
    body: { ...body },
    why: 'Back to an earlier wording',
  });
}

/** Puts a passage away for good. One that something still says is kept, and where is said. */
export async function retirePassage(office: Office, person: Account, id: string): Promise<void> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const uses = (await passageUses(office.db))(id);
  if (uses.templates.length + uses.passages.length + uses.signatureOf.length > 0) {
    const names = [...uses.templates, ...uses.passages].map(({ name }) => name);
    throw new HttpProblem(
      'passageInUse',
      `It is still used: ${[...names, ...uses.signatureOf.map((name) => `${name}’s signature`)].slice(0, 5).join(', ')}. Take it out there first.`,
      { uses },
    );
  }
  await office.db.transaction(async (tx) => {
    await updatePassage(tx, id, { retired: true });
    await audit(office, tx, person, 'passage.retired', id, { name: passage.name });
  });
  office.changes.tell({ kind: 'passage', id });
}

export async function readSignatures(office: Office): Promise<Signatures> {
  return { people: await listSignatures(office.db) };
}

/** Gives somebody a default signature; the one before it simply is no longer. */
export async function setSignature(
  office: Office,
  person: Account,
  forId: string,
  passageId: string | null,
): Promise<Signatures> {
  if (passageId !== null && !(await findPassage(office.db, passageId))) throw notFound('passage');
  await office.db.transaction(async (tx) => {
    if (!(await chooseSignature(tx, forId, passageId))) throw notFound('person');
    await audit(office, tx, person, 'passage.signature', passageId ?? 'none', { forId });
  });
  office.changes.tell({ kind: 'passage', id: passageId ?? forId });
  return readSignatures(office);
}

function readBody(json: unknown): DocumentNode {
  const read = parseDocument(json, 'template');
  if (read.ok) return read.value;
  throw new HttpProblem('badDocument', undefined, { problems: read.problems });
}

/** A passage within itself, by whatever way, is refused with the way. */
async function refuseCircle(office: Office, id: string, name: string, body: DocumentNode): Promise<void> {
  const passages: Passages = new Map([...(await office.programs.passages(office.db)), [id, { name, body }]]);
  const problems = passageProblems([{ type: 'passage', attrs: { id } }], passages);
  const circle = problems.find(({ code }) => code === 'passageCircle');
  if (circle) {
    throw new HttpProblem('badDocument', `It would stand within itself: ${String(circle.params['path'])}.`, {
      problems,
    });
  }
}

const audit = (
  office: Office,
  tx: Database,
  person: Account,
  what: string,
  subjectId: string,
  detail: Readonly<Record<string, unknown>>,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'passage',
    subjectId,
    detail,
  });
