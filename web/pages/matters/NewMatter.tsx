import { useState } from 'react';
import { useNavigate } from 'react-router';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useCreateMatterMutation } from '../../api/matters.ts';
import { say } from '../../words/en/matters.ts';
import classes from './MattersPage.module.css';

/** Opens a matter: its kind and its title are all that is asked; the reference counts on by itself. */
export function NewMatter({ about, onClose }: { readonly about: string; readonly onClose: () => void }) {
  const navigate = useNavigate();
  const { data: types } = useMatterTypesQuery();
  const [typeId, setTypeId] = useState<string>();
  const [title, setTitle] = useState(about);
  const [create, { error, isLoading }] = useCreateMatterMutation();
  const chosen = typeId ?? types?.items[0]?.id;
  const open = async (): Promise<void> => {
    if (chosen === undefined || title.trim() === '') return;
    const made = await create({ typeId: chosen, title })
      .unwrap()
      .catch(() => undefined);
    if (made) await navigate(`/matters/${made.id}`);
  };
  return (
    <form
      className={classes.opening}
      onSubmit={(event) => {
        event.preventDefault();
        void open();
      }}
    >
      <SelectField
        label={say.matterTypeOfIt}
        value={chosen ?? ''}
        options={(types?.items ?? []).map(({ id, definition }) => [id, definition.name] as const)}
        onChange={setTypeId}
      />
      <TextField
        label={say.title}
        value={title}
        autoFocus
        placeholder={say.whatItIsAbout}
        onChange={setTitle}
      />
      <Button kind="go" type="submit" disabled={isLoading || title.trim() === ''}>
        {say.create}
      </Button>
      <Button onClick={onClose}>{say.cancel}</Button>
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </form>
  );
}
