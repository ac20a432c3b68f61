import type { NewEntry } from '../correspondence/entry.ts';
import type { StoredMessage, FrozenMessage } from '../messages/message.ts';
import type { EntryId } from '../../core/model/ids.ts';
import { previewText } from '../../core/correspondence/previewText.ts';

export type Refusals = NewEntry['refusals'];

export function entryFor(
  message: StoredMessage,
  frozen: FrozenMessage,
  id: EntryId,
  sentAtUtc: number,
  refusals: Refusals,
  category: string,
): NewEntry {
  const shown = (line: StoredMessage['recipients']['to']) =>
    line.map(({ name, address }) => ({ name, address }));
  const { to, cc, bcc } = message.recipients;
  return {
    id,
    matterId: message.matterId,
    direction: 'out',
    channel: message.channel,
    occurredAtUtc: sentAtUtc,
    filedAtUtc: sentAtUtc,
    subject: frozen.subject,
    opening: previewText(frozen.text),
    category,
    people: { from: frozen.from, to: shown(to), cc: shown(cc), bcc: shown(bcc) },
    attachments: message.enclosures.map(({ fileName, mediaType, sizeBytes, blob }) => ({
      name: fileName,
      mediaType,
      sizeBytes,
      blob,
    })),
    rawBlob: frozen.blob,
    rawBytes: frozen.sizeBytes,
    internetMessageId: frozen.internetMessageId,
    references: message.references,
    messageId: message.id,
    templateVersionId: message.templateVersionId,
    authorId: message.authorId,
    refusals,
    cautionsOverridden: frozen.cautions,
    ...(frozen.rewritten ? { rewritten: frozen.rewritten } : {}),
  };
}
