import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { NewMatterJson } from '../../contract/matterTypes.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { findMatterTypes } from './matterTypeQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { lastReference, referenceTaken } from './queries.ts';
import { refuse } from './readChange.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import { insertMatter } from './changeQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { openMatter } from './openMatter.ts';

/** Opens a new matter of a kind. Its reference counts on from the last of the kind, unless one is given. */
export async function createMatter(
  office: Office,
  person: Account,
  { typeId, title, reference: wanted }: NewMatterJson,
): Promise<MatterDetail> {
  const type = (await findMatterTypes(office.db, [typeId])).get(typeId);
  if (!type) throw notFound('kind of matter');
  const [first] = type.stages;
  const prefix = type.reference ?? 'M-';
  const reference = wanted ?? `${prefix}${(await lastReference(office.db, prefix)) + 1}`;
  if (await referenceTaken(office.db, reference)) refuse(`There is a matter ${reference} already.`);
  const id = asId<MatterId>(office.newId());
  await office.db.transaction(async (tx) => {
    await insertMatter(tx, {
      id,
      reference,
      title: title.trim(),
      type,
      stage: first?.key ?? '',
      responsible: person,
      parties: [],
      facts: {},
      dates: {},
      tables: {},
      documents: [],
      restricted: false,
      accessFor: [],
      openedAtUtc: office.now(),
    });
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'matter.opened',
      subjectKind: 'matter',
      subjectId: id,
      detail: { reference },
    });
  });
  office.changes.tell({ kind: 'matter', id, matterId: id });
  return openMatter(office, person, id);
}
