import type { StoredPassage } from './passageQueries.ts';
import type { PassageUses } from '../../contract/passages.ts';
import { inlineOf } from '../../core/template/walk.ts';
import { isOneLine } from '../../core/template/passages.ts';

const OPENING_CHARS = 160;

export const viewPassage = (passage: StoredPassage, uses: PassageUses) => ({
  id: passage.id,
  name: passage.name,
  folder: passage.folder,
  opening: inlineOf(passage.body.content)
    .map((node) => (node.type === 'text' ? node.text : node.type === 'hardBreak' ? ' ' : '…'))
    .join('')
    .slice(0, OPENING_CHARS),
  oneLine: isOneLine(passage.body),
  uses: uses.templates.length + uses.passages.length + uses.signatureOf.length,
  changedAtUtc: passage.changedAtUtc,
  changedBy: passage.changedBy,
});
