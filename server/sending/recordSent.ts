import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId } from '../../core/model/ids.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import { standingOf, touchMatter } from '../matters/changeQueries.ts';
import { setFollowUpDone } from '../matters/followUpQueries.ts';
import type { StoredMessage } from '../messages/message.ts';
import { insertMessage } from '../messages/queries.ts';
import type { Services } from '../platform/services.ts';
import { countUse, lastTemplateOnMatter } from '../templates/useQueries.ts';
import { advance } from './advance.ts';
import { applyAfter } from './afterSending.ts';
import { recordInvitations } from './invitations.ts';
import { deferredRecipients, recordDeferred } from './recordDeferred.ts';
import { entryFor } from './sentEntry.ts';
import type { Refusals } from './sentEntry.ts';
import type { RecipientFailure } from './transports/transport.ts';
import { versionOf } from '../templates/compiled.ts';

/** Whom a host turned away for good, and whom it asked to try later. */
interface NotAccepted {
  readonly permanentFailures: Refusals;
  readonly transientFailures?: readonly RecipientFailure[];
}

/** Records that a message has gone and files it, in one transaction: there is never one without the other. */
export async function recordSent(
  services: Services,
  scope: Scope,
  message: StoredMessage,
  { permanentFailures, transientFailures = [] }: NotAccepted,
): Promise<void> {
  const { frozen, matterId } = message;
  const { deferredFrom, followUpId } = message.sendOptions;
  if (deferredFrom !== undefined && frozen)
    return recordDeferred(services, scope, message, {
      frozen,
      entryId: deferredFrom,
      permanentFailures,
      transientFailures,
    });
  if (!frozen) throw new Error(`message ${message.id} was sent without having been frozen`);
  const sentAtUtc = services.now();
  const entryId = asId<EntryId>(services.newId());
  const version = message.templateVersionId ? await versionOf(scope, message.templateVersionId) : undefined;
  const category = version?.content.category ?? 'Letter';
  const entry = entryFor(message, frozen, entryId, sentAtUtc, permanentFailures, category);
  const along = async (change: Change): Promise<void> => {
    const { tx, tell } = change;
    const before = await lastTemplateOnMatter(change.scope, matterId);
    await insertEntry(tx, entry, frozen.text);
    await touchMatter(tx, matterId, sentAtUtc);
    if (version && message.sendOptions.copyOf === undefined)
      await countUse(tx, {
        ...(await standingOf(tx, matterId)),
        after: before?.id,
        templateId: version.templateId,
        personId: message.authorId,
        atUtc: sentAtUtc,
      });
    await applyAfter(services, change, message, { entryId, sentAtUtc });
    if (transientFailures.length > 0)
      await insertMessage(tx, deferredRecipients(services, message, frozen, entryId, transientFailures));
    await recordInvitations(change, message, frozen, permanentFailures);
    if (followUpId !== undefined) await setFollowUpDone(tx, followUpId, sentAtUtc);
    tell({ kind: 'entry', id: entryId, matterId });
  };
  await advance(services, scope, message, { to: { kind: 'sent', sentAtUtc, entryId }, along });
}
