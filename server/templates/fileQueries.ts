import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** A file that templates enclose, the same each time. */
export interface StoredTemplateFile {
  readonly id: string;
  readonly name: string;
  readonly blob: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
}

export async function insertTemplateFile(
  tx: Tx,
  file: StoredTemplateFile,
  made: { readonly by: string; readonly atUtc: number },
): Promise<void> {
  await tx('template_files').insert({
    id: file.id,
    name: file.name,
    blob: file.blob,
    media_type: file.mediaType,
    size_bytes: file.sizeBytes,
    made_by: made.by,
    made_utc: made.atUtc,
  });
}

/** Those of these files that the practice has, by their ids. */
export async function findTemplateFiles(
  reads: Reads,
  ids: readonly string[],
): Promise<ReadonlyMap<string, StoredTemplateFile>> {
  if (ids.length === 0) return new Map();
  const rows = await sql(reads)('template_files')
    .whereIn('id', [...ids])
    .select<StoredTemplateFile[]>('id', 'name', 'blob', {
      mediaType: 'media_type',
      sizeBytes: 'size_bytes',
    });
  return new Map(rows.map((row) => [row.id, row]));
}
