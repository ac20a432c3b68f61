import { useEditor } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import { useEffect, useRef } from 'react';
import type { TemplateContentJson } from '../../../../contract/templates.ts';
import { PutIn } from '../../../parts/editor/putIn.ts';
import { templateBody, templateLine } from '../../../parts/editor/templateNodes.tsx';
import { putInItems } from '../../../parts/wording/putInItems.ts';
import { usePutIn } from './usePutIn.ts';
import { say } from '../../../words/en/templates-workshop.ts';

type Content = TemplateContentJson;

interface WordingEditors {
  readonly subject: Editor | null;
  readonly body: Editor | null;
}

/** The two texts of a template, each offering what can be put in as it is typed. */
export function useWordingEditors(
  initial: Content,
  places: Parameters<typeof putInItems>[0],
  mayChange: boolean,
  onContent: (change: (content: Content) => Partial<Content>) => void,
): WordingEditors {
  // The editors keep the command they were made with, and matters come to be known later.
  const firstRepeat = useRef<string>(undefined);
  useEffect(() => {
    firstRepeat.current = places.catalogue?.repeats[0]?.over;
  }, [places]);
  const putIn = usePutIn(
    (blank) => {
      onContent(({ blanks }) => ({ blanks: [...blanks, blank] }));
    },
    () => firstRepeat.current,
  );
  const suggestion = PutIn.configure({ onPutIn: putIn });
  const subject = useEditor({
    extensions: [...templateLine, suggestion],
    content: { type: 'doc', content: [{ type: 'paragraph', content: initial.subject }] },
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-label': say.subject, role: 'textbox' } },
    onUpdate: ({ editor }) => {
      onContent(() => ({ subject: (editor.getJSON().content[0]?.content ?? []) as Content['subject'] }));
    },
  });
  const body = useEditor({
    extensions: [...templateBody, suggestion],
    content: initial.body,
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: {
        'aria-label': say.wording,
        role: 'textbox',
        'aria-multiline': 'true',
        spellcheck: 'true',
      },
    },
    onUpdate: ({ editor }) => {
      onContent(() => ({ body: editor.getJSON() as Content['body'] }));
    },
  });
  useEffect(() => {
    subject?.commands.offerPutIn((typed) => putInItems(places, typed, true));
    body?.commands.offerPutIn((typed, over) => putInItems(places, typed, false, over));
  }, [subject, body, places]);
  return { subject, body };
}
