import { useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { MatterTypeView } from '../../../contract/matterTypes.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { ContactPicker } from '../../parts/pickers/ContactPicker.tsx';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useCreateMatterMutation } from '../../api/matters.ts';
import { usePeopleQuery } from '../../api/people.ts';
import { say } from '../../words/en/matters.ts';
import classes from './MattersPage.module.css';

type Holders = Readonly<Record<string, { readonly id: string; readonly name: string }>>;

/**
 * Opens a matter: its type and its title are all that must be said; the reference counts on by itself. Those whom its type
 * asks for can be named at once.
 */
export function NewMatter({ about, onClose }: { readonly about: string; readonly onClose: () => void }) {
  const navigate = useNavigate();
  const { user } = useOutletContext<Session>();
  const { data: types } = useMatterTypesQuery();
  const { data: people } = usePeopleQuery();
  const [typeId, setTypeId] = useState<string>();
  const [title, setTitle] = useState(about);
  const [responsibleId, setResponsible] = useState(user.id);
  const [holders, setHolders] = useState<Holders>({});
  const [create, { error, isLoading }] = useCreateMatterMutation();
  const chosen = types?.items.find(({ id }) => id === typeId) ?? types?.items[0];
  const open = async (): Promise<void> => {
    if (!chosen || title.trim() === '') return;
    const parties = askedOf(chosen).flatMap(({ key }) =>
      holders[key] ? [{ role: key, contactId: holders[key].id }] : [],
    );
    const made = await create({
      typeId: chosen.id,
      title,
      ...(responsibleId === user.id ? {} : { responsibleId }),
      ...(parties.length === 0 ? {} : { parties }),
    })
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
        value={chosen?.id ?? ''}
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
      <SelectField
        label={say.responsible}
        value={responsibleId}
        options={(people?.items ?? [{ id: user.id, name: user.name, gone: false }])
          .filter(({ gone }) => !gone)
          .map(({ id, name }) => [id, name] as const)}
        onChange={setResponsible}
      />
      {chosen
        ? askedOf(chosen).map(({ key, label }) => (
            <ContactPicker
              key={key}
              label={label}
              chosen={holders[key]?.name ?? ''}
              onChoose={(contact) => {
                const { [key]: _before, ...others } = holders;
                setHolders(contact ? { ...others, [key]: contact } : others);
              }}
            />
          ))
        : null}
      <Button kind="go" type="submit" disabled={isLoading || title.trim() === ''}>
        {say.create}
      </Button>
      <Button onClick={onClose}>{say.cancel}</Button>
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </form>
  );
}

/** The roles that a matter of a type is not whole without. */
const askedOf = ({ definition }: MatterTypeView): MatterTypeView['definition']['roles'] =>
  definition.roles.filter(({ required }) => required);
