import type { EntryAttachment, StoredEntry } from './entry.ts';

/** A file by its bytes, as it was called where it first stands, with every place it has. */
interface FileOf<Place> extends EntryAttachment {
  readonly entries: Place[];
}

/** An entry that a file is part of, and its place there. */
export const placeIn = ({ id, direction, occurredAtUtc, subject }: StoredEntry, index: number) => ({
  entryId: id,
  index,
  direction,
  occurredAtUtc,
  subject,
});

/** The files of some entries, in their order: the same bytes are one file, whatever they were called. */
export function filesOf<Entry extends StoredEntry, Place>(
  entries: readonly Entry[],
  placeOf: (entry: Entry, index: number) => Place,
): readonly FileOf<Place>[] {
  const files = new Map<string, FileOf<Place>>();
  for (const entry of entries)
    entry.attachments.forEach((attachment, index) => {
      const known = files.get(attachment.blob) ?? { ...attachment, entries: [] };
      known.entries.push(placeOf(entry, index));
      files.set(attachment.blob, known);
    });
  return [...files.values()];
}
