import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import type { RoutineRun } from '../../../../contract/routines.ts';
import {
  useRoutineOnMatterQuery,
  useRoutinesHereQuery,
  useRunRoutineMutation,
  useUndoRunMutation,
} from '../../../api/routines.ts';
import { documentOf } from '../../../../core/template/document.ts';
import type { DocumentNode, InlineNode } from '../../../../core/template/document.ts';
import { LineView, MessageView } from '../../../parts/messages/MessageView.tsx';
import { Button } from '../../../ui/Button.tsx';
import { noteWords } from '../../../words/en/noteWords.ts';
import { occasionWords, say, stepWords, whyWords } from '../../../words/en/routines.ts';
import { problemWords } from '../../../words/en/wording.ts';
import type { MatterContext } from '../MatterPage.tsx';
import { AskedFields } from './AskedFields.tsx';
import classes from './RoutinePane.module.css';

/** A routine before it runs: every step in words, its messages as they would be read, what it asks; then one press. */
export function RoutinePane() {
  const { routineId = '' } = useParams();
  const { matter, session } = useOutletContext<MatterContext>();
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [ignored, setIgnored] = useState<readonly string[]>([]);
  const { data, error } = useRoutineOnMatterQuery({ matterId: matter.id, routineId, answers });
  const { data: here } = useRoutinesHereQuery(matter.id);
  const [run, running] = useRunRoutineMutation();
  const occasion = here?.items.find((one) => one.routineId === routineId)?.occasion ?? null;
  if (running.data) return <Done run={running.data} matterId={matter.id} />;
  if (!data)
    return error ? (
      <p role="alert" className={classes.pane}>
        {problemWords(error)}
      </p>
    ) : (
      <div className={classes.pane} aria-busy="true" />
    );
  const press = (): void => {
    const wanted = { answers, acknowledged: [...ignored] };
    void run({
      matterId: matter.id,
      routineId,
      run: occasion === null ? wanted : { ...wanted, occasion: occasion.key },
    });
  };
  return (
    <div className={classes.pane}>
      <header>
        <h2>{data.name}</h2>
        {occasion === null ? null : <p className={classes.why}>{occasionWords(occasion)}</p>}
      </header>
      <div className={classes.inside}>
        <section aria-label={say.whatItWouldDo}>
          <ol className={classes.steps}>
            {data.steps.map((step, n) => (
              <li key={n}>{stepWords(step)}</li>
            ))}
          </ol>
          {data.problems.map((problem, n) => (
            <p key={n} role="note" className={classes.note} data-severity="stop">
              {whyWords(problem)}
            </p>
          ))}
        </section>
        <AskedFields
          documents={[...new Set(matter.documents.map(({ name }) => name))]}
          asked={data.asked}
          answers={{ ...data.answers, ...answers }}
          onAnswer={setAnswers}
        />
        <Messages
          run={data}
          ignored={ignored}
          onIgnore={(id) => {
            setIgnored([...ignored, id]);
          }}
        />
      </div>
      {running.error ? <p role="alert">{problemWords(running.error)}</p> : null}
      <footer className={classes.foot}>
        <Link to={`/matters/${matter.id}`}>{say.close}</Link>
        <span>{say.foot(data.steps.length, data.messages.length)}</span>
        {session.user.mayChange ? (
          <Button kind="go" disabled={running.isLoading || !canRun(data, ignored)} onClick={press}>
            {running.isLoading ? say.running : say.run}
          </Button>
        ) : null}
      </footer>
    </div>
  );
}

/** Nothing is in its way, and every caution was answered. */
const canRun = ({ problems, messages }: RoutineRun, ignored: readonly string[]): boolean =>
  problems.length === 0 &&
  messages.every(({ notes }) =>
    notes.every(({ id, severity }) => severity === 'caution' && ignored.includes(id)),
  );

interface MessagesProps {
  readonly run: RoutineRun;
  readonly ignored: readonly string[];
  readonly onIgnore: (id: string) => void;
}

/** The messages as they would be read, each with what its margin has to say. */
const Messages = ({ run, ignored, onIgnore }: MessagesProps) => (
  <>
    {run.messages.map((message, n) => (
      <article key={n} className={classes.message} aria-label={message.templateName}>
        <p className={classes.to}>
          {say.to} {message.to.join(', ')}
          {message.cc.length > 0 ? ` · ${say.cc} ${message.cc.join(', ')}` : ''}
          {message.bcc.length > 0 ? ` · ${say.bcc} ${message.bcc.join(', ')}` : ''}
        </p>
        <h3>
          <LineView nodes={message.subjectNodes as readonly InlineNode[]} places={message} />
        </h3>
        <MessageView
          blocks={documentOf((message.body as unknown as DocumentNode).content).content}
          places={message}
        />
        {message.enclosures.length > 0 ? (
          <p className={classes.to}>
            {say.enclosed}: {message.enclosures.join(', ')}
          </p>
        ) : null}
        {message.notes
          .filter(({ id }) => !ignored.includes(id))
          .map((note) => {
            const { title, detail } = noteWords(note);
            return (
              <p key={note.id} role="note" className={classes.note} data-severity={note.severity}>
                <b>{title}</b> {detail}{' '}
                {note.severity === 'caution' ? (
                  <Button
                    onClick={() => {
                      onIgnore(note.id);
                    }}
                  >
                    {say.ignore}
                  </Button>
                ) : null}
              </p>
            );
          })}
      </article>
    ))}
  </>
);

/** What it did, with the one way back for all of it. */
function Done({ run, matterId }: { readonly run: RoutineRun; readonly matterId: string }) {
  const [undo, { isLoading, error, isSuccess }] = useUndoRunMutation();
  const navigate = useNavigate();
  const { runId } = run;
  return (
    <div className={classes.pane}>
      <header>
        <h2>{run.name}</h2>
      </header>
      <div className={classes.inside}>
        <p role="status">{isSuccess ? say.everythingTakenBack : say.ran}</p>
        {isSuccess ? null : (
          <ol className={classes.steps}>
            {run.steps.map((step, n) => (
              <li key={n}>{stepWords(step)}</li>
            ))}
          </ol>
        )}
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </div>
      <footer className={classes.foot}>
        {isSuccess || runId === null ? null : (
          <Button
            disabled={isLoading}
            onClick={() => {
              void undo({ runId, matterId });
            }}
          >
            {say.undo}
          </Button>
        )}
        <Button kind="go" onClick={() => void navigate(`/matters/${matterId}`)}>
          {say.close}
        </Button>
      </footer>
    </div>
  );
}
