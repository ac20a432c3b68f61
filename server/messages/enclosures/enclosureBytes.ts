import type { PersonScope } from '../../access/scope.ts';
import type { Services } from '../../platform/services.ts';
import { openDraft } from '../draftLayout.ts';
import { enclosed } from './enclosed.ts';

/** An enclosure's bytes, whether it stands on the matter or not. */
export async function enclosureBytes(
  services: Pick<Services, 'blobs' | 'now'>,
  scope: PersonScope,
  id: string,
  enclosureId: string,
): Promise<{ readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string }> {
  const { blob, mediaType, fileName } = enclosed(await openDraft(services, scope, id), enclosureId);
  return { bytes: await services.blobs.get(blob), mediaType, fileName };
}
