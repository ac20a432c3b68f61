import { EditorContent } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { RefObject } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import type { WordsBefore } from '../../../api/messages.ts';
import { isLineLost, problemWords } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { Received } from '../../../parts/messages/Received.tsx';
import { Toolbar } from '../../../parts/wording/Toolbar.tsx';
import { AddressBlock } from './AddressBlock.tsx';
import { BlanksContext } from './blanksContext.ts';
import { Enclosures } from './Enclosures.tsx';
import { Invitation } from './Invitation.tsx';
import { Margin } from './Margin.tsx';
import { SendBar } from './SendBar.tsx';
import { subjectContent } from './editors.ts';
import { carryOut } from './carryOut.ts';
import { SheetTools } from './SheetTools.tsx';
import { UnfinishedContext } from './unfinished.ts';
import { useDraft } from './useDraft.ts';
import { useEnclosing } from './useEnclosing.ts';
import { useLeaving } from './useLeaving.ts';
import { usePasting } from './usePasting.ts';
import { useSheetEditors } from './useSheetEditors.ts';
import { useSheetParts } from './useSheetParts.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Sheet.module.css';

interface SheetProps {
  readonly initial: Message;
  /** What it said, and to whom, before another template was chosen. */
  readonly before: WordsBefore | undefined;
  readonly matter: MatterDetail;
  readonly personId: string;
  /** Words that lay aside on this computer: they stand in `initial`, and the server has not got them yet. */
  readonly begun: ChangeMessage | undefined;
  readonly onTakeTheirs: () => void;
}

/** The sheet: address block, subject, body, enclosures at the foot, and notes in its margin. */
export function Sheet({ initial, before, matter, personId, begun, onTakeTheirs }: SheetProps) {
  const [acknowledged, setAcknowledged] = useState<ReadonlySet<string>>(new Set());
  const [arrives, setArrives] = useState(false);
  const touched = useRef(initial.revision > 1);
  const page = useRef<HTMLDivElement>(null);
  const { keeper, draft } = useDraft(initial, personId, begun);
  const { message } = draft;
  const leaving = useLeaving(initial, keeper, touched, page, acknowledged);
  const change = (part: ChangeMessage): void => {
    touched.current = true;
    leaving.setAsked(false);
    keeper.change(part);
  };
  const parts = useSheetParts(initial, matter, change);
  const enclosing = useEnclosing(initial, keeper, parts.showEnclosures, touched);
  useEffect(() => leaving.begun.hold(enclosing.settle));
  const { wordingOf } = enclosing;
  const { subject, body } = useSheetEditors(initial, keeper, message.notes, page, change, wordingOf);
  const back = useWordsBefore(before, { subject, body, setLine: parts.setLine });
  const onPaste = usePasting(body, enclosing.files);
  const blanks = useBlanks(message, matter, parts);
  useKeys({ 'Ctrl+Enter': () => void leaving.go(), Escape: () => void leaving.putAway() });

  const notes = message.notes.filter(({ severity, id }) => severity === 'stop' || !acknowledged.has(id));
  return (
    <BlanksContext value={blanks}>
      <UnfinishedContext value={leaving.begun}>
        {draft.conflict ? <Conflict onTheirs={onTakeTheirs} onMine={() => void keeper.keepMine()} /> : null}
        <SheetTools
          message={message}
          matter={matter}
          onKeep={keeper.flush}
          onQuote={parts.quote}
          onBack={back}
          onSignature={parts.sign}
          arrives={arrives}
          onArrives={() => void keeper.flush().then((kept) => setArrives(kept && !arrives))}
        />
        {arrives ? (
          <div className={classes.arrives}>
            <Received subject={message.subject} html={message.html} text={message.mailText} />
          </div>
        ) : null}
        <div className={classes.scroller} hidden={arrives} onPaste={onPaste}>
          <Page
            page={page}
            initial={initial}
            from={message.from}
            wanted={message.wanted}
            matter={matter}
            parts={parts}
            enclosing={enclosing}
            subject={subject}
            body={body}
          />
          <Margin
            page={page}
            notes={notes}
            pressing={leaving.asked}
            onRemedy={(remedy) => {
              carryOut(remedy, { ...parts, body, page: page.current, matter, setEnclosures: parts.enclose });
            }}
            onLeave={(id) => {
              setAcknowledged((known) => new Set([...known, id]));
            }}
          />
        </div>
        <SendBar
          {...parts}
          message={initial}
          reference={matter.reference}
          keeping={draft.keeping}
          // What stops it stands in the margin; only what stands nowhere else is said here.
          problem={
            leaving.unfinished[0] ??
            unsavedWords(draft.error) ??
            (notes.length === 0 ? problemOf(leaving.sending.error) : undefined)
          }
          waiting={notes.length}
          stops={notes.filter(({ severity }) => severity === 'stop').length}
          busy={leaving.sending.isLoading}
          onSend={() => void leaving.go()}
          onLater={(sendOn) => void leaving.go({ sendOn })}
          onPutAway={() => void leaving.putAway()}
          onDiscard={() => void leaving.throwAway()}
        />
      </UnfinishedContext>
    </BlanksContext>
  );
}

/** Takes the sheet back to the words it had, and to whom; once. Undefined where there is nothing to go back to. */
function useWordsBefore(
  before: WordsBefore | undefined,
  {
    subject,
    body,
    setLine,
  }: {
    readonly subject: Editor | null;
    readonly body: Editor | null;
    readonly setLine: ReturnType<typeof useSheetParts>['setLine'];
  },
): (() => void) | undefined {
  const [words, setWords] = useState(before);
  if (!words) return undefined;
  return () => {
    body?.commands.setContent(words.body);
    subject?.commands.setContent(subjectContent(words.subjectNodes));
    for (const line of ['to', 'cc', 'bcc'] as const) setLine(line, words[line]);
    setWords(undefined);
  };
}

interface PageProps {
  readonly page: RefObject<HTMLDivElement | null>;
  readonly initial: Message;
  readonly from: Message['from'];
  readonly wanted: Message['wanted'];
  readonly matter: MatterDetail;
  readonly parts: ReturnType<typeof useSheetParts>;
  readonly enclosing: ReturnType<typeof useEnclosing>;
  readonly subject: Editor | null;
  readonly body: Editor | null;
}

/** The paper itself: to whom, about what, the text, and what goes along. A text message is its words alone. */
function Page({ page, initial, from, wanted, matter, parts, enclosing, subject, body }: PageProps) {
  return (
    <article className={classes.sheet} ref={page} aria-label={say.sheet}>
      <AddressBlock
        from={from}
        senders={initial.senders}
        channel={initial.channel}
        lines={parts.lines}
        going={parts.going}
        matter={matter}
        onChange={parts.setLine}
        onGoing={parts.setGoing}
      />
      {initial.channel === 'text' ? null : (
        <div className={classes.subject} data-part="subject">
          <EditorContent editor={subject} />
        </div>
      )}
      {body && initial.channel !== 'text' ? <Toolbar small editor={body} /> : null}
      <div className={classes.body}>
        <EditorContent editor={body} />
      </div>
      {initial.channel === 'text' ? null : (
        <Enclosures
          messageId={initial.id}
          enclosures={parts.enclosures}
          wanted={wanted}
          matter={matter}
          limitBytes={initial.channel === 'email' ? initial.limitBytes : undefined}
          busy={enclosing.busy}
          share={enclosing.share}
          problem={enclosing.problem}
          onChange={parts.enclose}
          onFiles={enclosing.files}
          onMade={enclosing.made}
          onInvite={initial.channel === 'email' ? parts.invite : undefined}
        />
      )}
      {parts.appointment ? (
        <Invitation
          appointment={parts.appointment}
          followUps={matter.followUps}
          onRemove={() => {
            parts.invite(null);
          }}
        />
      ) : null}
    </article>
  );
}

const problemOf = (error: unknown): string | undefined =>
  error === undefined ? undefined : problemWords(error);

/** Why the draft is not saved, and where its words are meanwhile. */
const unsavedWords = (error: unknown): string | undefined =>
  isLineLost(error) ? say.theServerCantBeReached : problemOf(error);

/** What the sheet asks for, what is answered, and what can be offered in answer. */
function useBlanks(
  { blanks, late }: Message,
  { parties, documents }: MatterDetail,
  { answers, answer }: ReturnType<typeof useSheetParts>,
) {
  const asked = useMemo(
    () => ({
      blanks,
      late,
      offered: {
        parties: [...new Set(parties.map(({ name }) => name))],
        documents: documents.map(({ name }) => name),
      },
    }),
    [blanks, late, parties, documents],
  );
  const onAnswer = (key: string, text: string): void => {
    answer(blanks, key, text);
  };
  return { ...asked, answers, onAnswer };
}

interface ConflictProps {
  readonly onTheirs: () => void;
  readonly onMine: () => void;
}

function Conflict({ onTheirs, onMine }: ConflictProps) {
  return (
    <p className={classes.conflict} role="alert">
      {say.thisDraftWasChangedIn}
      <Button onClick={onMine}>{say.useMine}</Button>
      <Button onClick={onTheirs}>{say.useTheirs}</Button>
    </p>
  );
}
