import type { Services } from '../platform/services.ts';
import type { Message } from '../../contract/messages.ts';
import { openDraft } from '../messages/draftLayout.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { recordSent } from './recordSent.ts';
import { asConflict } from './asConflict.ts';
import { advance } from './advance.ts';
import { viewMessage } from '../messages/messageView.ts';
import type { PersonScope } from '../access/scope.ts';

/** A person's word on a message whose answer was lost: it has gone, and is filed; or it goes again, as it was. */
export async function decideMessage(
  services: Services,
  scope: PersonScope,
  id: string,
  decision: 'gone' | 'send-again',
): Promise<Message> {
  const { message } = await openDraft(services, scope, id);
  if (message.state.kind !== 'may-have-gone') throw new DomainProblem('cannotDecide');
  if (decision === 'gone')
    await recordSent(services, scope, message, { permanentFailures: [] }).catch(asConflict('cannotDecide'));
  else {
    const { attempts } = message.state;
    await advance(services, scope, message, { to: { kind: 'queued', attempts } }).catch(
      asConflict('cannotDecide'),
    );
  }
  services.wakeRunner();
  return viewMessage(services, scope, await openDraft(services, scope, id));
}
