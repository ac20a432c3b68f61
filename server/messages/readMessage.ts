import type { Services } from '../platform/services.ts';
import type { Message } from '../../contract/messages.ts';
import { viewMessage } from './messageView.ts';
import { openDraft } from './draftLayout.ts';
import type { PersonScope } from '../access/scope.ts';

export async function readMessage(services: Services, scope: PersonScope, id: string): Promise<Message> {
  return viewMessage(services, scope, await openDraft(services, scope, id));
}
