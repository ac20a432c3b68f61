import { useState } from 'react';
import { problemWords } from '../../words/wording.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { Button } from '../../ui/Button.tsx';
import { useStartVerificationMutation, useVerificationQuery } from '../../api/verifications.ts';
import { TakingOut } from './TakeOut.tsx';
import classes from './TakeOut.module.css';

/** Whether all that was filed is what it was, and the whole of it as one file. */
export function KeptSafe({ mayTakeAll }: { readonly mayTakeAll: boolean }) {
  const [start, started] = useStartVerificationMutation();
  const { data, error } = useVerificationQuery(started.data?.id ?? '', {
    skip: started.data === undefined,
    pollingInterval: 500,
  });
  const [taking, setTaking] = useState(false);
  const job = data ?? started.data;
  const problem = started.error ?? error;
  return (
    <section aria-label="Archive" className={classes.safe}>
      <h2>Archive</h2>
      <p>
        Every entry is sealed onto the one before it, and every file is kept under the hash of its bytes: what
        was changed since can be told.
      </p>
      <div className={classes.taking}>
        <Button disabled={job?.state === 'running'} onClick={() => void start()}>
          Verify the archive
        </Button>
        {job?.state === 'running' ? (
          <Waiting label="Being checked" share={job.of > 0 ? job.done / job.of : undefined} />
        ) : null}
        {taking ? (
          <TakingOut
            order={{ form: 'practice' }}
            onEnd={() => {
              setTaking(false);
            }}
          />
        ) : mayTakeAll ? (
          <Button
            onClick={() => {
              setTaking(true);
            }}
          >
            The whole practice as a file…
          </Button>
        ) : null}
      </div>
      {problem ? <p role="alert">{problemWords(problem)}</p> : null}
      {job?.problem ? <p role="alert">It could not be checked: {job.problem}</p> : null}
      {job?.lines ? (
        <ul className={classes.found} data-sound={job.sound} role="status">
          {job.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
