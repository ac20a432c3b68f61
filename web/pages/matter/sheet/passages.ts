import type { Editor, Range } from '@tiptap/core';
import type { PassagesHere } from '../../../../contract/messages.ts';
import { foldName } from '../../../../core/model/words.ts';
import { PutIn } from '../../../parts/editor/putIn.ts';
import type { PutInItem } from '../../../parts/editor/PutInList.tsx';

const MOST_OFFERED = 10;

/** The passages that have the letters typed in their name or words, those that begin so first. */
export function passageItems({ items }: PassagesHere, typed: string): readonly PutInItem[] {
  const wanted = foldName(typed);
  const fit = ({ name, opening }: PassagesHere['items'][number]): number => {
    const [named, words] = [foldName(name), foldName(opening)];
    if (named.startsWith(wanted)) return 3;
    return named.includes(wanted) ? 2 : words.includes(wanted) ? 1 : 0;
  };
  return items
    .map((item) => ({ item, score: fit(item) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, MOST_OFFERED)
    .map(({ item: { id, name, opening, oneLine } }) => ({
      kind: 'passage',
      id,
      oneLine,
      label: name,
      detail: opening,
    }));
}

/** The words of a passage's only paragraph. */
const wordsIn = (block: object | undefined): object[] =>
  block && 'content' in block && Array.isArray(block.content) ? (block.content as object[]) : [];

/** What each editor was told of passages; it holds their words, which the list does not. */
const known = new WeakMap<Editor, PassagesHere>();

/** Offers these passages at the caret of an editor from now on. */
export function offerPassages(editor: Editor, passages: PassagesHere): void {
  known.set(editor, passages);
  editor.commands.offerPutIn((typed) => passageItems(passages, typed));
}

/** Puts passages in at the caret by typing; what they say is plain words from then on. */
export const PassagesAtCaret = PutIn.configure({
  onPutIn: (editor: Editor, range: Range, item: PutInItem) => {
    const passage = known.get(editor)?.items.find(({ id }) => item.kind === 'passage' && id === item.id);
    if (!passage) return;
    const words = passage.oneLine ? wordsIn(passage.content[0]) : passage.content;
    editor.chain().focus().deleteRange(range).insertContent(words).run();
  },
});
