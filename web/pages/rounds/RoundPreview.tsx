import { Link } from 'react-router';
import type { RoundMessage } from '../../../contract/rounds.ts';
import { documentOf } from '../../../core/template/document.ts';
import type { DocumentNode, InlineNode } from '../../../core/template/document.ts';
import { useMessageQuery } from '../../api/messages.ts';
import { LineView, MessageView } from '../../parts/messages/MessageView.tsx';
import { Button } from '../../ui/Button.tsx';
import { noteWords } from '../../words/en/noteWords.ts';
import { say } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Rounds.module.css';

interface RoundPreviewProps {
  readonly message: RoundMessage | undefined;
  readonly at: number;
  readonly of: number;
  readonly onMove: (by: number) => void;
}

/** The chosen message as it will be, with what the margin has to say of it. */
export function RoundPreview({ message, at, of, onMove }: RoundPreviewProps) {
  const { currentData, error } = useMessageQuery(message?.id ?? '', {
    skip: !message?.hasDraft,
  });
  return (
    <section
      className={classes.preview}
      aria-label={say.preview}
      onKeyDown={(event) => {
        if (event.key === 'ArrowDown') onMove(1);
        if (event.key === 'ArrowUp') onMove(-1);
      }}
    >
      {!message ? <p>{say.nothingChosen}</p> : null}
      {message && !message.hasDraft ? <p>{say.noDraft}</p> : null}
      {error && message?.hasDraft ? <p role="alert">{problemWords(error)}</p> : null}
      {message?.notes.map((note, n) => {
        const { title, detail } = noteWords(note);
        return (
          <p key={n} role="note" className={classes.note} data-severity={note.severity}>
            <b>{title}</b> {detail}
          </p>
        );
      })}
      {message?.hasDraft && currentData ? (
        <article className={classes.sheet}>
          <dl>
            <dt>{say.goesTo}</dt>
            <dd>{currentData.to.map(({ name, address }) => name || address).join(', ')}</dd>
            <dt>{say.from}</dt>
            <dd>{currentData.from.name}</dd>
          </dl>
          <h2>
            <LineView nodes={currentData.subjectNodes as readonly InlineNode[]} places={currentData} />
          </h2>
          <MessageView
            blocks={documentOf((currentData.body as unknown as DocumentNode).content).content}
            places={currentData}
          />
        </article>
      ) : null}
      {message ? (
        <p className={classes.place}>
          <Button
            disabled={at <= 1}
            aria-label={say.previous}
            onClick={() => {
              onMove(-1);
            }}
          >
            ↑
          </Button>
          {say.place(at, of)}
          <Button
            disabled={at >= of}
            aria-label={say.next}
            onClick={() => {
              onMove(1);
            }}
          >
            ↓
          </Button>
          {message.hasDraft ? <Link to={whereItIs(message)}>{say.openTheSheet}</Link> : null}
        </p>
      ) : null}
    </section>
  );
}

/** What has gone stands in its matter's correspondence; all else on its sheet. */
const whereItIs = ({ id, matterId, stateDetail }: RoundMessage): string =>
  stateDetail.entryId === undefined
    ? `/matters/${matterId}/sheet/${id}`
    : `/matters/${matterId}?entry=${stateDetail.entryId}`;
