import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Message } from '../../contract/messages.ts';
import { deskMessage } from './layOut.ts';
import { viewNotes } from './messageView.ts';
import { checkDeskMessage } from './checkDraft.ts';

export async function checkMessage(
  office: Office,
  person: Account,
  id: string,
): Promise<{ notes: Message['notes'] }> {
  const desk = await deskMessage(office, person, id);
  return { notes: viewNotes(await checkDeskMessage(office, person, desk)) };
}
