import { useEditor } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import { useEffect } from 'react';
import type { RefObject } from 'react';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { usePassagesHereQuery } from '../../../api/messages.ts';
import { useShelfQuery } from '../../../api/shelf.ts';
import type { DraftKeeper } from './draftKeeper.ts';
import { bodyExtensions, subjectContent, subjectExtensions, subjectNodesOf } from './editors.ts';
import { notesKey } from './noteHighlights.ts';
import { PassagesAtCaret, offerHere } from './passages.ts';
import { renewContent } from './renewContent.ts';
import { startPlace } from './startPlace.ts';
import { say } from '../../../words/en/matter-sheet.ts';

const bodyWithPassages = [...bodyExtensions, PassagesAtCaret];

interface SheetEditors {
  readonly subject: Editor | null;
  readonly body: Editor | null;
}

/** The sheet's two texts: they tell what is typed, and follow what the server made of them. */
export function useSheetEditors(
  initial: Message,
  keeper: DraftKeeper,
  notes: Message['notes'],
  page: RefObject<HTMLElement | null>,
  change: (part: ChangeMessage) => void,
  wordingOf: (templateId: string) => Promise<readonly object[] | undefined>,
): SheetEditors {
  const { data: passages } = usePassagesHereQuery(initial.id);
  const { data: shelf } = useShelfQuery(initial.matterId);
  const subject = useEditor({
    extensions: subjectExtensions,
    content: subjectContent(initial.subjectNodes),
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-label': say.subject, role: 'textbox' } },
    onUpdate: ({ editor }) => {
      change({ subject: subjectNodesOf(editor.getJSON()) });
    },
  });
  const body = useEditor({
    extensions: bodyWithPassages,
    content: initial.body,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: {
        'aria-label': say.textOfTheMessage,
        role: 'textbox',
        'aria-multiline': 'true',
        spellcheck: 'true',
      },
    },
    onUpdate: ({ editor }) => {
      change({ body: editor.getJSON() as Message['body'] });
    },
  });

  useRenewal(keeper, body, subject);

  useEffect(() => {
    if (!body || !passages) return;
    const templates = (shelf?.items ?? []).filter(
      ({ channel, templateId }) => channel === initial.channel && templateId !== initial.templateId,
    );
    offerHere(body, { passages, templates, wordingOf });
  }, [body, passages, shelf, wordingOf, initial]);

  useEffect(() => {
    body?.view.dispatch(body.state.tr.setMeta(notesKey, notes));
  }, [body, notes]);
  useEffect(() => {
    startPlace(body, page.current);
  }, [body, page]);

  return { subject, body };
}

/** Brings what the server changed of the words itself into the texts, around the caret and what was typed since. */
function useRenewal(keeper: DraftKeeper, body: Editor | null, subject: Editor | null): void {
  useEffect(
    () =>
      keeper.onRenewed(({ base, kept }) => {
        if (!body || !subject) return;
        renewContent(body, base.body, kept.body);
        renewContent(subject, subjectContent(base.subject), subjectContent(kept.subjectNodes));
        // What was typed meanwhile and is not kept yet holds what was renewed, too.
        const typed = keeper.unkept();
        if (typed?.body) keeper.change({ body: body.getJSON() as Message['body'] });
        if (typed?.subject) keeper.change({ subject: subjectNodesOf(subject.getJSON()) });
      }),
    [keeper, body, subject],
  );
}
