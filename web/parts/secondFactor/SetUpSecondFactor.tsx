import { useState } from 'react';
import { useBeginSecondFactorMutation, useConfirmSecondFactorMutation } from '../../api/profile.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/profile.ts';
import classes from './SecondFactor.module.css';

interface SetUpProps {
  /** It was begun: what is shown from here on must not go before it is done. */
  readonly onBegun?: () => void;
  readonly onDone: () => void;
}

/** Sets a second factor up: the picture, a first code, and the recovery codes that are shown once. */
export function SetUpSecondFactor({ onBegun, onDone }: SetUpProps) {
  const [begin, { data: begun, error: notBegun, isLoading }] = useBeginSecondFactorMutation();
  const [confirm, { data: set, error: notSet, isLoading: isConfirming }] = useConfirmSecondFactorMutation();
  const [code, setCode] = useState('');
  const error = notSet ?? notBegun;
  if (set)
    return (
      <div>
        <p>{say.keepTheseCodes}</p>
        <ul className={classes.codes}>
          {set.recoveryCodes.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <Button kind="go" onClick={onDone}>
          {say.iKeptThem}
        </Button>
      </div>
    );
  return (
    <div>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      {begun ? (
        <form
          className={classes.begun}
          onSubmit={(event) => {
            event.preventDefault();
            void confirm(code);
          }}
        >
          <p>{say.pointYourTelephone}</p>
          <img className={classes.picture} src={begun.picture} alt={say.pictureForTheAuthenticator} />
          <p>
            {say.key}: <code className={classes.key}>{begun.secret.match(/.{1,4}/g)?.join(' ')}</code>
          </p>
          <TextField label={say.code} value={code} onChange={setCode} autoFocus />
          <Button kind="go" type="submit" disabled={code.trim() === '' || isConfirming}>
            {say.putInForce}
          </Button>
        </form>
      ) : (
        <Button
          kind="go"
          disabled={isLoading}
          onClick={() => {
            onBegun?.();
            void begin();
          }}
        >
          {say.setUp}
        </Button>
      )}
    </div>
  );
}
