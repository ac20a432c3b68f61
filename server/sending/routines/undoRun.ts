import type { MatterRecordView } from '../../../contract/matterTypes.ts';
import type { MessageStateKind } from '../../../core/model/message.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonActor } from '../../access/actor.ts';
import type { PersonScope } from '../../access/scope.ts';
import { updateDocument } from '../../matters/documents/documentQueries.ts';
import { applyChange } from '../../matters/changeMatter.ts';
import { matterRevision } from '../../matters/changeQueries.ts';
import { readRecord } from '../../matters/readRecord.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { discardDraft, findMessage } from '../../messages/queries.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { updateState } from '../queries.ts';
import type { StoredRun } from './routine.ts';
import { deleteFollowUps, findRun, markUndone } from './routineQueries.ts';

/** States in which nobody else can have a message yet. */
const CAN_COME_BACK: readonly MessageStateKind[] = ['held', 'queued', 'deferred', 'failed', 'draft'];

/** Whether all that a run sent can still come back. */
export const mayComeBack = (
  messages: readonly { readonly state: { readonly kind: MessageStateKind } }[],
): boolean => messages.every(({ state }) => CAN_COME_BACK.includes(state.kind));

/** Takes back all that a routine did, or nothing: its messages, follow-ups and documents, and what it changed in the record. */
export async function undoRun(services: Services, scope: PersonScope, id: string): Promise<MatterRecordView> {
  const run = await findRun(scope, id);
  if (!run || run.hindered) throw notFound('routineRun');
  const messages: StoredMessage[] = [];
  for (const messageId of run.did.messageIds) {
    const message = await findMessage(scope, messageId);
    if (message) messages.push(message);
  }
  if (!mayComeBack(messages)) throw tooLate();
  await changing(services, scope, async (change) => {
    const { tx, atUtc, audit, tell } = change;
    if (!(await markUndone(tx, id, atUtc)))
      throw new DomainProblem('decidedMeanwhile', [{ code: 'runUndoneBefore' }, { code: 'nothingChanged' }]);
    for (const message of messages) await takeOff(change, message);
    await deleteFollowUps(tx, run.did.followUpIds);
    for (const documentId of run.did.documentIds) await updateDocument(tx, documentId, { deletedUtc: atUtc });
    await restoreRecord(change, run);
    await audit('routine.undone', 'matter', run.matterId, { runId: id });
    tell({ kind: 'matter', id: run.matterId, matterId: run.matterId });
  });
  return readRecord(services, scope, run.matterId);
}

const tooLate = (): DomainProblem =>
  new DomainProblem('cannotRecall', [{ code: 'runHasSent' }, { code: 'nothingChanged' }]);

/** Takes a message back from its way, and off the desk: the routine put it there. */
async function takeOff({ tx, atUtc, audit, tell }: Change, message: StoredMessage): Promise<void> {
  const { id, matterId, state } = message;
  if (state.kind !== 'draft' && !(await updateState(tx, message, { kind: 'draft' }, { frozen: null, atUtc })))
    throw tooLate();
  await discardDraft(tx, id, atUtc);
  await audit('message.discarded', 'message', id, { from: state.kind });
  tell({ kind: 'message', id, matterId });
}

/** Puts the record back as it was where the routine changed it; what others changed elsewhere on it stays. */
async function restoreRecord(change: Change<PersonActor>, { matterId, undo }: StoredRun): Promise<void> {
  if (!undo) return;
  const revision = await matterRevision(change.scope, matterId);
  if (revision !== undo.revision)
    throw new DomainProblem('matterChanged', [{ code: 'recordChangedSinceRun' }, { code: 'nothingChanged' }]);
  await applyChange(change, matterId, undo);
}
