import { Progress } from '@mantine/core';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { fileSize, plural } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-documents.ts';
import type { Adding, Going } from './useAdding.ts';
import classes from './Documents.module.css';

/** Files on their way to the matter: how far each is, and what became of it. */
export function GoingFiles({ adding }: { readonly adding: Adding }) {
  const { going, added } = adding;
  if (going.length + added.length === 0) return null;
  return (
    <div className={classes.going}>
      {going.map((one) => (
        <GoingFile
          key={one.key}
          one={one}
          onAgain={() => {
            adding.again(one.key);
          }}
          onLeaveOut={() => {
            adding.leaveOut(one.key);
          }}
        />
      ))}
      {added.length > 0 && going.length === 0 ? (
        <p role="status">{say.added(plural(added.length, say.document))}</p>
      ) : null}
      <LeaveGuard when={going.length > 0} what={say.filesAreGoing} within={`/matters/${adding.matterId}`} />
    </div>
  );
}

interface GoingFileProps {
  readonly one: Going;
  readonly onAgain: () => void;
  readonly onLeaveOut: () => void;
}

function GoingFile({ one: { file, state }, onAgain, onLeaveOut }: GoingFileProps) {
  const share = state.kind === 'going' ? state.share : 0;
  return (
    <div className={classes.goingFile}>
      <b>{file.name}</b>
      <Progress value={share * 100} size="xs" aria-label={say.going(Math.round(share * 100), file.name)} />
      {state.kind === 'waiting' ? <small>{say.waiting}</small> : null}
      {state.kind === 'going' ? (
        <small>{say.sofar(fileSize(share * file.size), fileSize(file.size))}</small>
      ) : null}
      {state.kind === 'again' ? <small role="alert">{say.again(state.seconds)}</small> : null}
      {state.kind === 'refused' ? (
        <small role="alert">
          {state.why} <Button onClick={onAgain}>{say.tryAgain}</Button>{' '}
          <Button onClick={onLeaveOut}>{say.leaveOut}</Button>
        </small>
      ) : null}
    </div>
  );
}
