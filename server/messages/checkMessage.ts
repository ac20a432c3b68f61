import type { Services } from '../platform/services.ts';
import type { Message } from '../../contract/messages.ts';
import { openDraft } from './draftLayout.ts';
import { viewNotes } from './messageView.ts';
import { checkDraft } from './checkDraft.ts';
import type { PersonScope } from '../access/scope.ts';

export async function checkMessage(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<{ notes: Message['notes'] }> {
  const desk = await openDraft(services, scope, id);
  return { notes: viewNotes(await checkDraft(services, scope, desk)) };
}
