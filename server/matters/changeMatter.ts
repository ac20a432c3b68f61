import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ChangeMatter, ChangedMatter } from '../../contract/matterTypes.ts';
import { findMatter } from './queries.ts';
import type { StoredMatter } from './queries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { readChange } from './readChange.ts';
import { updateMatter, renewFinding } from './changeQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { copy } from '../platform/database/plainCopy.ts';
import { readRecord } from './readRecord.ts';
import type { Database } from '../platform/database/openDatabase.ts';

/** Changes a matter in place; gives the change that would take it back. */
export async function changeMatter(
  office: Office,
  person: Account,
  id: string,
  change: ChangeMatter,
): Promise<ChangedMatter> {
  const before = await findMatter(office.db, id, person.id);
  if (!before) throw notFound('matter');
  const stored = await readChange(office, before, change);
  const nowUtc = office.now();
  await office.db.transaction(async (tx) => {
    if (!(await updateMatter(tx, id, change.revision, stored))) {
      throw new HttpProblem(
        'matterChanged',
        'Somebody has changed this matter meanwhile. Nothing of yours was written over theirs; look, and change it again.',
      );
    }
    await findingAfter(tx, id, person, change);
    await insertAuditEvent(tx, {
      atUtc: nowUtc,
      personId: person.id,
      what: 'matter.changed',
      subjectKind: 'matter',
      subjectId: id,
      detail: { change: copy(change), before: copy(undoOf(before, change, change.revision)) },
    });
  });
  office.changes.tell({ kind: 'matter', id, matterId: id });
  const record = await readRecord(office, person, id);
  return { record, undo: undoOf(before, change, record.revision) };
}

async function findingAfter(tx: Database, id: string, person: Account, change: ChangeMatter): Promise<void> {
  if (change.title === undefined && !change.parties && !change.facts) return;
  const after = await findMatter(tx, id, person.id);
  if (after) await renewFinding(tx, after);
}

/** The change that takes a change back: what stood where it changed something. */
function undoOf(before: StoredMatter, change: ChangeMatter, revision: number): ChangeMatter {
  const was = <T>(kept: Readonly<Record<string, T>>, changed: object): Record<string, T | null> =>
    Object.fromEntries(
      Object.keys(changed).map((key) => [key, Object.hasOwn(kept, key) ? (kept[key] ?? null) : null]),
    );
  return copy({
    revision,
    ...(change.title === undefined ? {} : { title: before.title }),
    ...(change.stage === undefined ? {} : { stage: before.stage }),
    ...(change.responsibleId === undefined ? {} : { responsibleId: before.responsible.id }),
    ...(change.facts ? { facts: was(before.facts, change.facts) } : {}),
    ...(change.dates ? { dates: was(before.dates, change.dates) } : {}),
    ...(change.tables
      ? {
          tables: Object.fromEntries(
            Object.keys(change.tables).map((key) => [
              key,
              Object.hasOwn(before.tables, key) ? before.tables[key] : [],
            ]),
          ),
        }
      : {}),
    ...(change.parties
      ? { parties: before.parties.map(({ role, contact }) => ({ role, contactId: contact.id })) }
      : {}),
  });
}
