import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EnclosureChoice, Message } from '../../../../contract/messages.ts';

export type Enclosure = Message['enclosures'][number];

/** A document of the matter as it is enclosed. */
export const documentEnclosure = ({
  id,
  fileName,
  category,
  mediaType,
  sizeBytes,
}: MatterDetail['documents'][number]): Enclosure => ({
  kind: 'document',
  id,
  documentId: id,
  fileName,
  category,
  mediaType,
  sizeBytes,
});

/** Whether a document of the matter is among what is enclosed. */
export const isEnclosed = (enclosures: readonly Enclosure[], documentId: string): boolean =>
  enclosures.some((one) => one.kind === 'document' && one.documentId === documentId);

/** An enclosure as the server is told of it: a document by itself, anything else as what is enclosed already. */
export const choiceOf = (enclosure: Enclosure): EnclosureChoice =>
  enclosure.kind === 'document'
    ? { documentId: enclosure.documentId, fileName: enclosure.fileName }
    : { kind: enclosure.kind, id: enclosure.id, fileName: enclosure.fileName };
