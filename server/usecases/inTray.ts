import type {
  FileIncoming,
  FileMany,
  Filed,
  InTray,
  IncomingDetail,
  IncomingSummary,
  MatterSlip,
} from '../../contract/inTray.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { correspondentsIn } from '../../core/matching/index.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import { DecidedMeanwhile, fileIncoming } from '../incoming/fileIncoming.ts';
import { ownAddresses } from '../incoming/ownAddresses.ts';
import { readMail } from '../incoming/readMail.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { findContactsByAddress } from '../repositories/contacts.ts';
import { mattersOfAddress, saidWith, slipsOf } from '../repositories/correspondents.ts';
import type { SlipRow } from '../repositories/correspondents.ts';
import { countWaiting, decideIncoming, findIncoming, listWaiting } from '../repositories/incoming.ts';
import type { IncomingFile, StoredIncoming } from '../repositories/incoming.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';
import { shownWords } from './correspondence.ts';
import { mattersToJoin } from './makeParty.ts';
import { takeBack } from './moveEntry.ts';

const DEFAULT_PAGE = 50;
const SAID_BEFORE = 6;

/** What came in and waits for a person, with where each may belong and why. */
export async function readInTray(
  office: Office,
  person: Account,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<InTray> {
  const { items, next } = await listWaiting(office.db, { limit, after });
  const view = await summariser(office, person, items);
  return { items: items.map(view), next, count: await countWaiting(office.db) };
}

type View = (incoming: StoredIncoming) => IncomingSummary;

/** Suggestions to matters that a person may not see are not there for them. */
async function summariser(office: Office, person: Account, items: readonly StoredIncoming[]): Promise<View> {
  const ids = items.flatMap(({ suggestions }) => suggestions.map(({ matterId }) => matterId));
  const slips = await slipsOf(office.db, [...new Set(ids)], person.id);
  const slip = await slipWriter(office);
  return (one) => ({
    id: one.id,
    receivedAtUtc: one.receivedAtUtc,
    sentAtUtc: one.sentAtUtc,
    direction: one.direction,
    from: one.people.from,
    subject: one.subject,
    opening: one.opening,
    attachmentNames: one.files.filter(({ inline }) => !inline).map(({ name }) => name),
    suggestions: one.suggestions.flatMap(({ matterId, likelihood, reasons }) => {
      const row = slips.get(matterId);
      const told = reasons.map(({ code, params }) => ({ code, params: { ...params } }));
      return row ? [{ ...slip(row), likelihood, reasons: told }] : [];
    }),
  });
}

async function slipWriter(office: Office): Promise<(row: SlipRow) => MatterSlip> {
  const types = new Map((await listMatterTypes(office.db)).map((type) => [type.id as string, type]));
  return ({ matterId, reference, title, typeId, stage }) => ({
    matterId,
    reference,
    title,
    stage: types.get(typeId)?.stages.find(({ key }) => key === stage)?.label ?? '',
  });
}

async function found(office: Office, id: string): Promise<StoredIncoming> {
  const incoming = await findIncoming(office.db, id);
  if (!incoming) throw notFound('message in the in-tray');
  return incoming;
}

/** One message in full: what it says, who it is from, what they are on and what was said before. */
export async function readIncoming(office: Office, person: Account, id: string): Promise<IncomingDetail> {
  const incoming = await found(office, id);
  if (incoming.state !== 'waiting') await mustSee(office, person, incoming);
  const summary = (await summariser(office, person, [incoming]))(incoming);
  const words = await shownWords(office, await office.blobs.get(incoming.rawBlob));
  const own = await ownAddresses(office.db);
  const [key = addressKey(incoming.people.from.address)] = correspondentsIn(incoming.people, own).first;
  const contacts = await findContactsByAddress(office.db, [key]);
  const slip = await slipWriter(office);
  const types = await listMatterTypes(office.db);
  const labels = new Map(types.flatMap(({ roles }) => roles.map(({ key: role, label }) => [role, label])));
  return {
    ...summary,
    state: incoming.state,
    to: [...incoming.people.to],
    cc: [...incoming.people.cc],
    ...words,
    mayJoin: await mattersToJoin(office, person, incoming),
    attachments: shownFiles(incoming).map(({ name, mediaType, sizeBytes }, index) => ({
      index,
      name,
      mediaType,
      sizeBytes,
    })),
    contacts: [...contacts.values()].map((contact) => ({
      id: contact.id,
      name: contact.name,
      organisation: contact.kind === 'person' ? (contact.organisation ?? null) : null,
    })),
    matters: (await mattersOfAddress(office.db, key, person.id)).map((row) => ({
      ...slip(row),
      roles: row.roles.map((role) => labels.get(role) ?? role),
    })),
    saidBefore: await saidWith(office.db, key, person.id, SAID_BEFORE),
  };
}

/** Once it is filed, it is for those who may see where. */
async function mustSee(office: Office, person: Account, { entryIds }: StoredIncoming): Promise<void> {
  if (entryIds.length === 0) return;
  const matters = await office
    .db('entries')
    .whereIn('id', [...entryIds])
    .pluck<string[]>('matter_id');
  if ((await slipsOf(office.db, matters, person.id)).size === 0) throw notFound('message in the in-tray');
}

const shownFiles = ({ files }: StoredIncoming): readonly IncomingFile[] =>
  files.filter(({ inline }) => !inline);

export async function incomingFile(
  office: Office,
  person: Account,
  id: string,
  index: number,
): Promise<{ readonly file: IncomingFile; readonly bytes: Buffer }> {
  const incoming = await found(office, id);
  if (incoming.state !== 'waiting') await mustSee(office, person, incoming);
  const file = shownFiles(incoming)[index];
  if (!file) throw notFound('attachment');
  return { file, bytes: await office.blobs.get(file.blob) };
}

/** Files a message on one matter or several. */
export async function fileOn(
  office: Office,
  person: Account,
  id: string,
  { matterIds }: FileIncoming,
): Promise<Filed> {
  const incoming = await found(office, id);
  const slips = await slipsOf(office.db, matterIds, person.id);
  if (slips.size !== matterIds.length) throw notFound('matter');
  const { text } = await readMail(await office.blobs.get(incoming.rawBlob), incoming.receivedAtUtc);
  const entryIds = await fileIncoming(office, incoming, text, matterIds, person.id).catch(asConflict);
  return {
    entries: entryIds.map((entryId, n) => ({
      entryId,
      matterId: matterIds[n] ?? '',
      reference: slips.get(matterIds[n] ?? '')?.reference ?? '',
    })),
  };
}

/** Files several at once, each on its own matter; one that somebody else has filed meanwhile is passed over. */
export async function fileMany(office: Office, person: Account, { items }: FileMany): Promise<Filed> {
  const entries: Filed['entries'] = [];
  for (const { id, matterId } of items) {
    const filed = await fileOn(office, person, id, { matterIds: [matterId] }).catch((error: unknown) => {
      if (error instanceof HttpProblem && error.code === 'decidedMeanwhile') return { entries: [] };
      throw error;
    });
    entries.push(...filed.entries);
  }
  return { entries };
}

/** Puts a message aside that belongs to no matter; undone by putting it back. */
export async function putAside(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  await found(office, id);
  await decide(office, person, id, 'waiting', 'notOurs', []);
  return {};
}

/** Back into the in-tray: what was put aside, or what was filed by mistake, which leaves its trace where it was. */
export async function putBack(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  const incoming = await found(office, id);
  if (incoming.state === 'filed') await mustSee(office, person, incoming);
  if (incoming.state !== 'filed' && incoming.state !== 'notOurs')
    throw new HttpProblem('decidedMeanwhile', 'It lies in the in-tray already.');
  await decide(office, person, id, incoming.state, 'waiting', []);
  for (const entryId of incoming.entryIds) await takeBack(office, person, entryId);
  return {};
}

async function decide(
  office: Office,
  person: Account,
  id: string,
  from: StoredIncoming['state'],
  state: StoredIncoming['state'],
  entryIds: readonly string[],
): Promise<void> {
  const atUtc = office.now();
  await office.db
    .transaction(async (tx) => {
      const moved = await decideIncoming(tx, id, from, { state, entryIds, personId: person.id, atUtc });
      if (!moved) throw new DecidedMeanwhile(id);
      await insertAuditEvent(tx, {
        atUtc,
        personId: person.id,
        what: `incoming.${state}`,
        subjectKind: 'incoming',
        subjectId: id,
        detail: { from },
      });
    })
    .catch(asConflict);
  office.changes.tell({ kind: 'inTray', id });
}

const asConflict = (error: unknown): never => {
  throw error instanceof DecidedMeanwhile
    ? new HttpProblem('decidedMeanwhile', 'Somebody else has dealt with it meanwhile. Nothing was changed.')
    : error;
};
