import { useOutletContext } from 'react-router';
import type { MatterTypeJson } from '../../../contract/matterTypes.ts';
import type { SetWhere } from '../../../contract/rounds.ts';
import type { Session } from '../../../contract/session.ts';
import { useCorrespondenceCategories } from '../../api/useCategories.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { usePeopleQuery } from '../../api/people.ts';
import { askedFields } from '../../parts/conditions/askedFields.ts';
import { ConditionForm } from '../../parts/conditions/ConditionForm.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/rounds.ts';
import classes from './Rounds.module.css';

interface WhereSentenceProps {
  readonly where: SetWhere;
  readonly onChange: (where: SetWhere) => void;
}

const ALL = '';
const DEFAULT_DAYS = 30;
const MOST_DAYS = 20_000;

const option = (value: string, label: string) => ({ value, label });

/** Which matters, as the parts of a sentence: their type, whether they are open, their stage, whose, and what they must say. */
export function WhereSentence({ where, onChange }: WhereSentenceProps) {
  const { user } = useOutletContext<Session>();
  const { data: types } = useMatterTypesQuery();
  const { data: people } = usePeopleQuery();
  const type = types?.items.find(({ id }) => id === where.typeId)?.definition;
  const put = putInto(where, onChange);
  return (
    <>
      <Choice
        label={say.matterType}
        bare
        plain
        value={where.typeId ?? ALL}
        options={[
          option(ALL, say.everyMatter),
          ...(types?.items ?? []).map(({ id, definition }) => option(id, definition.name)),
        ]}
        onChange={(typeId) => {
          // Stages, roles and conditions are those of a type.
          const { stages: _stages, when: _when, role: _role, typeId: _type, ...rest } = where;
          onChange(typeId === ALL ? rest : { ...rest, typeId });
        }}
      />
      <span>{say.whichAre}</span>
      <Choice
        label={say.openOrClosed}
        bare
        plain
        value={where.state ?? 'open'}
        options={[option('open', say.open), option('closed', say.closed)]}
        onChange={(state) => {
          put('state', state === 'closed' ? 'closed' : undefined);
        }}
      />
      <span>{say.ofResponsible}</span>
      <Choice
        label={say.responsible}
        bare
        plain
        value={where.responsibleId ?? ALL}
        options={[
          option(ALL, say.anybody),
          ...(people?.items ?? [{ id: user.id, name: user.name }]).map(({ id, name }) => option(id, name)),
        ]}
        onChange={(id) => {
          put('responsibleId', id === ALL ? undefined : id);
        }}
      />
      <NotSent where={where} onChange={onChange} />
      {type ? <OfType type={type} where={where} onChange={onChange} /> : null}
    </>
  );
}

type Put = <K extends keyof SetWhere>(key: K, value: SetWhere[K] | undefined) => void;

/** Sets a part of a filter, or takes it off where it says nothing. */
const putInto =
  (where: SetWhere, onChange: (where: SetWhere) => void): Put =>
  (key, value) => {
    const { [key]: _before, ...rest } = where;
    onChange(value === undefined ? rest : { ...rest, [key]: value });
  };

/** What can be asked of matters of one type alone: their stage, and what their facts and dates say. */
function OfType({ type, where, onChange }: WhereSentenceProps & { readonly type: MatterTypeJson }) {
  const put = putInto(where, onChange);
  return (
    <>
      <span>{say.inStage}</span>
      <Choice
        label={say.stage}
        bare
        plain
        value={where.stages?.[0] ?? ALL}
        options={[option(ALL, say.anyStage), ...type.stages.map(({ key, label }) => option(key, label))]}
        onChange={(stage) => {
          put('stages', stage === ALL ? undefined : [stage]);
        }}
      />
      <ConditionForm
        group={where.when ?? { join: 'all', conditions: [] }}
        fields={askedFields(type)}
        onChange={(when) => {
          put(
            'when',
            when.conditions.length === 0 ? undefined : { ...when, conditions: [...when.conditions] },
          );
        }}
      />
    </>
  );
}

/** Matters that got something lately are left out. */
function NotSent({ where, onChange }: WhereSentenceProps) {
  const categories = useCorrespondenceCategories();
  const put = putInto(where, onChange);
  const { notSent } = where;
  return (
    <>
      <span>{say.leavingOut}</span>
      <Choice
        label={say.category}
        bare
        plain
        value={notSent?.category ?? ALL}
        options={[option(ALL, say.none), ...categories.map((one) => option(one, say.thoseSent(one)))]}
        onChange={(category) => {
          put('notSent', category === ALL ? undefined : { category, days: notSent?.days ?? DEFAULT_DAYS });
        }}
      />
      {notSent ? (
        <>
          <span>{say.sentWithinTheLast}</span>
          <input
            aria-label={say.sentWithinDays}
            className={classes.number}
            type="number"
            min={1}
            max={MOST_DAYS}
            value={notSent.days}
            onChange={(event) => {
              const days = event.currentTarget.valueAsNumber;
              if (Number.isInteger(days) && days >= 1 && days <= MOST_DAYS)
                put('notSent', { ...notSent, days });
            }}
          />
          <span>{say.days}</span>
        </>
      ) : null}
    </>
  );
}
