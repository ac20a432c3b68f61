import { allInline, inlineOf } from '../template/walk.ts';
import type { DocumentNode, FieldUse, InlineDocument } from '../template/document.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText } from './fieldText.ts';

/** What tells one use of a late value from another. */
export const lateKey = ({ path, format }: Pick<FieldUse, 'path' | 'format'>): string => `${path}:${format}`;

/** What a letter's late values would say if it left at the reader's hour, for showing in a sheet meanwhile. */
export function lateTexts(
  letter: { readonly subject: InlineDocument; readonly body: DocumentNode },
  reader: FieldReader,
): Readonly<Record<string, string>> {
  const nodes = [...allInline(letter.subject), ...inlineOf(letter.body.content)];
  const texts = nodes.flatMap((node) =>
    node.type === 'late' ? [[lateKey(node.attrs), fieldText(node.attrs, reader) ?? '']] : [],
  );
  return Object.fromEntries(texts) as Readonly<Record<string, string>>;
}
