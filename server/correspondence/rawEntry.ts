import type { Services } from '../platform/services.ts';
import { visibleEntry } from './visibleEntry.ts';
import type { PersonScope } from '../access/scope.ts';

/** What the exact bytes of an entry are, by the way it went. */
const RAW_KINDS: Readonly<Record<string, { readonly mediaType: string; readonly ending: string }>> = {
  email: { mediaType: 'message/rfc822', ending: 'eml' },
  text: { mediaType: 'text/plain; charset=utf-8', ending: 'txt' },
  letter: { mediaType: 'application/pdf', ending: 'pdf' },
  answer: { mediaType: 'application/json', ending: 'json' },
  note: { mediaType: 'text/plain; charset=utf-8', ending: 'txt' },
};

/** The exact bytes that went or came. */
export async function rawEntry(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<{ readonly bytes: Buffer; readonly fileName: string; readonly mediaType: string }> {
  const { entry, matter } = await visibleEntry(scope, id);
  const day = new Date(entry.occurredAtUtc).toISOString().slice(0, 10);
  const { mediaType, ending } = RAW_KINDS[entry.channel] ?? {
    mediaType: 'application/octet-stream',
    ending: 'bin',
  };
  return {
    bytes: await services.blobs.get(entry.rawBlob),
    fileName: `${matter.reference} ${day} ${entry.direction}.${ending}`,
    mediaType,
  };
}
