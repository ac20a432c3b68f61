import { useState } from 'react';
import type { SetWhere } from '../../../contract/rounds.ts';
import { useDeleteSetMutation, useSaveSetMutation, useSetsQuery } from '../../api/rounds.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { CheckField, TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Rounds.module.css';

interface SavedSetsProps {
  readonly where: SetWhere;
  readonly onChoose: (where: SetWhere) => void;
}

const NONE = '';

/** Sets that were kept, one's own and those that others share; the one at hand can be kept as another. */
export function SavedSets({ where, onChoose }: SavedSetsProps) {
  const { data } = useSetsQuery();
  const [chosenId, setChosenId] = useState(NONE);
  const [naming, setNaming] = useState(false);
  const [remove, removing] = useDeleteSetMutation();
  const sets = data?.items ?? [];
  const chosen = sets.find(({ id }) => id === chosenId);
  return (
    <>
      {sets.length > 0 ? (
        <Choice
          label={say.savedSets}
          bare
          plain
          value={chosenId}
          options={[
            { value: NONE, label: say.aSavedSet },
            ...sets.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) => {
            setChosenId(id);
            const set = sets.find((one) => one.id === id);
            if (set) onChoose(set.where);
          }}
        />
      ) : null}
      {chosen?.own ? (
        <Button disabled={removing.isLoading} onClick={() => void remove(chosen.id)}>
          {say.deleteSet(chosen.name)}
        </Button>
      ) : null}
      {naming ? (
        <Naming
          where={where}
          onDone={() => {
            setNaming(false);
          }}
        />
      ) : (
        <Button
          onClick={() => {
            setNaming(true);
          }}
        >
          {say.saveTheSet}
        </Button>
      )}
      {removing.error ? <p role="alert">{problemWords(removing.error)}</p> : null}
    </>
  );
}

function Naming({ where, onDone }: { readonly where: SetWhere; readonly onDone: () => void }) {
  const [name, setName] = useState('');
  const [shared, setShared] = useState(true);
  const [save, { error, isLoading }] = useSaveSetMutation();
  const keep = async (): Promise<void> => {
    await save({ name, where, shared }).unwrap();
    onDone();
  };
  return (
    <div className={classes.naming} role="group" aria-label={say.saveTheSet}>
      <TextField label={say.setName} value={name} autoFocus onChange={setName} />
      <CheckField label={say.shareIt} checked={shared} onChange={setShared} />
      <Button disabled={name.trim() === '' || isLoading} onClick={() => void keep().catch(() => undefined)}>
        {say.save}
      </Button>
      <Button onClick={onDone}>{say.cancel}</Button>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
