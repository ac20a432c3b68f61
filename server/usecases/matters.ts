import { groupBy } from '../../core/model/groupBy.ts';
import type { MatterDetail, MatterPage, MatterSort } from '../../contract/matters.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { workingDaysBetween } from '../../core/dates/workingDays.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { Party } from '../../core/model/matter.ts';
import { chooseAddress } from '../../core/recipients/recipients.ts';
import { fieldsOf } from '../../core/template/fieldCatalogue.ts';
import { writeValue } from '../../core/values/writeValue.ts';
import { notFound } from '../http/httpProblem.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { filingAddressOf } from '../incoming/filingAddress.ts';
import type { Office } from '../office.ts';
import { entryTimes } from '../repositories/correspondence.ts';
import { openFollowUps } from '../repositories/followUps.ts';
import { filingTokenOf, findMatter, listMatters, markDocument } from '../repositories/matters.ts';
import type { StoredDocument, StoredMatter } from '../repositories/matters.ts';
import { listDraftsOnMatter } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import type { PracticeSettings } from '../repositories/settings.ts';
import { readerFor } from './desk.ts';
import { listCorrespondence } from './correspondence.ts';
import { viewSummary } from './messageView.ts';

const DEFAULT_PAGE = 50;
const FIRST_ENTRIES = 60;

export interface MatterListRequest {
  readonly query?: string;
  readonly sort?: string;
  readonly limit?: number;
  readonly after?: string;
}

const SORTS: readonly MatterSort[] = ['recent', 'reference', 'title', 'stage'];

export function findMatters(
  office: Office,
  person: Account,
  request: MatterListRequest,
): Promise<MatterPage> {
  const sort = SORTS.find((known) => known === request.sort) ?? 'recent';
  return listMatters(office.db, {
    personId: person.id,
    query: request.query ?? '',
    sort,
    limit: request.limit ?? DEFAULT_PAGE,
    after: request.after,
  });
}

/** Everything the matter's page shows, in one answer. */
export async function openMatter(office: Office, person: Account, id: string): Promise<MatterDetail> {
  const matter = await findMatter(office.db, id, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const reader = readerFor(matter, person, settings, [], office.now());
  const times = await entryTimes(office.db, id);
  const count = (direction: string): number => times.filter((time) => time.direction === direction).length;
  return {
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type: matter.type.name,
    stage: matter.type.stages.find(({ key }) => key === matter.stage)?.label ?? '',
    responsible: matter.responsible.name,
    restricted: matter.restricted,
    filingAddress:
      settings.filingDomain === ''
        ? null
        : filingAddressOf(matter.reference, await filingTokenOf(office.db, matter.id), settings.filingDomain),
    parties: matter.parties.map((party) => viewParty(party, matter)),
    values: viewValues(matter, reader),
    documents: matter.documents.map(viewDocument),
    drafts: (await listDraftsOnMatter(office.db, id)).map(viewSummary),
    followUps: await openFollowUps(office.db, id),
    counts: { all: times.length, out: count('out'), in: count('in'), note: count('note') },
    correspondence: await listCorrespondence(office, person, id, { limit: FIRST_ENTRIES }),
    dateline: viewDateline(matter, reader, settings, times),
  };
}

function viewParty({ role, contact }: Party, matter: StoredMatter): MatterDetail['parties'][number] {
  const address = chooseAddress(contact);
  const phone = contact.addresses.find(({ kind }) => kind === 'phone');
  const organisation = organisationOf(contact);
  const definition = matter.type.roles.find(({ key }) => key === role);
  return {
    role,
    roleLabel: definition?.label ?? '',
    rolePlural: definition?.plural ?? '',
    contactId: contact.id,
    name: contact.name,
    kind: contact.kind,
    ...(organisation === undefined ? {} : { organisation }),
    ...(address ? { address: address.value } : {}),
    ...(phone ? { phone: phone.value } : {}),
    doNotWriteTo: contact.doNotWriteTo,
    bounced: address?.bounced ?? false,
  };
}

const organisationOf = (contact: Contact): string | undefined =>
  contact.kind === 'person' ? contact.organisation : undefined;

/** Facts, key dates and calculated values that have something to say, as people write them. */
function viewValues({ type }: StoredMatter, reader: FieldReader): MatterDetail['values'] {
  return fieldsOf(type).flatMap(({ path, label, kind }) => {
    if (!/^(?:fact|date|calculated)\./.test(path)) return [];
    const value = reader.read(path);
    if (!value) return [];
    const date = value.kind === 'date' ? { date: value.date } : {};
    return [
      { path, label, kind, text: writeValue(value, value.kind === 'date' ? 'short' : 'plain'), ...date },
    ];
  });
}

function viewDocument({
  blob: _blob,
  restricted = false,
  ...document
}: StoredDocument): MatterDetail['documents'][number] {
  return { ...document, restricted };
}

function viewDateline(
  { type }: StoredMatter,
  reader: FieldReader,
  { timeZone }: PracticeSettings,
  times: Awaited<ReturnType<typeof entryTimes>>,
): MatterDetail['dateline'] {
  const { today, calendar } = reader.context;
  const dated = [
    ...type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label })),
    ...type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
  ];
  const keyDates = dated.flatMap(({ path, label }) => {
    const value = reader.read(path);
    if (value?.kind !== 'date') return [];
    return [{ label, date: value.date, workingDaysLeft: workingDaysBetween(calendar, today, value.date) }];
  });
  const days = groupBy(times, ({ occurredAtUtc }) => zonedTime(timeZone, occurredAtUtc).date);
  const ticks = [...days].map(([date, entries]) => ({
    date,
    out: entries.filter(({ direction }) => direction === 'out').length,
    in: entries.filter(({ direction }) => direction === 'in').length,
  }));
  return { today, keyDates, ticks };
}

/** A document's bytes, for whoever may see its matter. */
export async function documentBytes(
  office: Office,
  person: Account,
  matterId: string,
  documentId: string,
): Promise<{ readonly document: StoredDocument; readonly bytes: Buffer }> {
  const matter = await findMatter(office.db, matterId, person.id);
  const document = matter?.documents.find(({ id }) => id === documentId);
  if (!document) throw notFound('document');
  return { document, bytes: await office.blobs.get(document.blob) };
}

/** Marks a document as for the practice alone, so that its leaving is cautioned, or takes the mark off. */
export async function restrictDocument(
  office: Office,
  person: Account,
  matterId: string,
  documentId: string,
  restricted: boolean,
): Promise<Record<string, never>> {
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter?.documents.some(({ id }) => id === documentId)) throw notFound('document');
  await office.db.transaction(async (tx) => {
    await markDocument(tx, documentId, restricted);
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: restricted ? 'document.restricted' : 'document.allowed',
      subjectKind: 'matter',
      subjectId: matterId,
      detail: { documentId },
    });
  });
  office.changes.tell({ kind: 'matter', id: matterId, matterId });
  return {};
}
