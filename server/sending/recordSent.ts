import type { Office } from '../app/services.ts';
import type { StoredMessage } from '../messages/message.ts';
import { entryFor } from './sentEntry.ts';
import type { Refusals } from './sentEntry.ts';
import type { Refusal } from './transports/transport.ts';
import { recordRemainder, remainder } from './recordRemainder.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId } from '../../core/model/ids.ts';
import { findVersion } from '../templates/queries.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { lastTemplateOnMatter, countUse } from '../templates/useQueries.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import { touchMatter } from '../matters/changeQueries.ts';
import { applyAfter } from './afterSending.ts';
import { insertMessage } from '../messages/queries.ts';
import { settleFollowUp } from '../matters/followUpQueries.ts';
import { advance } from './advance.ts';

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

async function standingOf(
  tx: Database,
  matterId: string,
): Promise<{ readonly typeId: string; readonly stage: string }> {
  const row = await tx('matters')
    .where({ id: matterId })
    .first<{ type_id: string; stage: string }>('type_id', 'stage');
  return { typeId: row.type_id, stage: row.stage };
}
