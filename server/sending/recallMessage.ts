import type { MessageState } from '../../core/model/message.ts';
import type { Services } from '../platform/services.ts';
import type { Message } from '../../contract/messages.ts';
import { openDraft } from '../messages/draftLayout.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { advance } from './advance.ts';
import { asConflict } from './asConflict.ts';
import { viewMessage } from '../messages/messageView.ts';
import type { PersonScope } from '../access/scope.ts';

const RECALLABLE: readonly MessageState['kind'][] = ['held', 'queued', 'deferred', 'failed'];

/** Takes a message back to the desk while nobody else can have it. Also how one that was refused is mended. */
export async function recallMessage(services: Services, scope: PersonScope, id: string): Promise<Message> {
  const desk = await openDraft(services, scope, id);
  if (!RECALLABLE.includes(desk.message.state.kind)) {
    throw new DomainProblem('cannotRecall', [{ code: 'handedOver' }]);
  }
  const message = await advance(services, scope, desk.message, {
    to: { kind: 'draft' },
    frozen: null,
  }).catch(asConflict('cannotRecall'));
  return viewMessage(services, scope, { ...desk, message });
}
