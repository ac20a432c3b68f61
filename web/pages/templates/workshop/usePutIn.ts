import type { Editor, Range } from '@tiptap/core';
import { useLazyPassageQuery } from '../../../api/passages.ts';
import { usePutShape } from '../../../parts/wording/usePutShape.ts';
import type { PutInItem } from '../../../parts/editor/PutInList.tsx';
import type { TemplateContentJson } from '../../../../contract/templates.ts';

type Blank = TemplateContentJson['blanks'][number];

/** Puts what was chosen from the list in the place it was typed at; a new blank is told to `onBlank`. */
export function usePutIn(
  onBlank: (blank: Blank) => void,
  /** What a repeat is for until another is chosen. */
  over: () => string | undefined,
): (editor: Editor, range: Range, item: PutInItem) => void {
  const [readPassage] = useLazyPassageQuery();
  const putShape = usePutShape();
  const putCopy = async (editor: Editor, id: string, oneLine: boolean): Promise<void> => {
    const passage = await readPassage(id, true)
      .unwrap()
      .catch(() => undefined);
    const { content: words = [] } = (passage?.body ?? {}) as {
      readonly content?: readonly { readonly content?: object[] }[];
    };
    editor.commands.insertContent(oneLine ? (words[0]?.content ?? []) : [...words]);
  };
  return (editor, range, item) => {
    const chain = editor.chain().focus().deleteRange(range);
    switch (item.kind) {
      case 'field':
        chain.insertContent({ type: 'field', attrs: { path: item.path } }).run();
        return;
      case 'blank':
        chain.insertContent({ type: 'blank', attrs: { key: item.key } }).run();
        return;
      case 'newBlank':
        onBlank({ key: item.key, label: item.name, kind: 'text', required: true });
        chain.insertContent({ type: 'blank', attrs: { key: item.key } }).run();
        return;
      case 'passage':
        chain
          .insertContent({ type: item.oneLine ? 'passageWords' : 'passage', attrs: { id: item.id } })
          .run();
        return;
      case 'passageCopy':
        // The place it was typed at is cleared at once; its words come where the caret is when they have arrived.
        chain.run();
        void putCopy(editor, item.id, item.oneLine);
        return;
      case 'shape':
        chain.run();
        putShape(editor, item.shape, over());
        return;
      case 'signature':
        chain.insertContent({ type: 'signature' }).run();
        return;
      // Only a message takes another template's wording in.
      case 'template':
        return;
      default:
        item satisfies never;
    }
  };
}
