import { Progress } from '@mantine/core';
import { useEffect } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import type { ChangeImport, ImportView } from '../../../../contract/moving.ts';
import type { Session } from '../../../../contract/session.ts';
import {
  useChangeImportMutation,
  useImportQuery,
  useLazyFaultyLinesQuery,
  useRunImportMutation,
  useUndoImportMutation,
} from '../../../api/moving.ts';
import { Button } from '../../../ui/Button.tsx';
import { Heads } from '../../../ui/Heads.tsx';
import { SelectField } from '../../../ui/Field.tsx';
import { saveFile } from '../../../ui/saveFile.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { countsWords, say, stateWords } from '../../../words/en/practice-import.ts';
import { reasonSentence } from '../../../words/en/refusals.ts';
import { faultsFile } from './faultsFile.ts';
import classes from './Import.module.css';

const EXISTING = [
  ['leave', say.leaveIt],
  ['update', say.updateIt],
] as const;
const LEFT_OUT = '';
/** While it runs it is looked at so often, beside what the server tells by itself. */
const LOOK_MS = 1_500;

/** One import: what its columns are taken for, what it would come to, what is wrong; then how far it is, and the way back. */
export function OneImportPage() {
  const { importId = '' } = useParams();
  const { user } = useOutletContext<Session>();
  const { currentData: one, error, refetch } = useImportQuery(importId);
  const [change, changing] = useChangeImportMutation();
  const [run, running] = useRunImportMutation();
  const [undo, undoing] = useUndoImportMutation();
  const isRunning = one?.state === 'running';
  useEffect(() => {
    if (!isRunning) return undefined;
    const timer = setInterval(() => void refetch(), LOOK_MS);
    return () => {
      clearInterval(timer);
    };
  }, [isRunning, refetch]);
  if (!one) return error ? <p role="alert">{problemWords(error)}</p> : null;
  const { id, what, state, counts, done, encoding, separator } = one;
  const mayChange = user.mayChange && state === 'tried';
  const set = (part: ChangeImport): void => void change({ id, change: part });
  const problem = changing.error ?? running.error ?? undoing.error;
  const busy = changing.isLoading || running.isLoading || undoing.isLoading;
  const count = counts.make + counts.update;
  return (
    <section aria-label={say.import} className={classes.page}>
      <p>
        <Link to="/practice/import">{say.backToImports}</Link>
      </p>
      <h2>{one.fileName}</h2>
      <p className={classes.hint}>
        {[stateWords[state], say.writtenIn(encoding, separator)].filter(Boolean).join(' · ')}
      </p>
      <p className={classes.counts} role="status">
        {changing.isLoading ? say.tryingIt : countsWords(one)}
      </p>
      {isRunning ? (
        <div className={classes.going}>
          <Progress
            value={(done / counts.lines) * 100}
            size="sm"
            aria-label={say.progress(done, counts.lines)}
          />
          <small>{say.progress(done, counts.lines)}</small>
        </div>
      ) : null}
      {undoing.data ? <p role="status">{say.undone(undoing.data.undone, undoing.data.kept)}</p> : null}
      {problem ? <p role="alert">{problemWords(problem)}</p> : null}
      {user.mayChange ? (
        <p className={classes.ways}>
          {state === 'tried' ? (
            <Button kind="go" disabled={busy || count === 0} onClick={() => void run(id)}>
              {say.run(what, count)}
            </Button>
          ) : null}
          {state === 'stopped' ? (
            <Button kind="go" disabled={busy} onClick={() => void run(id)}>
              {say.goOn}
            </Button>
          ) : null}
          {state === 'done' || state === 'stopped' ? (
            <Button disabled={busy} onClick={() => void undo(id)}>
              {say.undo}
            </Button>
          ) : null}
        </p>
      ) : null}
      {mayChange && one.targets.length > 0 ? (
        <div className={classes.begin}>
          <SelectField
            label={say.existing}
            value={one.existing}
            options={EXISTING}
            onChange={(existing) => {
              set({ existing });
            }}
          />
        </div>
      ) : null}
      <Faults one={one} />
      {one.targets.length > 0 ? <Columns one={one} mayChange={mayChange} onChange={set} /> : null}
    </section>
  );
}

function Faults({ one: { id, fileName, faults, counts, state } }: { readonly one: ImportView }) {
  const [ask, { error, isFetching }] = useLazyFaultyLinesQuery();
  const keepThem = async (): Promise<void> => {
    const { data } = await ask(id);
    if (data) saveFile(faultsFile(data), say.faultsOf(fileName.replace(/\.[^.]{1,8}$/, '')), 'text/csv');
  };
  if (faults.length === 0 || state === 'undone') return null;
  return (
    <>
      <h2>{say.whatIsWrong}</h2>
      <p>
        <Button disabled={isFetching} onClick={() => void keepThem()}>
          {say.downloadFaults}
        </Button>
      </p>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.faults} tabIndex={0} role="region" aria-label={say.whatIsWrong}>
        <table className={classes.table}>
          <Heads names={[say.line, say.column, say.whatIsWrong]} />
          <tbody>
            {faults.map(({ line, column, why }, n) => (
              <tr key={n}>
                <td>{line}</td>
                <td>{column}</td>
                <td>{reasonSentence(why)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {counts.faults > faults.length ? <p>{say.moreFaults(counts.faults - faults.length)}</p> : null}
    </>
  );
}

interface ColumnsProps {
  readonly one: ImportView;
  readonly mayChange: boolean;
  readonly onChange: (change: ChangeImport) => void;
}

function Columns({ one: { columns, targets }, mayChange, onChange }: ColumnsProps) {
  const labels = new Map(targets.map(({ key, label }) => [key, label]));
  return (
    <>
      <h2>{say.columns}</h2>
      <table className={classes.table}>
        <Heads names={[say.column, say.samples, say.takenAs]} />
        <tbody>
          {columns.map(({ head, samples, target }, n) => (
            <tr key={n}>
              <td>{head || say.withoutName(n + 1)}</td>
              <td className={classes.samples}>{samples.slice(0, 3).join(' · ')}</td>
              <td>
                {mayChange ? (
                  <SelectField
                    bare
                    label={say.takenAsOf(head || say.withoutName(n + 1))}
                    value={target ?? LEFT_OUT}
                    options={[
                      [LEFT_OUT, say.leftOut],
                      ...targets.map(({ key, label }) => [key, label] as const),
                    ]}
                    onChange={(key) => {
                      onChange({ mapping: withTarget(columns, n, key) });
                    }}
                  />
                ) : (
                  (labels.get(target ?? '') ?? say.leftOut)
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The mapping with another target for a column; the column that had it before is left out. */
const withTarget = (columns: ImportView['columns'], at: number, key: string): (string | null)[] =>
  columns.map(({ target }, n) => {
    if (n === at) return key === LEFT_OUT ? null : key;
    return target === key ? null : target;
  });
