import { asId } from '../../core/model/ids.ts';
import type { EntryId } from '../../core/model/ids.ts';
import type { Office } from '../office.ts';
import { insertEntry } from '../repositories/correspondence.ts';
import type { NewEntry } from '../repositories/correspondence.ts';
import type { Database } from '../repositories/database.ts';
import { touchMatter } from '../repositories/matters.ts';
import type { FrozenMessage, StoredMessage } from '../repositories/messages.ts';
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
): Promise<void> {
  const { frozen } = message;
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
    const { followUpId } = message.conduct;
    if (followUpId !== undefined) await settleFollowUp(tx, followUpId, sentAtUtc);
  };
  await advance(office, message, { to: { kind: 'sent', sentAtUtc, entryId }, personId, along });
  office.changes.tell({ kind: 'entry', id: entryId, matterId: message.matterId });
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
