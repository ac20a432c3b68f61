import { asId } from '../../../core/model/ids.ts';
import type { DocumentId } from '../../../core/model/ids.ts';

/** An id for what is enclosed and stands on no matter: the same bytes are the same enclosure. */
export const madeId = (kind: 'file' | 'letter' | 'entry' | 'made', blob: string): DocumentId =>
  asId<DocumentId>(`${kind}-${blob.slice(0, 40)}`);
