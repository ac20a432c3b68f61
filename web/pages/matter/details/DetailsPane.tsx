import { useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { ChangeMatter, MatterRecordView } from '../../../../contract/matterTypes.ts';
import { useChangeMatterMutation, useRecordQuery } from '../../../api/matters.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { useSavedAs } from '../../../ui/useSavedAs.ts';
import { mayDo } from '../../../words/rights.ts';
import { problemCode, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-details.ts';
import type { MatterContext } from '../MatterPage.tsx';
import { LinkFields } from './LinkFields.tsx';
import type { Links } from './LinkFields.tsx';
import classes from './Details.module.css';

/** What a matter is called, whose it is, what one should know first, and who may see it. */
export function DetailsPane() {
  const { matter, session } = useOutletContext<MatterContext>();
  const { data: record, error } = useRecordQuery(matter.id);
  if (!record) return error ? <p role="alert">{problemWords(error)}</p> : null;
  return session.user.mayChange ? (
    <DetailsForm record={record} mayRestrict={mayDo(session.user, 'restrict')} />
  ) : (
    <Details />
  );
}

/** The same to be read. */
function Details() {
  const { matter } = useOutletContext<MatterContext>();
  const { reference, title, responsible, note, restricted, visibleTo, linked } = matter;
  const lines = [
    [say.title, title],
    [say.reference, reference],
    [say.responsible, responsible],
    [say.note, note],
    ...linked.map((other) => [other.label, `${other.reference} · ${other.title}`] as const),
    [say.whoMaySeeIt, restricted ? say.only(visibleTo.join(', ')) : say.everyone],
  ] as const;
  return (
    <section className={classes.pane} aria-label={say.details}>
      <h2>{say.details}</h2>
      <dl>
        {lines.map(([label, words]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

type Values = Pick<
  MatterRecordView,
  'title' | 'reference' | 'responsibleId' | 'note' | 'restricted' | 'visibleTo' | 'links'
>;

const valuesOf = ({
  title,
  reference,
  responsibleId,
  note,
  restricted,
  visibleTo,
  links,
}: MatterRecordView): Values => ({
  title,
  reference,
  responsibleId,
  note,
  restricted,
  visibleTo,
  links,
});

/** Links as they change: each to another matter, or to none. */
const linkChange = (links: Links, from: Links): NonNullable<ChangeMatter['links']> =>
  Object.fromEntries(
    [...new Set([...Object.keys(links), ...Object.keys(from)])]
      .filter((key) => links[key]?.id !== from[key]?.id)
      .map((key) => [key, links[key]?.id ?? null]),
  );

/** Only what differs is sent. */
function differing(values: Values, from: Values): Partial<ChangeMatter> {
  const keys = Object.keys(values) as (keyof Values)[];
  return Object.fromEntries(
    keys
      .filter((key) => JSON.stringify(values[key]) !== JSON.stringify(from[key]))
      .map((key) => [key, key === 'links' ? linkChange(values.links, from.links) : values[key]]),
  );
}

interface DetailsFormProps {
  readonly record: MatterRecordView;
  readonly mayRestrict: boolean;
}

/** The details as they are being changed. */
function useDetails(record: MatterRecordView) {
  const [opened, setOpened] = useState(() => ({ values: valuesOf(record), revision: record.revision }));
  const [values, setValues] = useState(opened.values);
  const { changed, onSaved } = useSavedAs(values, opened.values);
  const [send, { error, isLoading, reset }] = useChangeMatterMutation();
  const set = (part: Partial<Values>): void => {
    setValues((known) => ({ ...known, ...part }));
  };
  const save = async (): Promise<void> => {
    const mine = differing(values, opened.values);
    // What others changed beside it is left as it is; where they changed the same, the server refuses, and it is said.
    const theirs = Object.keys(differing(valuesOf(record), opened.values));
    const isSame = Object.keys(mine).some((key) => theirs.includes(key));
    const change = { revision: isSame ? opened.revision : record.revision, ...mine };
    const saved = await send({ id: record.id, change })
      .unwrap()
      .catch(() => undefined);
    if (!saved) return;
    const now = valuesOf(saved.record);
    setOpened({ values: now, revision: saved.record.revision });
    setValues((known) => (known === values ? now : known));
    onSaved(now);
  };
  const takeTheirs = (): void => {
    const now = valuesOf(record);
    setOpened({ values: now, revision: record.revision });
    setValues(now);
    onSaved(now);
    reset();
  };
  return { values, set, opened: opened.values, changed, save, takeTheirs, error, isLoading };
}

function DetailsForm({ record, mayRestrict }: DetailsFormProps) {
  const navigate = useNavigate();
  const { values, set, opened, changed, save, takeTheirs, error, isLoading } = useDetails(record);
  return (
    <form
      className={classes.pane}
      aria-label={say.details}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>{say.details}</h2>
      <LeaveGuard when={changed} what={say.thisMatter} />
      <TextField
        label={say.title}
        value={values.title}
        onChange={(title) => {
          set({ title });
        }}
      />
      <TextField
        label={say.reference}
        value={values.reference}
        onChange={(reference) => {
          set({ reference });
        }}
      />
      {values.reference === opened.reference ? null : <small>{say.theReferenceBefore}</small>}
      <SelectField
        label={say.responsible}
        value={values.responsibleId}
        options={record.people.map(({ id, name }) => [id, name] as const)}
        onChange={(responsibleId) => {
          set({ responsibleId });
        }}
      />
      <TextField
        multiline
        label={say.note}
        value={values.note}
        onChange={(note) => {
          set({ note });
        }}
      />
      <LinkFields
        record={record}
        links={values.links}
        onChange={(links) => {
          set({ links });
        }}
      />
      <WhoMaySee record={record} values={values} mayRestrict={mayRestrict} onChange={set} />
      {error ? (
        <p role="alert">
          {problemWords(error)}{' '}
          {problemCode(error) === 'matterChanged' ? (
            <Button onClick={takeTheirs}>{say.showTheirs}</Button>
          ) : null}
        </p>
      ) : null}
      <p className={classes.ways}>
        <Button kind="go" type="submit" disabled={!changed || isLoading || values.title.trim() === ''}>
          {say.save}
        </Button>
        <Button onClick={() => void navigate(`/matters/${record.id}`)}>{say.close}</Button>
      </p>
    </form>
  );
}

interface WhoMaySeeProps extends DetailsFormProps {
  readonly values: Values;
  readonly onChange: (part: Partial<Values>) => void;
}

function WhoMaySee({ record, values, mayRestrict, onChange }: WhoMaySeeProps) {
  const { restricted, visibleTo, responsibleId } = values;
  if (!mayRestrict) {
    const names = record.people.filter(({ id }) => id === responsibleId || visibleTo.includes(id));
    return (
      <p>
        {say.whoMaySeeIt}: {restricted ? say.only(names.map(({ name }) => name).join(', ')) : say.everyone}{' '}
        <small>{say.onlyWhoRestricts}</small>
      </p>
    );
  }
  return (
    <fieldset className={classes.who}>
      <legend>{say.whoMaySeeIt}</legend>
      <CheckField
        label={say.restrictedTo}
        checked={restricted}
        onChange={(checked) => {
          onChange({ restricted: checked });
        }}
      />
      {restricted
        ? record.people.map(({ id, name }) =>
            id === responsibleId ? (
              <p key={id}>
                {name} <small>{say.answersForIt}</small>
              </p>
            ) : (
              <CheckField
                key={id}
                label={name}
                checked={visibleTo.includes(id)}
                onChange={(checked) => {
                  onChange({
                    visibleTo: checked ? [...visibleTo, id] : visibleTo.filter((one) => one !== id),
                  });
                }}
              />
            ),
          )
        : null}
    </fieldset>
  );
}
