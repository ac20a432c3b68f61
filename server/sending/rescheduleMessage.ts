import type { Message, RescheduleMessage } from '../../contract/messages.ts';
import { notesThatStop } from '../../core/checks/index.ts';
import type { PersonScope } from '../access/scope.ts';
import { checkDraft } from '../messages/checkDraft.ts';
import { openDraft } from '../messages/draftLayout.ts';
import { viewMessage, viewNotes } from '../messages/messageView.ts';
import { sealFiles } from '../platform/mail/assemble.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { advance } from './advance.ts';
import { asConflict } from './asConflict.ts';
import { freeze } from './freeze.ts';
import { leavingTime } from './sendMessage.ts';

/**
 * Gives a message that waits to leave another time. Its bytes are made anew, since what they say of the hour of leaving
 * goes with it; what was acknowledged when it was sent stays so.
 */
export async function rescheduleMessage(
  services: Services,
  scope: PersonScope,
  id: string,
  order: RescheduleMessage,
): Promise<Message> {
  const desk = await openDraft(services, scope, id);
  const { message } = desk;
  if (message.state.kind !== 'held' || !message.frozen)
    throw new DomainProblem('cannotRecall', [{ code: 'noLongerWaits' }]);
  const leavesAtUtc = leavingTime(order, services.now(), desk.settings);
  const stopping = notesThatStop(await checkDraft(services, scope, desk), new Set(message.frozen.cautions));
  if (stopping.length > 0)
    throw new DomainProblem('notesStop', [{ code: 'timeUnchanged' }, { code: 'recallAndSeeNotes' }], {
      notes: viewNotes(stopping),
    });
  const { cautions } = message.frozen;
  const frozen = await freeze(services, scope, desk, {
    leavesAtUtc,
    cautions,
    sealed: sealFiles(services.blobs),
  });
  const moved = await advance(services, scope, message, { to: { kind: 'held', leavesAtUtc }, frozen }).catch(
    asConflict('cannotRecall'),
  );
  services.wakeRunner();
  return viewMessage(services, scope, { ...desk, message: moved });
}
