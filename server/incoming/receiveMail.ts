import { addressKey } from '../../core/recipients/address.ts';
import { candidatesIn, correspondentsIn, filesItself, matchMail } from '../../core/matching/index.ts';
import type { IncomingMail, Suggestion } from '../../core/matching/index.ts';
import type { Services } from '../platform/services.ts';
import { findByBytes, insertIncoming } from './queries.ts';
import type { IncomingSource, StoredIncoming } from './queries.ts';
import { filingRuleOf, findMatchFacts } from './matchQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { previewText } from '../../core/correspondence/previewText.ts';
import { changing } from '../access/change.ts';
import { unscoped } from '../access/unscoped.ts';
import { isFiledOn } from '../correspondence/queries.ts';
import { fileWithin } from './fileIncoming.ts';
import { filingTokens } from '../matters/filingAddress.ts';
import { authenticatedBy } from '../../core/mime/authentication.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { isTest } from '../sending/testQueries.ts';
import { withWhatItAnswers } from './invitationReplies.ts';
import { readMail } from './readMail.ts';
import type { ReadMail } from './readMail.ts';
import { recordReport, reportOfOurs } from './recordReport.ts';
import type { ReportOfOurs } from './recordReport.ts';
import type { Scope } from '../access/scope.ts';

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
  /** Read from where only who signed in can put it: a mailbox of sent mail. */
  readonly signedIn?: boolean;
}

/**
 * Takes in a message: kept as it came before anything is made of it, read, matched, and filed by itself where it is sure
 * enough. A fault after it was kept leaves it in the in-tray. The same message again is known. It is matched against all
 * matters, whoever brought it: who may see it follows from where it may belong.
 */
export async function receiveMail(
  services: Services,
  scope: Scope,
  { bytes, source, deliveredTo, matterId, signedIn = false }: Delivered,
): Promise<Received> {
  const everything = unscoped(services.db, 'intake');
  const receivedAtUtc = services.now();
  const mail = await withWhatItAnswers(everything, await readMail(bytes, receivedAtUtc));
  if (await isTest(everything, mail.internetMessageId))
    return { id: mail.internetMessageId, outcome: 'known' };
  const rawBlob = await services.blobs.put(bytes);
  const known = await findByBytes(everything, mail.internetMessageId, rawBlob);
  if (known) return { id: known.id, outcome: 'known' };

  const own = await ownAddresses(everything);
  const report = await reportOfOurs(everything, mail);
  const { trustedHosts } = await readSettings(everything);
  const authenticated = signedIn
    ? 'passed'
    : authenticatedBy(mail.authenticationResults, mail.fromAddresses, new Set(trustedHosts));
  const { ours } = correspondentsIn(mail, own);
  const incoming: StoredIncoming = {
    id: services.newId(),
    receivedAtUtc,
    source,
    channel: 'email',
    state: report ? 'report' : 'waiting',
    // A From header proves nothing: without proof it is sent by us only where somebody of ours brings it.
    direction: ours && (authenticated === 'passed' || source === 'file') ? 'out' : 'in',
    authenticated,
    rawBlob,
    rawBytes: bytes.length,
    internetMessageId: mail.internetMessageId,
    sentAtUtc: mail.sentAtUtc,
    subject: mail.subject,
    opening: previewText(mail.text),
    people: { from: mail.from, to: [...mail.to], cc: [...mail.cc], bcc: [] },
    files: await keepBytes(services, mail),
    references: mail.references,
    deliveredTo,
    automatic: mail.automatic,
    suggestions: report ? [] : await suggestionsFor(everything, mail, deliveredTo, own),
    entryIds: [],
    decidedBy: null,
  };
  const outcome = await keep(services, scope, incoming, report);
  if (outcome !== 'waiting') return { id: incoming.id, outcome };
  const isProven =
    authenticated === 'passed' || (authenticated === 'unknown' && !ours && trustedHosts.length === 0);
  const filesOn =
    matterId ?? (isProven ? await sureMatter(everything, mail, incoming.suggestions, own) : undefined);
  if (filesOn === undefined || (await isFiledOn(everything, filesOn, incoming.internetMessageId)))
    return { id: incoming.id, outcome };
  const { text, reply } = mail;
  const ready = { incoming, text, reply, matterIds: [filesOn], references: new Map() };
  await changing(services, scope, (change) => fileWithin(services, change, ready));
  return { id: incoming.id, outcome: 'filed' };
}

/** Keeps what came in and what it reports, together; somebody may have brought the same meanwhile. */
const keep = (
  services: Services,
  scope: Scope,
  incoming: StoredIncoming,
  report: ReportOfOurs | undefined,
): Promise<'known' | 'report' | 'waiting'> =>
  changing(services, scope, async (change) => {
    const { tx, audit, tell, leaveAsIs } = change;
    if (!(await insertIncoming(tx, incoming))) {
      leaveAsIs();
      return 'known';
    }
    if (report) await recordReport(change, report, incoming.rawBlob, incoming.sentAtUtc);
    await audit('incoming.received', 'incoming', incoming.id, { source: incoming.source });
    tell({ kind: 'inTray', id: incoming.id });
    return report ? 'report' : 'waiting';
  });

/** A message as the signals read it. */
export const asIncoming = (mail: ReadMail, deliveredTo: readonly string[]): IncomingMail => ({
  ...mail,
  deliveredTo,
});

async function suggestionsFor(
  scope: Scope,
  mail: ReadMail,
  deliveredTo: readonly string[],
  own: ReadonlySet<string>,
): Promise<readonly Suggestion[]> {
  const incoming = asIncoming(mail, deliveredTo);
  const facts = await findMatchFacts(scope, {
    candidates: candidatesIn(incoming, own),
    references: mail.references,
    kind: 'email',
    tokens: filingTokens([...deliveredTo, ...[...mail.to, ...mail.cc].map(({ address }) => address)]),
  });
  return matchMail(incoming, facts, own);
}

async function sureMatter(
  scope: Scope,
  mail: ReadMail,
  suggestions: readonly Suggestion[],
  own: ReadonlySet<string>,
): Promise<string | undefined> {
  const { fileFrom } = await readSettings(scope);
  const { first } = correspondentsIn(mail, own);
  const rule = await filingRuleOf(scope, first.map(addressKey), 'email');
  return filesItself(suggestions, fileFrom, rule) ? suggestions[0]?.matterId : undefined;
}

async function keepBytes(
  services: Pick<Services, 'blobs'>,
  { files }: ReadMail,
): Promise<StoredIncoming['files']> {
  const kept: StoredIncoming['files'][number][] = [];
  for (const { name, mediaType, bytes, inline } of files)
    kept.push({ name, mediaType, sizeBytes: bytes.length, blob: await services.blobs.put(bytes), inline });
  return kept;
}
