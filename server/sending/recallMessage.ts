import type { MessageState } from '../../core/model/message.ts';
import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Message } from '../../contract/messages.ts';
import { deskMessage } from '../messages/layOut.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { advance } from './advance.ts';
import { asConflict } from './asConflict.ts';
import { viewMessage } from '../messages/messageView.ts';

const RECALLABLE: readonly MessageState['kind'][] = ['held', 'queued', 'deferred', 'failed'];

/** Takes a message back to the desk while nobody else can have it. Also how one that was refused is mended. */
export async function recallMessage(office: Office, person: Account, id: string): Promise<Message> {
  const desk = await deskMessage(office, person, id);
  if (!RECALLABLE.includes(desk.message.state.kind)) {
    throw new HttpProblem('cannotRecall', 'It has left, or is just being handed over.');
  }
  const message = await advance(office, desk.message, {
    to: { kind: 'draft' },
    personId: person.id,
    frozen: null,
  }).catch(asConflict('cannotRecall'));
  return viewMessage(office, person, { ...desk, message });
}
