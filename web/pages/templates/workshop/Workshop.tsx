import { useEditor } from '@tiptap/react';
import type { Editor, Range } from '@tiptap/core';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { TemplateContentJson, TemplateDetail } from '../../../../contract/templates.ts';
import { problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { PUT_IN_SIGN, PutIn } from '../../../parts/editor/putIn.ts';
import { TemplatePlacesContext } from '../../../parts/editor/templateContext.ts';
import { templateBody, templateLine } from '../../../parts/editor/templateNodes.tsx';
import type { PutInItem } from '../../../parts/editor/PutInList.tsx';
import {
  useChangeTemplateMutation,
  useCreateTemplateMutation,
  usePreviewDraftQuery,
  useTemplateFieldsQuery,
} from '../../../api/templates.ts';
import { useLazyPassageQuery, usePassagesQuery } from '../../../api/passages.ts';
import type { WorkshopDraft } from './draft.ts';
import { KeepBar } from './KeepBar.tsx';
import { PreviewPane } from './PreviewPane.tsx';
import { applyRemedy } from './problemRemedies.ts';
import { problemOf } from '../../../words/templateWords.ts';
import { putInItems } from '../../../parts/wording/putInItems.ts';
import { RecipientLines } from './RecipientLines.tsx';
import { SelectionBar } from '../../../parts/wording/SelectionBar.tsx';
import { TemplateParts } from './TemplateParts.tsx';
import { useWhenIdle } from './useWhenIdle.ts';
import { WordingEditor } from '../../../parts/wording/WordingEditor.tsx';
import classes from '../../../parts/wording/Workshop.module.css';

type Content = TemplateContentJson;

/** How long the wording rests, at least, before it is looked at anew in an idle moment: typing never waits for it. */
const LOOK_MS = 250;

interface WorkshopProps {
  readonly initial: WorkshopDraft;
  /** Whether its wording was brought from elsewhere and is not kept yet. */
  readonly brought: boolean;
  readonly template: TemplateDetail | undefined;
  readonly mayChange: boolean;
  readonly matterId: string | undefined;
  readonly onMatter: (matterId: string) => void;
}

const wordsOf = ({ title, detail }: ReturnType<typeof problemOf>): string => `${title}. ${detail}`;

/** One page with the wording at the left and, at the right, the same wording filled in from a matter. */
export function Workshop({ initial, brought, template, mayChange, matterId, onMatter }: WorkshopProps) {
  const navigate = useNavigate();
  const [draft, setDraft] = useState(initial);
  const [changed, setChanged] = useState(brought);
  const [create, creating] = useCreateTemplateMutation();
  const [change, changing] = useChangeTemplateMutation();
  const { data: catalogue } = useTemplateFieldsQuery(matterId);
  const { data: passages } = usePassagesQuery();
  const [readPassage] = useLazyPassageQuery();
  const looked = useWhenIdle(draft, LOOK_MS);
  const {
    data: look,
    error: lookError,
    isFetching,
  } = usePreviewDraftQuery({
    channel: looked.channel,
    content: looked.content,
    ...(matterId === undefined ? {} : { matterId }),
  });

  const set = (part: Partial<WorkshopDraft>): void => {
    setDraft((known) => ({ ...known, ...part }));
    setChanged(true);
  };
  const setContent = (part: Partial<Content>): void => {
    setDraft((known) => ({ ...known, content: { ...known.content, ...part } }));
    setChanged(true);
  };

  const places = useMemo(
    () => ({
      catalogue,
      blanks: draft.content.blanks,
      passages: passages?.items ?? [],
      wrong: new Map((look?.problems ?? []).map((one) => [one.where, wordsOf(problemOf(one))])),
    }),
    [catalogue, draft.content.blanks, passages, look],
  );
  const putIn = (editor: Editor, range: Range, item: PutInItem): void => {
    const chain = editor.chain().focus().deleteRange(range);
    switch (item.kind) {
      case 'field':
        chain.insertContent({ type: 'field', attrs: { path: item.path } }).run();
        return;
      case 'blank':
        chain.insertContent({ type: 'blank', attrs: { key: item.key } }).run();
        return;
      case 'newBlank': {
        const blank = { key: item.key, label: item.name, kind: 'text', required: true } as const;
        setDraft((known) => ({
          ...known,
          content: { ...known.content, blanks: [...known.content.blanks, blank] },
        }));
        chain.insertContent({ type: 'blank', attrs: { key: item.key } }).run();
        return;
      }
      case 'passage':
        chain
          .insertContent({ type: item.oneLine ? 'passageWords' : 'passage', attrs: { id: item.id } })
          .run();
        return;
      case 'passageCopy':
        // The place it was typed at is cleared at once; its words come where the caret is when they have arrived.
        chain.run();
        void readPassage(item.id, true)
          .unwrap()
          .then(({ body }) => {
            const { content: words } = body as {
              readonly content?: readonly { readonly content?: object[] }[];
            };
            editor.commands.insertContent(item.oneLine ? (words?.[0]?.content ?? []) : [...(words ?? [])]);
          })
          .catch(() => undefined);
        return;
      case 'signature':
        chain.insertContent({ type: 'signature' }).run();
        return;
      default:
        item satisfies never;
    }
  };
  const suggestion = PutIn.configure({ onPutIn: putIn });

  const subject = useEditor({
    extensions: [...templateLine, suggestion],
    content: { type: 'doc', content: [{ type: 'paragraph', content: initial.content.subject }] },
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-label': 'Subject', role: 'textbox' } },
    onUpdate: ({ editor }) => {
      setContent({ subject: (editor.getJSON().content[0]?.content ?? []) as Content['subject'] });
    },
  });
  const body = useEditor({
    extensions: [...templateBody, suggestion],
    content: initial.content.body,
    editable: mayChange,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: { 'aria-label': 'Wording', role: 'textbox', 'aria-multiline': 'true', spellcheck: 'true' },
    },
    onUpdate: ({ editor }) => {
      setContent({ body: editor.getJSON() as Content['body'] });
    },
  });

  useEffect(() => {
    subject?.commands.offerPutIn((typed) => putInItems(places, typed, true));
    body?.commands.offerPutIn((typed) => putInItems(places, typed, false));
  }, [subject, body, places]);

  const busy = creating.isLoading || changing.isLoading;
  const keep = async (why: string): Promise<void> => {
    if (busy || draft.name.trim() === '') return;
    if (!template) {
      const { name, folder, tags, channel, content } = draft;
      const made = await create({ name, channel, folder, tags: [...tags], content })
        .unwrap()
        .catch(() => undefined);
      if (made) await navigate(`/templates/${made.id}`, { replace: true });
      return;
    }
    const { name, folder, tags, content } = draft;
    const kept = await change({
      id: template.id,
      change: { baseVersionId: template.versionId, name, folder, tags: [...tags], content, why },
    })
      .unwrap()
      .catch(() => undefined);
    if (kept) setChanged(false);
  };
  useKeys({ 'Ctrl+s': () => void keep(''), Escape: () => void navigate('/templates') });

  return (
    <TemplatePlacesContext value={places}>
      <div className={classes.workshop}>
        <KeepBar
          draft={draft}
          template={template}
          changed={changed}
          busy={busy}
          mayChange={mayChange}
          error={creating.error ?? changing.error}
          onKeep={(why) => void keep(why)}
        />
        <div className={classes.halves}>
          <section className={classes.wording} aria-label="Wording">
            <div className={classes.naming}>
              <TextField
                label="Name"
                wide
                autoFocus={!template}
                value={draft.name}
                placeholder="What it is called on the shelf"
                onChange={(name) => {
                  set({ name });
                }}
              />
            </div>
            <RecipientLines
              recipients={draft.content.recipients}
              roles={catalogue?.roles ?? []}
              onChange={(recipients) => {
                setContent({ recipients });
              }}
            />
            <WordingEditor subject={subject} body={body} catalogue={catalogue} channel={draft.channel} />
            <p className={classes.hint}>
              Type <kbd>{PUT_IN_SIGN}</kbd> and a few letters to put in a field, a blank or a passage.
            </p>
            <SelectionBar
              editors={[subject, body]}
              catalogue={catalogue}
              blanks={draft.content.blanks}
              onBlanks={(blanks) => {
                setContent({ blanks: [...blanks] });
              }}
            />
            <TemplateParts draft={draft} catalogue={catalogue} onDraft={set} onContent={setContent} />
          </section>
          <PreviewPane
            look={look}
            onRemedy={
              mayChange
                ? (remedy, problem) => {
                    applyRemedy(remedy, problem, {
                      editors: [subject, body],
                      content: draft.content,
                      onContent: setContent,
                    });
                  }
                : undefined
            }
            problem={lookError === undefined ? undefined : problemWords(lookError)}
            stale={isFetching || looked !== draft}
            channel={draft.channel}
            content={draft.content}
            matterId={matterId}
            template={template}
            onMatter={onMatter}
          />
        </div>
      </div>
    </TemplatePlacesContext>
  );
}

/** A template that could not be opened. */
export function NoTemplate({ error }: { readonly error: unknown }) {
  const navigate = useNavigate();
  return (
    <div className={classes.missing} role="alert">
      <p>{problemWords(error)}</p>
      <Button onClick={() => void navigate('/templates')}>To the templates</Button>
    </div>
  );
}
