import { addressKey } from '../../core/recipients/address.ts';
import { candidatesIn, correspondentsIn, filesItself, matchMail } from '../../core/matching/index.ts';
import type { IncomingMail, Suggestion } from '../../core/matching/index.ts';
import type { Office } from '../app/services.ts';
import { findByBytes, insertIncoming } from './queries.ts';
import type { IncomingSource, StoredIncoming } from './queries.ts';
import { filingRuleOf, findMatchFacts } from './matchQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { openingOf } from '../../core/correspondence/previewText.ts';
import { fileIncoming } from './fileIncoming.ts';
import { filingTokens } from '../matters/filingAddress.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { readMail } from './readMail.ts';
import type { ReadMail } from './readMail.ts';
import { recordReport } from './recordReport.ts';

export interface Received {
  readonly id: string;
  readonly outcome: 'filed' | 'waiting' | 'report' | 'known';
}

export interface Delivered {
  readonly bytes: Buffer;
  readonly source: IncomingSource;
  /** Envelope recipients, where they are known. */
  readonly deliveredTo: readonly string[];
  /** The matter it was dropped on: then there is nothing to find. */
  readonly matterId?: string;
  readonly personId?: string;
}

/**
 * Takes in a message: kept as it came before anything is made of it, read, matched, and filed by itself where it is sure
 * enough. A fault after it was kept leaves it in the in-tray. The same message again is known.
 */
export async function receiveMail(office: Office, delivered: Delivered): Promise<Received> {
  const { bytes, source, deliveredTo } = delivered;
  const receivedAtUtc = office.now();
  const rawBlob = await office.blobs.put(bytes);
  const mail = await readMail(bytes, receivedAtUtc);
  const known = await findByBytes(office.db, mail.internetMessageId, rawBlob);
  if (known) return { id: known.id, outcome: 'known' };

  const own = await ownAddresses(office.db);
  const reported = mail.report && (await recordReport(office, mail, rawBlob));
  const matched = reported ? [] : await suggestionsFor(office, mail, deliveredTo, own);
  const incoming: StoredIncoming = {
    id: office.newId(),
    receivedAtUtc,
    source,
    state: reported ? 'report' : 'waiting',
    direction: correspondentsIn(mail, own).ours ? 'out' : 'in',
    rawBlob,
    rawBytes: bytes.length,
    internetMessageId: mail.internetMessageId,
    sentAtUtc: mail.sentAtUtc,
    subject: mail.subject,
    opening: openingOf(mail.text),
    people: { from: mail.from, to: [...mail.to], cc: [...mail.cc], bcc: [] },
    files: await keepBytes(office, mail),
    references: mail.references,
    deliveredTo,
    automatic: mail.automatic,
    suggestions: matched,
    entryIds: [],
    decidedBy: null,
  };
  if (!(await insertIncoming(office.db, incoming))) return { id: incoming.id, outcome: 'known' };
  if (reported) return { id: incoming.id, outcome: 'report' };
  const matterId = delivered.matterId ?? (await sureMatter(office, mail, matched, own));
  if (matterId !== undefined && !(await alreadyThere(office, incoming, matterId))) {
    await fileIncoming(office, incoming, mail.text, [matterId], delivered.personId ?? null);
    return { id: incoming.id, outcome: 'filed' };
  }
  office.changes.tell({ kind: 'inTray', id: incoming.id });
  return { id: incoming.id, outcome: 'waiting' };
}

/** A message as the signals read it. */
export const asIncoming = (mail: ReadMail, deliveredTo: readonly string[]): IncomingMail => ({
  ...mail,
  deliveredTo,
});

async function suggestionsFor(
  office: Office,
  mail: ReadMail,
  deliveredTo: readonly string[],
  own: ReadonlySet<string>,
): Promise<readonly Suggestion[]> {
  const incoming = asIncoming(mail, deliveredTo);
  const facts = await findMatchFacts(office.db, {
    candidates: candidatesIn(incoming, own),
    references: mail.references,
    tokens: filingTokens([...deliveredTo, ...[...mail.to, ...mail.cc].map(({ address }) => address)]),
  });
  return matchMail(incoming, facts, own);
}

async function sureMatter(
  office: Office,
  mail: ReadMail,
  suggestions: readonly Suggestion[],
  own: ReadonlySet<string>,
): Promise<string | undefined> {
  const { fileFrom } = await readSettings(office.db);
  const { first } = correspondentsIn(mail, own);
  const rule = await filingRuleOf(office.db, first.map(addressKey));
  return filesItself(suggestions, fileFrom, rule) ? suggestions[0]?.matterId : undefined;
}

/** What we sent ourselves comes back as a copy, or by way of a list; on its matter it is filed already. */
async function alreadyThere(
  office: Office,
  { internetMessageId }: StoredIncoming,
  matterId: string,
): Promise<boolean> {
  const row = await office
    .db('entries')
    .where({ internet_message_id: internetMessageId, matter_id: matterId })
    .first<{ id: string } | undefined>('id');
  return row !== undefined;
}

async function keepBytes(office: Office, { files }: ReadMail): Promise<StoredIncoming['files']> {
  const kept: StoredIncoming['files'][number][] = [];
  for (const { name, mediaType, bytes, inline } of files)
    kept.push({ name, mediaType, sizeBytes: bytes.length, blob: await office.blobs.put(bytes), inline });
  return kept;
}
