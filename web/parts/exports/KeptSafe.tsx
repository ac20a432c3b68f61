import { useState } from 'react';
import { problemWords } from '../../words/en/wording.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { Button } from '../../ui/Button.tsx';
import { useStartVerificationMutation, useVerificationQuery } from '../../api/verifications.ts';
import { TakingOut } from './TakeOut.tsx';
import { say } from '../../words/en/parts-exports.ts';
import { verificationLines } from '../../words/en/verification.ts';
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
    <section aria-label={say.archive} className={classes.safe}>
      <h2>{say.archive}</h2>
      <p>{say.everyEntryIsSealedOnto}</p>
      <div className={classes.taking}>
        <Button disabled={job?.state === 'running'} onClick={() => void start()}>
          {say.verifyTheArchive}
        </Button>
        {job?.state === 'running' ? (
          <Waiting label={say.beingChecked} share={job.of > 0 ? job.done / job.of : undefined} />
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
            {say.theWholePracticeAsA}
          </Button>
        ) : null}
      </div>
      {problem ? <p role="alert">{problemWords(problem)}</p> : null}
      {job?.problem ? <p role="alert">{say.itCouldNotBeChecked(job.problem)}</p> : null}
      {job?.found ? (
        <ul className={classes.found} data-sound={job.sound} role="status">
          {verificationLines(job.found).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
