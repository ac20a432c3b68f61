import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Message } from '../../contract/messages.ts';
import { deskMessage } from '../messages/layOut.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { recordSent } from './recordSent.ts';
import { asConflict } from './asConflict.ts';
import { advance } from './advance.ts';
import { viewMessage } from '../messages/messageView.ts';

/** A person's word on a message whose answer was lost: it has gone, and is filed; or it goes again, as it was. */
export async function decideMessage(
  office: Office,
  person: Account,
  id: string,
  decision: 'gone' | 'send-again',
): Promise<Message> {
  const { message } = await deskMessage(office, person, id);
  if (message.state.kind !== 'may-have-gone') throw new HttpProblem('cannotDecide');
  if (decision === 'gone') await recordSent(office, message, [], person.id).catch(asConflict('cannotDecide'));
  else {
    const { attempts } = message.state;
    await advance(office, message, { to: { kind: 'queued', attempts }, personId: person.id }).catch(
      asConflict('cannotDecide'),
    );
  }
  office.wakeRunner();
  return viewMessage(office, person, await deskMessage(office, person, id));
}
