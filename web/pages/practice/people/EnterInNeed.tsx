import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useEnterInNeedMutation } from '../../../api/matters.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice-people.ts';
import classes from '../Practice.module.css';

/** An administrator's way into a matter that is restricted to others. */
export function EnterInNeed() {
  const navigate = useNavigate();
  const [opened, setOpened] = useState(false);
  const [reference, setReference] = useState('');
  const [why, setWhy] = useState('');
  const [enter, { error, isLoading }] = useEnterInNeedMutation();
  if (!opened)
    return (
      <p className={classes.ways}>
        <Button
          onClick={() => {
            setOpened(true);
          }}
        >
          {say.enterInNeed}
        </Button>
      </p>
    );
  return (
    <form
      className={classes.panel}
      aria-label={say.enterInNeed}
      onSubmit={(event) => {
        event.preventDefault();
        void enter({ reference: reference.trim(), why })
          .unwrap()
          .then(
            ({ id }) => navigate(`/matters/${id}`),
            () => undefined,
          );
      }}
    >
      <h2>{say.enterInNeed}</h2>
      <p className={classes.hint}>{say.whatInNeedMeans}</p>
      <TextField autoFocus label={say.referenceOfTheMatter} value={reference} onChange={setReference} />
      <TextField label={say.whyInNeed} value={why} onChange={setWhy} />
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <p className={classes.ways}>
        <Button kind="go" type="submit" disabled={isLoading || reference.trim() === '' || why.trim() === ''}>
          {say.enterIt}
        </Button>
        <Button
          onClick={() => {
            setOpened(false);
          }}
        >
          {say.cancel}
        </Button>
      </p>
    </form>
  );
}
