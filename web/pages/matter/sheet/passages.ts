import type { Editor, Range } from '@tiptap/core';
import type { ShelfItem } from '../../../../contract/matters.ts';
import type { PassagesHere } from '../../../../contract/messages.ts';
import { foldName } from '../../../../core/model/words.ts';
import { PutIn } from '../../../parts/editor/putIn.ts';
import type { PutInItem } from '../../../parts/editor/PutInList.tsx';
import { say } from '../../../words/en/matter-sheet.ts';

const MOST_OFFERED = 10;

/** A template that can be put in beside what stands on the sheet. */
export type TemplateHere = Pick<ShelfItem, 'templateId' | 'name'>;

/** The passages that have the letters typed in their name or words, those that begin so first; then templates by name. */
export function itemsHere(
  passages: PassagesHere,
  templates: readonly TemplateHere[],
  typed: string,
): readonly PutInItem[] {
  const wanted = foldName(typed);
  const named = templates.filter(({ name }) => wanted !== '' && foldName(name).includes(wanted));
  return [
    ...passageItems(passages, typed),
    ...named.map(({ templateId, name }): PutInItem => ({
      kind: 'template',
      id: templateId,
      label: name,
      detail: say.itsWordingAndWhatIt,
    })),
  ].slice(0, MOST_OFFERED);
}

function passageItems({ items }: PassagesHere, typed: string): readonly PutInItem[] {
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

interface Offered {
  readonly passages: PassagesHere;
  readonly templates: readonly TemplateHere[];
  /** Fetches a template's wording for this message; undefined where it can't be had. */
  readonly wordingOf: (templateId: string) => Promise<readonly object[] | undefined>;
}

/** What each editor was told of passages and templates; it holds their words, which the list does not. */
const known = new WeakMap<Editor, Offered>();

/** Offers these at the caret of an editor from now on. */
export function offerHere(editor: Editor, offered: Offered): void {
  known.set(editor, offered);
  editor.commands.offerPutIn((typed) => itemsHere(offered.passages, offered.templates, typed));
}

/** Puts passages in at the caret by typing; what they say is plain words from then on. */
export const PassagesAtCaret = PutIn.configure({
  onPutIn: (editor: Editor, range: Range, item: PutInItem) => {
    const offered = known.get(editor);
    if (item.kind === 'template') {
      editor.chain().focus().deleteRange(range).run();
      void offered?.wordingOf(item.id).then((words) => {
        if (words)
          editor
            .chain()
            .focus()
            .insertContent([...words])
            .run();
      });
      return;
    }
    const passage = offered?.passages.items.find(({ id }) => item.kind === 'passage' && id === item.id);
    if (!passage) return;
    const words = passage.oneLine ? wordsIn(passage.content[0]) : passage.content;
    editor.chain().focus().deleteRange(range).insertContent(words).run();
  },
});
