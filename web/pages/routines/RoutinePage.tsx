import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import type { RoutineJson, RoutineView } from '../../../contract/routines.ts';
import type { Session } from '../../../contract/session.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useChangeRoutineMutation, useMakeRoutineMutation, useRoutineQuery } from '../../api/routines.ts';
import { askedFields } from '../../parts/conditions/askedFields.ts';
import { ConditionForm } from '../../parts/conditions/ConditionForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { CheckField, TextField } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import { mayDo } from '../../words/rights.ts';
import { Versions } from '../../parts/routines/Versions.tsx';
import { OfferedOn } from './OfferedOn.tsx';
import { Steps } from './Steps.tsx';
import { TriedOn } from './TriedOn.tsx';
import { Unasked } from './Unasked.tsx';
import { typesMeant } from './typesMeant.ts';
import classes from './RoutinePage.module.css';

const NEW: RoutineJson = { name: '', about: '', typeIds: [], roles: [], steps: [], offeredOn: [] };

/** A routine as it is written: its sentences, when it is offered, and beside them what it would do on a matter. */
export function RoutinePage() {
  const { routineId } = useParams();
  const { data, error } = useRoutineQuery(routineId ?? '', { skip: routineId === undefined });
  if (routineId === undefined) return <Writing key="new" routine={undefined} />;
  if (error) return <p role="alert">{problemWords(error)}</p>;
  return data ? <Writing key={data.id} routine={data} /> : <div aria-busy="true" />;
}

function Writing({ routine }: { readonly routine: RoutineView | undefined }) {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  // What others change meanwhile empties nothing: the version it was begun from is kept, and saving says so.
  const [begun, setBegun] = useState(routine);
  const [content, setContent] = useState<RoutineJson>(routine?.content ?? NEW);
  const [make, making] = useMakeRoutineMutation();
  const [change, changing] = useChangeRoutineMutation();
  const mayChange = mayDo(user, 'approve');
  const before = begun?.content ?? NEW;
  const isChanged = JSON.stringify(content) !== JSON.stringify(before);
  const error = making.error ?? changing.error;
  const put = (part: Partial<RoutineJson>): void => {
    setContent((now) => ({ ...now, ...part }));
  };
  const save = async (): Promise<void> => {
    if (begun) {
      const saved = await change({ id: begun.id, change: { version: begun.version, content } }).unwrap();
      setBegun(saved);
      setContent(saved.content);
      return;
    }
    const made = await make(content).unwrap();
    setBegun(made);
    setContent(made.content);
    await navigate(`/routines/${made.id}`, { replace: true });
  };
  return (
    <div className={classes.page}>
      <ViewHead title={content.name || say.newRoutine} within={<Link to="/routines">{say.routines}</Link>}>
        {begun && mayChange ? <Retire routine={begun} onChanged={setBegun} /> : null}
      </ViewHead>
      <LeaveGuard
        when={isChanged && mayChange}
        what={say.routine}
        {...(begun ? {} : { within: '/routines/' })}
      />
      <div className={classes.desk}>
        <form
          className={classes.written}
          onSubmit={(event) => {
            event.preventDefault();
            void save().catch(() => undefined);
          }}
        >
          <fieldset disabled={!mayChange} className={classes.fields}>
            <TextField
              label={say.name}
              value={content.name}
              onChange={(name) => {
                put({ name });
              }}
            />
            <TextField
              label={say.about}
              value={content.about}
              onChange={(about) => {
                put({ about });
              }}
            />
            <ForWhom content={content} onChange={put} />
            <Steps content={content} onChange={put} />
            <OfferedOn content={content} onChange={put} />
            <OnlyIf content={content} onChange={put} />
          </fieldset>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {mayChange ? (
            <p>
              <Button
                kind="go"
                type="submit"
                disabled={!isChanged || content.name.trim() === '' || making.isLoading || changing.isLoading}
              >
                {begun ? say.save : say.saveNew}
              </Button>{' '}
              {begun && !isChanged ? <small role="status">{say.saved}</small> : null}
            </p>
          ) : null}
          {begun ? (
            <Unasked routine={begun} mayChange={mayDo(user, 'settings')} onChanged={setBegun} />
          ) : null}
          {begun ? <Versions versions={begun.versions} className={classes.versions} /> : null}
        </form>
        <TriedOn content={content} />
      </div>
    </div>
  );
}

interface PartProps {
  readonly content: RoutineJson;
  readonly onChange: (part: Partial<RoutineJson>) => void;
}

const ROLES = ['administrator', 'practitioner', 'assistant'] as const;

/** Matter types it is for and roles that may run it; none named means all. */
function ForWhom({ content: { typeIds, roles }, onChange }: PartProps) {
  const { data: types } = useMatterTypesQuery();
  const toggled = <T extends string>(all: readonly T[], one: T, on: boolean): T[] =>
    on ? [...all, one] : all.filter((known) => known !== one);
  return (
    <>
      <div className={classes.choices} role="group" aria-label={say.for}>
        <span>{say.for}</span>
        {(types?.items ?? []).map(({ id, definition }) => (
          <CheckField
            key={id}
            label={definition.name}
            checked={typeIds.includes(id)}
            onChange={(on) => {
              onChange({ typeIds: toggled(typeIds, id, on) });
            }}
          />
        ))}
        {typeIds.length === 0 ? <small>{say.everyType}</small> : null}
      </div>
      <div className={classes.choices} role="group" aria-label={say.whoMayRun}>
        <span>{say.whoMayRun}</span>
        {ROLES.map((role) => (
          <CheckField
            key={role}
            label={say.role[role]}
            checked={roles.includes(role)}
            onChange={(on) => {
              onChange({ roles: toggled(roles, role, on) });
            }}
          />
        ))}
        {roles.length === 0 ? <small>{say.everyRole}</small> : null}
      </div>
    </>
  );
}

/** What must hold besides, in the forms of show-when; asked of one type, whose facts and dates are known. */
function OnlyIf({ content, onChange }: PartProps) {
  const { data: types } = useMatterTypesQuery();
  const [type] = typesMeant(types?.items ?? [], content.typeIds);
  if (!type || content.typeIds.length !== 1 || content.offeredOn.length === 0) return null;
  return (
    <div className={classes.sentence} role="group" aria-label={say.andOnlyIf}>
      <span>{say.andOnlyIf}</span>
      <ConditionForm
        group={content.when ?? { join: 'all', conditions: [] }}
        fields={askedFields(type)}
        onChange={(when) => {
          onChange({ when: { ...when, conditions: [...when.conditions] } });
        }}
      />
    </div>
  );
}

interface RetireProps {
  readonly routine: RoutineView;
  readonly onChanged: (routine: RoutineView) => void;
}

function Retire({ routine, onChanged }: RetireProps) {
  const [change, { isLoading, error }] = useChangeRoutineMutation();
  return (
    <div className={classes.headEnd}>
      {error ? <small role="alert">{problemWords(error)}</small> : null}
      <Button
        disabled={isLoading}
        onClick={() => {
          void change({ id: routine.id, change: { version: routine.version, retired: !routine.retired } })
            .unwrap()
            .then(onChanged, () => undefined);
        }}
      >
        {routine.retired ? say.putBack : say.retire}
      </Button>
    </div>
  );
}
