import { numberKey, numberKeys } from '../../core/recipients/phoneNumber.ts';
import { previewText } from '../../core/correspondence/previewText.ts';
import { candidatesIn, filesItself, matchMail } from '../../core/matching/index.ts';
import type { IncomingMail, MatchFacts, Suggestion } from '../../core/matching/index.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import { changing } from '../access/change.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import type { Scope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { fileWithin } from './fileIncoming.ts';
import { filingRuleOf, findMatchFacts } from './matchQueries.ts';
import { findByBytes, insertIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';
import type { Received } from './receiveMail.ts';
import { textsSentTo } from './textQueries.ts';

/** A text message as a gateway hands it on. */
export interface TextReply {
  /** What the gateway knows it by; the same one again is the same message. */
  readonly id: string;
  /** Numbers, best with their country (E.164). */
  readonly from: string;
  readonly to: string;
  readonly text: string;
  readonly receivedAtUtc: number;
}

/** A text that comes later than this after ours begins something new. */
const ANSWERED_WITHIN_MS = 30 * 86_400_000;
/** No gateway joins more segments than make this; the rest of a longer one is not a text message. */
const MAX_TEXT = 20_000;

/**
 * Takes in a text message: kept as it came, and filed where the only matter is on which its number was written to lately.
 * Where that is none or several it waits with what may be meant. A number is no proof of who holds the telephone, and the
 * entry says that nobody checked it.
 */
export async function receiveText(services: Services, scope: Scope, reply: TextReply): Promise<Received> {
  const everything = unscoped(services.db, 'intake');
  const text = reply.text.slice(0, MAX_TEXT);
  const bytes = Buffer.from(text);
  const rawBlob = await services.blobs.put(bytes);
  const internetMessageId = idOf(reply);
  const known = await findByBytes(everything, internetMessageId, rawBlob);
  if (known) return { id: known.id, outcome: 'known' };
  const { from, references, suggestions, filesOn } = await whereItBelongs(
    everything,
    { ...reply, text },
    services.now(),
  );
  const incoming: StoredIncoming = {
    id: services.newId(),
    receivedAtUtc: services.now(),
    source: 'mailbox',
    channel: 'text',
    state: 'waiting',
    direction: 'in',
    authenticated: 'unknown',
    rawBlob,
    rawBytes: bytes.length,
    internetMessageId,
    sentAtUtc: wasSentAt(reply.receivedAtUtc, services.now()),
    subject: '',
    opening: previewText(text),
    people: { from, to: [{ name: '', address: reply.to }], cc: [], bcc: [] },
    files: [],
    references,
    deliveredTo: [],
    automatic: false,
    suggestions,
    entryIds: [],
    decidedBy: null,
  };
  return changing(services, scope, async (change) => {
    const { tx, audit, tell, leaveAsIs } = change;
    if (!(await insertIncoming(tx, incoming))) {
      leaveAsIs();
      return { id: incoming.id, outcome: 'known' };
    }
    await audit('incoming.received', 'incoming', incoming.id, { source: 'textGateway' });
    tell({ kind: 'inTray', id: incoming.id });
    if (filesOn === undefined) return { id: incoming.id, outcome: 'waiting' };
    await fileWithin(services, change, { incoming, text, matterIds: [filesOn], references: new Map() });
    return { id: incoming.id, outcome: 'filed' };
  });
}

/** Before there were text messages (1992), or in the days to come, a time is a mistake. */
const FIRST_TEXT = Date.UTC(1992, 0, 1);
const wasSentAt = (saidUtc: number, nowUtc: number): number =>
  saidUtc >= FIRST_TEXT && saidUtc <= nowUtc ? saidUtc : nowUtc;

/** The same message of the same number is known again, however often the gateway hands it on. */
const idOf = ({ id, from }: TextReply): string =>
  `<${sha256Hex(`${numberKey(from)} ${id}`).slice(0, 32)}@text.invalid>`;

interface Belonging {
  readonly from: Mailbox;
  /** Message-IDs of what it may answer, the latest last. */
  readonly references: readonly string[];
  readonly suggestions: readonly Suggestion[];
  /** The matter it is surely about. */
  readonly filesOn: string | undefined;
}

/** Whose number it is, what of ours it may answer, and on which matters that is. */
async function whereItBelongs(scope: Scope, reply: TextReply, nowUtc: number): Promise<Belonging> {
  const keys = numberKeys(reply.from);
  const [holder] = (await findContactsByAddress(scope, [reply.from], 'phone')).values();
  const answered = await textsSentTo(scope, keys, nowUtc - ANSWERED_WITHIN_MS);
  const references = answered.map(({ internetMessageId }) => internetMessageId).reverse();
  const mail: IncomingMail = {
    from: { name: holder?.name ?? '', address: numberKey(reply.from) },
    to: [],
    cc: [],
    deliveredTo: [],
    subject: '',
    text: reply.text,
    references,
    automatic: false,
    sentAtUtc: reply.receivedAtUtc,
  };
  const own = await ownAddresses(scope);
  const candidates = { ...candidatesIn(mail, own), addresses: keys };
  const found = await findMatchFacts(scope, { candidates, references, tokens: [], kind: 'phone' });
  const asOne = (byKey: MatchFacts['partyOf']): MatchFacts['partyOf'] =>
    new Map([[mail.from.address, [...new Set([...byKey.values()].flat())]]]);
  const facts = {
    ...found,
    // A text message names none that it answers: it may be the last on each matter alike.
    threads: new Map(references.slice(-1).map((last) => [last, answered.map(({ matterId }) => matterId)])),
    partyOf: asOne(found.partyOf),
    wroteOn: asOne(found.wroteOn),
  };
  const suggestions = matchMail(mail, facts, own);
  const { fileFrom } = await readSettings(scope);
  const isSure = filesItself(suggestions, fileFrom, await filingRuleOf(scope, keys, 'phone'));
  const [only, ...others] = answered;
  return {
    from: { name: holder?.name ?? '', address: reply.from },
    references,
    suggestions,
    filesOn: isSure && others.length === 0 ? only?.matterId : undefined,
  };
}
