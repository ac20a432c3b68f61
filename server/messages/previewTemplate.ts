import type { ShelfPreview } from '../../contract/matters.ts';
import type { StartMessage } from '../../contract/messages.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { beginMessage } from './beginMessage.ts';
import { showComposed } from './showComposed.ts';

/** A template filled in for a matter from a starting point, to be seen before it is chosen. Nothing is kept. */
export async function previewTemplate(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<ShelfPreview> {
  const { composed } = await beginMessage(services, scope, matterId, start);
  return showComposed(composed);
}
