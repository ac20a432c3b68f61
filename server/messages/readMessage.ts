import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Message } from '../../contract/messages.ts';
import { viewMessage } from './messageView.ts';
import { deskMessage } from './layOut.ts';

export async function readMessage(office: Office, person: Account, id: string): Promise<Message> {
  return viewMessage(office, person, await deskMessage(office, person, id));
}
