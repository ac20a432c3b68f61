import { EditorContent } from '@tiptap/react';
import { useMemo, useRef, useState } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { pictureNode } from '../../../parts/editor/pictureNode.ts';
import { AddressBlock } from './AddressBlock.tsx';
import type { Going } from './AddressBlock.tsx';
import { BlanksContext } from './blanksContext.ts';
import { choiceOf, documentEnclosure, isEnclosed } from './enclosureList.ts';
import { Enclosures } from './Enclosures.tsx';
import { Margin } from './Margin.tsx';
import { SendBar } from './SendBar.tsx';
import { subjectContent } from './editors.ts';
import { useKeepPictureMutation } from '../../../api/pictures.ts';
import { carryOut } from './carryOut.ts';
import { isInText, pastedFiles } from './pasting.ts';
import { SheetTools } from './SheetTools.tsx';
import { useDraft } from './useDraft.ts';
import { useEnclosing } from './useEnclosing.ts';
import classes from './Sheet.module.css';
import { useLeaving } from './useLeaving.ts';
import { useSheetEditors } from './useSheetEditors.ts';

interface SheetProps {
  readonly initial: Message;
  /** The words before another template was chosen. */
  readonly before: Pick<Message, 'subjectNodes' | 'body'> | undefined;
  readonly matter: MatterDetail;
  readonly onTakeTheirs: () => void;
}

/** The sheet: address block, subject, body, enclosures at the foot, and notes in its margin. */
export function Sheet({ initial, before, matter, onTakeTheirs }: SheetProps) {
  const [lines, setLines] = useState({ to: initial.to, cc: initial.cc, bcc: initial.bcc });
  const [enclosures, setEnclosures] = useState(initial.enclosures);
  const [answers, setAnswers] = useState(initial.answers);
  const [going, setGoing] = useState<Going>(initial);
  const [backable, setBackable] = useState(before);
  const [acknowledged, setAcknowledged] = useState<ReadonlySet<string>>(new Set());
  const [keepPicture] = useKeepPictureMutation();
  const touched = useRef(initial.revision > 1);
  const page = useRef<HTMLDivElement>(null);

  const { keeper, draft } = useDraft(initial);
  const { go, putAway, throwAway, asked, setAsked, sending } = useLeaving(
    initial,
    keeper,
    touched,
    page,
    acknowledged,
  );
  const enclosing = useEnclosing(initial.id, keeper, setEnclosures);
  const change = (part: ChangeMessage): void => {
    touched.current = true;
    setAsked(false);
    keeper.change(part);
  };

  const { notes } = draft.message;
  const { subject, body } = useSheetEditors(initial, keeper, notes, page, change);

  const shownNotes = notes.filter(({ severity, code }) => severity === 'stop' || !acknowledged.has(code));
  const draftProblem = draft.error === undefined ? undefined : problemWords(draft.error);
  const stops = shownNotes.filter(({ severity }) => severity === 'stop').length;

  useKeys({ 'Ctrl+Enter': () => void go(), Escape: () => void putAway() });

  const answer = (key: string, text: string): void => {
    const next = { ...answers, [key]: text };
    setAnswers(next);
    change({ answers: next });
    const asked = draft.message.blanks.find((blank) => blank.key === key);
    const document = matter.documents.find(({ name }) => name === text);
    // A document that is named is meant to go along.
    if (asked?.kind === 'document' && document && !isEnclosed(enclosures, document.id))
      encloseDocument(document);
  };
  const setLine = (part: 'to' | 'cc' | 'bcc', recipients: Message['to']): void => {
    setLines((known) => ({ ...known, [part]: recipients }));
    change({
      [part]: recipients.map(({ address, name, contactId }) => ({
        address,
        name,
        ...(contactId === undefined ? {} : { contactId }),
      })),
    });
  };
  const enclose = (next: Message['enclosures']): void => {
    setEnclosures(next);
    change({ enclosures: next.map(choiceOf) });
  };
  const encloseDocument = (document: MatterDetail['documents'][number]): void => {
    enclose([...enclosures, documentEnclosure(document)]);
  };
  /** One that cannot stand in a text goes along as a file. */
  const putPicture = async (picture: File): Promise<void> => {
    const kept = await keepPicture(picture)
      .unwrap()
      .catch(() => undefined);
    if (kept) body?.chain().focus().insertContent(pictureNode(kept)).run();
    else enclosing.files([picture]);
  };
  const back = (): void => {
    if (!backable) return;
    body?.commands.setContent(backable.body);
    subject?.commands.setContent(subjectContent(backable.subjectNodes));
    setBackable(undefined);
  };

  const blanks = useMemo(
    () => ({
      blanks: draft.message.blanks,
      late: draft.message.late,
      offered: {
        parties: [...new Set(matter.parties.map(({ name }) => name))],
        documents: matter.documents.map(({ name }) => name),
      },
    }),
    [draft.message.blanks, draft.message.late, matter.parties, matter.documents],
  );
  return (
    <BlanksContext value={{ ...blanks, answers, onAnswer: answer }}>
      {draft.conflict ? <Conflict onTheirs={onTakeTheirs} onMine={() => void keeper.keepMine()} /> : null}
      <SheetTools
        message={draft.message}
        matter={matter}
        onKeep={keeper.flush}
        onBack={backable ? back : undefined}
      />
      <div
        className={classes.scroller}
        onPaste={(event) => {
          const { pictures, files } = pastedFiles(event.clipboardData, isInText(event.target, body));
          if (pictures.length + files.length === 0) return;
          event.preventDefault();
          enclosing.files(files);
          for (const picture of pictures) void putPicture(picture);
        }}
      >
        <article className={classes.sheet} ref={page} aria-label="Sheet">
          <AddressBlock
            from={draft.message.from}
            senders={initial.senders}
            channel={initial.channel}
            lines={lines}
            going={going}
            matter={matter}
            onChange={setLine}
            onGoing={(part) => {
              setGoing((known) => ({ ...known, ...part }));
              change(part);
            }}
          />
          {initial.channel === 'text' ? null : (
            <div className={classes.subject} data-part="subject">
              <EditorContent editor={subject} />
            </div>
          )}
          <div className={classes.body}>
            <EditorContent editor={body} />
          </div>
          {initial.channel === 'text' ? null : (
            <Enclosures
              messageId={initial.id}
              enclosures={enclosures}
              asks={initial.asks}
              matter={matter}
              limitBytes={initial.channel === 'email' ? initial.limitBytes : undefined}
              busy={enclosing.busy}
              share={enclosing.share}
              problem={enclosing.problem}
              onChange={enclose}
              onFiles={enclosing.files}
              onMade={enclosing.made}
            />
          )}
        </article>
        <Margin
          page={page}
          notes={shownNotes}
          pressing={asked}
          onRemedy={(remedy) => {
            carryOut(remedy, {
              body,
              page: page.current,
              matter,
              lines,
              enclosures,
              setLine,
              setEnclosures: enclose,
            });
          }}
          onLeave={(code) => {
            setAcknowledged((known) => new Set([...known, code]));
          }}
        />
      </div>
      <SendBar
        lines={lines}
        message={initial}
        going={going}
        enclosures={enclosures}
        reference={matter.reference}
        keeping={draft.keeping}
        problem={
          draftProblem ??
          (sending.error && !stops && shownNotes.length === 0 ? problemWords(sending.error) : undefined)
        }
        waiting={shownNotes.length}
        stops={stops}
        busy={sending.isLoading}
        onSend={() => void go()}
        onLater={(sendOn) => void go({ sendOn })}
        onPutAway={() => void putAway()}
        onDiscard={() => void throwAway()}
      />
    </BlanksContext>
  );
}

function Conflict({ onTheirs, onMine }: { readonly onTheirs: () => void; readonly onMine: () => void }) {
  return (
    <p className={classes.conflict} role="alert">
      This draft was changed in another window. Yours is still here, the other is kept on the server.
      <Button onClick={onMine}>Keep mine</Button>
      <Button onClick={onTheirs}>Take the other</Button>
    </p>
  );
}
