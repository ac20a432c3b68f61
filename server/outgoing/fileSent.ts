import { afterAttempt } from '../../core/model/message.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MessageId } from '../../core/model/ids.ts';
import type { Office } from '../office.ts';
import { insertEntry } from '../repositories/correspondence.ts';
import type { NewEntry } from '../repositories/correspondence.ts';
import type { Database } from '../repositories/database.ts';
import { touchMatter } from '../repositories/matters.ts';
import { insertDeliveryReport } from '../repositories/deliveryReports.ts';
import { insertMessage } from '../repositories/messages.ts';
import type { FrozenMessage, StoredMessage } from '../repositories/messages.ts';
import type { Refusal } from './transport.ts';
import { settleFollowUp } from '../repositories/followUps.ts';
import { findVersion } from '../repositories/templates.ts';
import { countUse, lastTemplateOnMatter } from '../repositories/templateUses.ts';
import { openingOf } from '../usecases/opening.ts';
import { advance } from './advance.ts';
import { applyAfter } from './afterSending.ts';

type Refusals = NewEntry['refusals'];

/** Records that a message has gone and files it, in one transaction: there is never one without the other. */
export async function recordSent(
  office: Office,
  message: StoredMessage,
  refusals: Refusals,
  personId: string | null = null,
  putOff: readonly Refusal[] = [],
): Promise<void> {
  const { frozen } = message;
  const { remainderOf } = message.conduct;
  if (remainderOf !== undefined && frozen)
    return recordRemainder(office, message, { frozen, entryId: remainderOf, refusals, putOff, personId });
  if (!frozen) throw new Error(`message ${message.id} was sent without having been frozen`);
  const sentAtUtc = office.now();
  const entryId = asId<EntryId>(office.newId());
  const version = message.templateVersionId
    ? await findVersion(office.db, message.templateVersionId)
    : undefined;
  const entry = entryFor(
    message,
    frozen,
    entryId,
    sentAtUtc,
    refusals,
    version?.content.category ?? 'Letter',
  );
  const along = async (tx: Database): Promise<void> => {
    const before = await lastTemplateOnMatter(tx, message.matterId);
    await insertEntry(tx, entry, frozen.text);
    await touchMatter(tx, message.matterId, sentAtUtc);
    if (version && message.conduct.copyOf === undefined) {
      const { typeId, stage } = await standingOf(tx, message.matterId);
      await countUse(tx, {
        typeId,
        stage,
        after: before?.id,
        templateId: version.templateId,
        personId: message.authorId,
        atUtc: sentAtUtc,
      });
    }
    await applyAfter(office, tx, message, sentAtUtc);
    if (putOff.length > 0) await insertMessage(tx, remainder(office, message, frozen, entryId, putOff));
    const { followUpId } = message.conduct;
    if (followUpId !== undefined) await settleFollowUp(tx, followUpId, sentAtUtc);
  };
  await advance(office, message, { to: { kind: 'sent', sentAtUtc, entryId }, personId, along });
  office.changes.tell({ kind: 'entry', id: entryId, matterId: message.matterId });
}

/** What is left to do for those the host put off: the same bytes, to them alone, at the next try. */
function remainder(
  office: Office,
  message: StoredMessage,
  frozen: FrozenMessage,
  entryId: string,
  putOff: readonly Refusal[],
): StoredMessage {
  const nowUtc = office.now();
  const [first] = putOff;
  const state = afterAttempt(
    { kind: 'later', reply: first?.reply ?? '' },
    1,
    nowUtc,
    office.config.retryScale,
  );
  const { after: _after, followUpId: _followUpId, ...conduct } = message.conduct;
  const left = new Set(putOff.map(({ address }) => addressKey(address)));
  const still = (line: StoredMessage['recipients']['to']) =>
    line.filter(({ address }) => left.has(addressKey(address)));
  const { to, cc, bcc } = message.recipients;
  return {
    ...message,
    id: asId<MessageId>(office.newId()),
    state,
    recipients: { to: still(to), cc: still(cc), bcc: still(bcc) },
    frozen: { ...frozen, envelopeTo: putOff.map(({ address }) => address) },
    conduct: { ...conduct, copyOf: message.conduct.copyOf ?? message.id, remainderOf: entryId },
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
}

interface Remainder {
  readonly frozen: FrozenMessage;
  readonly entryId: string;
  readonly refusals: Refusals;
  readonly putOff: readonly Refusal[];
  readonly personId: string | null;
}

/** The rest of a message that is filed already has gone: its entry is told who has it now, and who never will. */
async function recordRemainder(
  office: Office,
  message: StoredMessage,
  { frozen, entryId, refusals, putOff, personId }: Remainder,
): Promise<void> {
  const sentAtUtc = office.now();
  const without = new Set([...refusals, ...putOff].map(({ address }) => addressKey(address)));
  const along = async (tx: Database): Promise<void> => {
    for (const address of frozen.envelopeTo)
      if (!without.has(addressKey(address)))
        await insertDeliveryReport(tx, {
          ...reportFor(frozen, entryId, sentAtUtc),
          address,
          action: 'delivered',
          words: 'The host took it at a later try.',
        });
    for (const { address, reply } of refusals)
      await insertDeliveryReport(tx, {
        ...reportFor(frozen, entryId, sentAtUtc),
        address,
        action: 'failed',
        words: reply,
      });
    if (putOff.length > 0) await insertMessage(tx, remainder(office, message, frozen, entryId, putOff));
  };
  await advance(office, message, { to: { kind: 'sent', sentAtUtc, entryId }, personId, along });
  office.changes.tell({ kind: 'entry', id: entryId, matterId: message.matterId });
}

const reportFor = (frozen: FrozenMessage, entryId: string, atUtc: number) => ({
  entryId,
  atUtc,
  rawBlob: frozen.blob,
  status: '',
});

/** A remainder that failed for good is told on the entry it belongs to as well. */
export async function tellFailed(
  office: Office,
  tx: Database,
  { conduct, frozen, matterId }: StoredMessage,
  reply: string,
): Promise<void> {
  const { remainderOf: entryId } = conduct;
  if (entryId === undefined || !frozen) return;
  for (const address of frozen.envelopeTo)
    await insertDeliveryReport(tx, {
      ...reportFor(frozen, entryId, office.now()),
      address,
      action: 'failed',
      words: reply,
    });
  office.changes.tell({ kind: 'entry', id: entryId, matterId });
}

async function standingOf(
  tx: Database,
  matterId: string,
): Promise<{ readonly typeId: string; readonly stage: string }> {
  const row = await tx('matters')
    .where({ id: matterId })
    .first<{ type_id: string; stage: string }>('type_id', 'stage');
  return { typeId: row.type_id, stage: row.stage };
}

function entryFor(
  message: StoredMessage,
  frozen: FrozenMessage,
  id: EntryId,
  sentAtUtc: number,
  refusals: Refusals,
  category: string,
): NewEntry {
  const shown = (line: StoredMessage['recipients']['to']) =>
    line.map(({ name, address }) => ({ name, address }));
  const { to, cc, bcc } = message.recipients;
  return {
    id,
    matterId: message.matterId,
    direction: 'out',
    channel: message.channel,
    occurredAtUtc: sentAtUtc,
    filedAtUtc: sentAtUtc,
    subject: frozen.subject,
    opening: openingOf(frozen.text),
    category,
    people: { from: frozen.from, to: shown(to), cc: shown(cc), bcc: shown(bcc) },
    attachments: message.enclosures.map(({ fileName, mediaType, sizeBytes, blob }) => ({
      name: fileName,
      mediaType,
      sizeBytes,
      blob,
    })),
    rawBlob: frozen.blob,
    rawBytes: frozen.sizeBytes,
    internetMessageId: frozen.internetMessageId,
    references: message.references,
    messageId: message.id,
    templateVersionId: message.templateVersionId,
    authorId: message.authorId,
    refusals,
    cautionsOverridden: frozen.cautions,
  };
}
