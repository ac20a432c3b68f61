import { useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { MatterTypeView, NewMatterJson } from '../../../contract/matterTypes.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { ContactPicker } from '../../parts/pickers/ContactPicker.tsx';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useMatterForMailMutation } from '../../api/inTray.ts';
import { useCreateMatterMutation } from '../../api/matters.ts';
import { usePeopleQuery } from '../../api/people.ts';
import { say } from '../../words/en/matters.ts';
import classes from './MattersPage.module.css';

/** A message that a matter is opened for. */
export interface MailBehind {
  readonly id: string;
  /** What it likely is the beginning of. */
  readonly typeId?: string;
  /** Who wrote it, by name. */
  readonly writer: string;
}

/** Nobody on the matter, although they wrote. */
const NOBODY = '';

type Holders = Readonly<Record<string, { readonly id: string; readonly name: string }>>;

/**
 * Opens a matter: its type and its title are all that must be said; the reference counts on by itself. Those whom its type
 * asks for can be named at once.
 */
interface NewMatterProps {
  readonly about: string;
  readonly mail?: MailBehind;
  readonly onClose: () => void;
}

export function NewMatter({ about, mail, onClose }: NewMatterProps) {
  const navigate = useNavigate();
  const { user } = useOutletContext<Session>();
  const { data: types } = useMatterTypesQuery();
  const { data: people } = usePeopleQuery();
  const [typeId, setTypeId] = useState(mail?.typeId);
  const [role, setRole] = useState<string>();
  const [title, setTitle] = useState(about);
  const [responsibleId, setResponsible] = useState(user.id);
  const [holders, setHolders] = useState<Holders>({});
  const { make, error, isLoading } = useOpening(mail);
  const chosen = types?.items.find(({ id }) => id === typeId) ?? types?.items[0];
  const writersRole = role ?? roleOfWriter(chosen);
  const open = async (): Promise<void> => {
    if (!chosen || title.trim() === '') return;
    const parties = askedOf(chosen).flatMap(({ key }) =>
      holders[key] ? [{ role: key, contactId: holders[key].id }] : [],
    );
    const matter = {
      typeId: chosen.id,
      title,
      ...(responsibleId === user.id ? {} : { responsibleId }),
      ...(parties.length === 0 ? {} : { parties }),
    };
    const id = await make(matter, writersRole);
    if (id !== undefined) await navigate(`/matters/${id}`);
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
      {mail && chosen ? (
        <SelectField
          label={say.writerIs(mail.writer)}
          value={writersRole}
          options={[
            ...chosen.definition.roles.map(({ key, label }) => [key, label] as const),
            [NOBODY, say.nobodyHere] as const,
          ]}
          onChange={setRole}
        />
      ) : null}
      {chosen ? (
        <Asked
          roles={askedOf(chosen).filter(({ key, many }) => !mail || many || key !== writersRole)}
          holders={holders}
          onChange={setHolders}
        />
      ) : null}
      <Button kind="go" type="submit" disabled={isLoading || title.trim() === ''}>
        {say.create}
      </Button>
      <Button onClick={onClose}>{say.cancel}</Button>
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </form>
  );
}

/** Whoever writes first is likely whom a matter of the type is for: the first that it asks for, else its first. */
const roleOfWriter = (type: MatterTypeView | undefined): string =>
  (type && (askedOf(type)[0] ?? type.definition.roles[0])?.key) ?? NOBODY;

interface AskedProps {
  readonly roles: MatterTypeView['definition']['roles'];
  readonly holders: Holders;
  readonly onChange: (holders: Holders) => void;
}

/** Those whom the matter's type asks for, each to be named at once. */
const Asked = ({ roles, holders, onChange }: AskedProps) =>
  roles.map(({ key, label }) => (
    <ContactPicker
      key={key}
      label={label}
      chosen={holders[key]?.name ?? ''}
      onChoose={(contact) => {
        const { [key]: _before, ...others } = holders;
        onChange(contact ? { ...others, [key]: contact } : others);
      }}
    />
  ));

/** Makes the matter, with the message it is opened for and its writer where there is one; gives its id. */
function useOpening(mail: MailBehind | undefined) {
  const [create, creating] = useCreateMatterMutation();
  const [createFor, creatingFor] = useMatterForMailMutation();
  const make = async (matter: NewMatterJson, writersRole: string): Promise<string | undefined> => {
    if (!mail) return (await create(matter)).data?.id;
    const as = writersRole === NOBODY ? {} : { role: writersRole };
    const { data } = await createFor({ id: mail.id, matter: { ...matter, ...as } });
    return data?.entries[0]?.matterId;
  };
  return {
    make,
    error: creating.error ?? creatingFor.error,
    isLoading: creating.isLoading || creatingFor.isLoading,
  };
}

/** The roles that a matter of a type is not whole without. */
const askedOf = ({ definition }: MatterTypeView): MatterTypeView['definition']['roles'] =>
  definition.roles.filter(({ required }) => required);
