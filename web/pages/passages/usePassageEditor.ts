import { useEditor } from '@tiptap/react';
import { useEffect, useMemo } from 'react';
import type { PassageDetail } from '../../../contract/passages.ts';
import { useFindMattersQuery } from '../../api/matters.ts';
import { usePassagesQuery } from '../../api/passages.ts';
import { useTemplateFieldsQuery } from '../../api/templates.ts';
import { PutIn } from '../../parts/editor/putIn.ts';
import { templateBody } from '../../parts/editor/templateNodes.tsx';
import { usePutShape } from '../../parts/wording/usePutShape.ts';
import { putInItems } from '../../parts/wording/putInItems.ts';
import { say } from '../../words/en/passages.ts';

const WRITTEN_IN = {
  'aria-label': say.wording,
  role: 'textbox',
  'aria-multiline': 'true',
  spellcheck: 'true',
};

/** The editor of a passage, and what can be put into it: fields, and every other passage. */
export function usePassageEditor(
  passage: PassageDetail | undefined,
  begunWith: PassageDetail['body'] | undefined,
  mayChange: boolean,
  onChange: () => void,
) {
  const { data: matters } = useFindMattersQuery({ query: '', limit: 1 });
  const { data: catalogue } = useTemplateFieldsQuery(matters?.items[0]?.id);
  const { data: passages } = usePassagesQuery();
  const places = useMemo(
    () => ({
      catalogue,
      blanks: [],
      passages: (passages?.items ?? []).filter(({ id }) => id !== passage?.id),
    }),
    [catalogue, passages, passage],
  );
  const putShape = usePutShape();
  const body = useEditor({
    extensions: [
      ...templateBody,
      PutIn.configure({
        onPutIn: (editor, range, item) => {
          const chain = editor.chain().focus().deleteRange(range);
          if (item.kind === 'field') chain.insertContent({ type: 'field', attrs: { path: item.path } }).run();
          if (item.kind === 'shape') {
            chain.run();
            putShape(editor, item.shape, undefined);
          }
          if (item.kind === 'passage')
            chain
              .insertContent({ type: item.oneLine ? 'passageWords' : 'passage', attrs: { id: item.id } })
              .run();
        },
      }),
    ],
    content: passage?.body ?? begunWith ?? { type: 'doc', content: [{ type: 'paragraph' }] },
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: WRITTEN_IN,
    },
    onUpdate: onChange,
  });
  useEffect(() => {
    // A passage asks nothing of its own: blanks belong to the template it stands in.
    body?.commands.offerPutIn((typed, over) =>
      putInItems(places, typed, false, over).filter(
        (item) =>
          item.kind === 'field' ||
          item.kind === 'passage' ||
          (item.kind === 'shape' && item.shape !== 'repeat'),
      ),
    );
  }, [body, places]);
  return { body, places };
}
