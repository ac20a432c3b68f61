import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Editor } from '@tiptap/react';
import type {
  FieldCatalogue,
  TemplateContentJson,
  TemplateDetail,
  TemplateProblemView,
} from '../../../../contract/templates.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { TextField } from '../../../ui/Field.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { useSavedAs } from '../../../ui/useSavedAs.ts';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { PUT_IN_SIGN } from '../../../parts/editor/putInMatch.ts';
import { TemplatePlacesContext } from '../../../parts/editor/templateContext.ts';
import { usePreviewDraftQuery, useTemplateFieldsQuery } from '../../../api/templates.ts';
import { usePassagesQuery } from '../../../api/passages.ts';
import { NEW_DRAFT } from './draft.ts';
import type { WorkshopDraft } from './draft.ts';
import { KeepBar } from './KeepBar.tsx';
import { BegunNote } from '../../../parts/begun/BegunNote.tsx';
import { useLaidAside } from '../../../parts/begun/useBegun.ts';
import type { Begun } from '../../../parts/begun/useBegun.ts';
import { PreviewPane } from './PreviewPane.tsx';
import { applyRemedy } from './problemRemedies.ts';
import type { ProblemRemedy } from './problemRemedies.ts';
import { problemOf } from '../../../words/en/templateWords.ts';
import { RecipientLines } from './RecipientLines.tsx';
import { SelectionBar } from '../../../parts/wording/SelectionBar.tsx';
import { TemplateParts } from './TemplateParts.tsx';
import { useWhenIdle } from './useWhenIdle.ts';
import { WordingEditor } from '../../../parts/wording/WordingEditor.tsx';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';
import { useKeeping } from './useKeeping.ts';
import { useWordingEditors } from './useWordingEditors.ts';

type Content = TemplateContentJson;

/** How long the wording rests, at least, before it is looked at anew in an idle moment: typing never waits for it. */
const LOOK_MS = 250;

interface WorkshopProps {
  readonly initial: WorkshopDraft;
  /** A new template is laid aside on this computer until it is saved. */
  readonly begun: Begun<WorkshopDraft>;
  /** Whether its wording was brought from elsewhere and is not kept yet. */
  readonly brought: boolean;
  readonly template: TemplateDetail | undefined;
  readonly mayChange: boolean;
  readonly matterId: string | undefined;
  readonly onMatter: (matterId: string) => void;
  /** Shows what the template says now, in the place of what is typed here. */
  readonly onRenew: () => void;
}

const wordsOf = ({ title, detail }: ReturnType<typeof problemOf>): string => `${title}. ${detail}`;

/** One page with the wording at the left and, at the right, the same wording filled in from a matter. */
export function Workshop(props: WorkshopProps) {
  const { initial, begun, template, mayChange, matterId, onMatter, onRenew } = props;
  const navigate = useNavigate();
  const { draft, changed, asks, onSaved, ...changes } = useWorkshopDraft(props);
  const { set, setContent, changeContent } = changes;
  const { data: catalogue } = useTemplateFieldsQuery(matterId);
  const { data: passages } = usePassagesQuery();
  const { look, problem, isStale } = useLook(draft, matterId);

  const places = useMemo(
    () => ({
      catalogue,
      blanks: draft.content.blanks,
      passages: passages?.items ?? [],
      wrong: new Map((look?.problems ?? []).map((one) => [one.where, wordsOf(problemOf(one))])),
    }),
    [catalogue, draft.content.blanks, passages, look],
  );
  const { subject, body } = useWordingEditors(initial.content, places, mayChange, changeContent);

  const { keep, busy, error, overtaken, standOnTop } = useKeeping(draft, template, onSaved);
  useKeys({ Escape: () => void navigate('/templates') });

  const remedy = (found: ProblemRemedy, problem: TemplateProblemView): void => {
    applyRemedy(found, problem, { editors: [subject, body], content: draft.content, onContent: setContent });
  };
  return (
    <TemplatePlacesContext value={places}>
      <div className={classes.workshop}>
        <KeepBar
          draft={draft}
          template={template}
          changed={changed}
          busy={busy}
          mayChange={mayChange}
          error={error}
          onKeep={(why) => void keep(why)}
        />
        <LeaveGuard when={mayChange && asks} what={say.thisTemplate} />
        <BegunNote begun={begun} />
        {overtaken ? <Overtaken onMine={standOnTop} onRenew={onRenew} /> : null}
        <div className={classes.halves}>
          <WordingHalf
            draft={draft}
            isNew={!template}
            catalogue={catalogue}
            subject={subject}
            body={body}
            onDraft={set}
            onContent={setContent}
          />
          <PreviewPane
            look={look}
            onRemedy={mayChange ? remedy : undefined}
            problem={problem}
            stale={isStale}
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

interface WordingHalfProps {
  readonly draft: WorkshopDraft;
  readonly isNew: boolean;
  readonly catalogue: FieldCatalogue | undefined;
  readonly subject: Editor | null;
  readonly body: Editor | null;
  readonly onDraft: (part: Partial<WorkshopDraft>) => void;
  readonly onContent: (part: Partial<Content>) => void;
}

/** What the template is called, whom it goes to, what it says, and everything beside. */
function WordingHalf({ draft, isNew, catalogue, subject, body, onDraft, onContent }: WordingHalfProps) {
  const [source, setSource] = useState(false);
  return (
    <section className={classes.wording} aria-label={say.wording}>
      <div className={classes.naming}>
        <TextField
          label={say.name}
          wide
          autoFocus={isNew}
          value={draft.name}
          placeholder={say.whatItIsCalledOn}
          onChange={(name) => {
            onDraft({ name });
          }}
        />
      </div>
      <RecipientLines
        recipients={draft.content.recipients}
        roles={catalogue?.roles ?? []}
        onChange={(recipients) => {
          onContent({ recipients });
        }}
      />
      <WordingEditor
        subject={subject}
        body={body}
        catalogue={catalogue}
        channel={draft.channel}
        source={source}
        onSourceDone={() => {
          setSource(false);
        }}
      />
      <p className={classes.hint}>
        {say.type}
        <kbd>{PUT_IN_SIGN}</kbd>
        {say.andAFewLettersTo}
      </p>
      <SelectionBar
        editors={[subject, body]}
        catalogue={catalogue}
        blanks={draft.content.blanks}
        onBlanks={(blanks) => {
          onContent({ blanks: [...blanks] });
        }}
      />
      <TemplateParts
        draft={draft}
        catalogue={catalogue}
        onDraft={onDraft}
        onContent={onContent}
        onSource={() => {
          setSource(!source);
        }}
      />
    </section>
  );
}

/** What is on the desk, and whether it differs from what is kept. */
function useWorkshopDraft({ initial, brought, begun, template }: WorkshopProps) {
  const [draft, setDraft] = useState(initial);
  const { changed, onSaved: setSaved } = useSavedAs<WorkshopDraft>(
    draft,
    brought ? undefined : template ? initial : NEW_DRAFT,
  );
  useLaidAside(begun, draft, changed);
  const onSaved = (sent: WorkshopDraft): void => {
    setSaved(sent);
    begun.drop();
  };
  const set = (part: Partial<WorkshopDraft>): void => {
    setDraft((known) => ({ ...known, ...part }));
  };
  const changeContent = (work: (content: Content) => Partial<Content>): void => {
    setDraft((known) => ({ ...known, content: { ...known.content, ...work(known.content) } }));
  };
  const setContent = (part: Partial<Content>): void => {
    changeContent(() => part);
  };
  // What is new and written here is laid aside by itself.
  const asks = changed && (template !== undefined || brought);
  return { draft, changed, asks, set, setContent, changeContent, onSaved };
}

/** The draft as a matter would fill it in, looked at anew whenever it rests. */
function useLook(draft: WorkshopDraft, matterId: string | undefined) {
  const looked = useWhenIdle(draft, LOOK_MS);
  const { data, error, isFetching } = usePreviewDraftQuery({
    channel: looked.channel,
    content: looked.content,
    ...(matterId === undefined ? {} : { matterId }),
  });
  return {
    look: data,
    problem: error === undefined ? undefined : problemWords(error),
    isStale: isFetching || looked !== draft,
  };
}
