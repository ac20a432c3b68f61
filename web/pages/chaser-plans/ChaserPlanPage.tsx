import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import { daysInOrder } from '../../../core/routines/chaserPlan.ts';
import type { ChaserPlanJson, ChaserPlanView } from '../../../contract/chasers.ts';
import type { Session } from '../../../contract/session.ts';
import {
  useChangeChaserPlanMutation,
  useChaserPlansQuery,
  useMakeChaserPlanMutation,
} from '../../api/chasers.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { Button } from '../../ui/Button.tsx';
import { CheckField, TextField } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { reasonOf, say } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import { mayDo } from '../../words/rights.ts';
import { DaysField } from './DaysField.tsx';
import { namedIn } from '../../parts/routines/namedIn.ts';
import { Versions } from '../../parts/routines/Versions.tsx';
import { Reminders } from './Reminders.tsx';
import classes from './ChaserPlanPage.module.css';

const NEW: ChaserPlanJson = {
  name: '',
  steps: [{ afterWorkingDays: 5, templateId: '' }],
  tellAfter: 10,
  tellWhat: say.tellWhatUsually,
  endsAt: [],
};

/** A chaser plan as it is written: what goes after how many working days, and when it ends. */
export function ChaserPlanPage() {
  const { planId } = useParams();
  const { data, error } = useChaserPlansQuery();
  if (planId === undefined) return <Writing key="new" plan={undefined} />;
  if (error) return <p role="alert">{problemWords(error)}</p>;
  if (!data) return <div aria-busy="true" />;
  const plan = data.items.find(({ id }) => id === planId);
  return plan ? <Writing key={plan.id} plan={plan} /> : <p role="alert">{say.noSuchPlan}</p>;
}

function Writing({ plan }: { readonly plan: ChaserPlanView | undefined }) {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [begun, setBegun] = useState(plan);
  const [content, setContent] = useState<ChaserPlanJson>(plan?.content ?? NEW);
  const [make, making] = useMakeChaserPlanMutation();
  const [change, changing] = useChangeChaserPlanMutation();
  const mayChange = mayDo(user, 'approve');
  const isChanged = JSON.stringify(content) !== JSON.stringify(begun?.content ?? NEW);
  const isWhole = content.name.trim() !== '' && content.steps.every(({ templateId }) => templateId !== '');
  const inOrder = daysInOrder(content);
  const error = making.error ?? changing.error;
  const put = (part: Partial<ChaserPlanJson>): void => {
    setContent((now) => ({ ...now, ...part }));
  };
  const take = (saved: ChaserPlanView): void => {
    setBegun(saved);
    setContent(saved.content);
  };
  const save = async (): Promise<void> => {
    if (begun) {
      take(await change({ id: begun.id, change: { version: begun.version, content } }).unwrap());
      return;
    }
    const made = await make(content).unwrap();
    take(made);
    await navigate(`/chaser-plans/${made.id}`, { replace: true });
  };
  return (
    <div className={classes.page}>
      <ViewHead
        title={content.name || say.newChaserPlan}
        within={<Link to="/chaser-plans">{say.chaserPlans}</Link>}
      >
        {begun && mayChange ? <Retire plan={begun} onChanged={setBegun} /> : null}
      </ViewHead>
      <LeaveGuard
        when={isChanged && mayChange}
        what={say.chaserPlan}
        {...(begun ? {} : { within: '/chaser-plans/' })}
      />
      <form
        className={classes.written}
        onSubmit={(event) => {
          event.preventDefault();
          void save().catch(() => undefined);
        }}
      >
        <fieldset className={classes.fields} disabled={!mayChange}>
          <TextField
            label={say.name}
            value={content.name}
            onChange={(name) => {
              put({ name });
            }}
          />
          <Reminders
            steps={content.steps}
            onChange={(steps) => {
              put({ steps: [...steps] });
            }}
          />
          <Telling content={content} onChange={put} />
          <Ends content={content} onChange={put} />
        </fieldset>
        {inOrder ? null : <p role="note">{reasonOf.chaserDaysInOrder}</p>}
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        {begun && begun.underWay > 0 && isChanged ? (
          <p className={classes.none}>{say.nextOnesUse(begun.version + 1)}</p>
        ) : null}
        {mayChange ? (
          <p>
            <Button
              kind="go"
              type="submit"
              disabled={!isChanged || !isWhole || !inOrder || making.isLoading || changing.isLoading}
            >
              {begun ? say.save : say.saveNew}
            </Button>{' '}
            {begun && !isChanged ? <small role="status">{say.saved}</small> : null}
          </p>
        ) : null}
        {begun ? <Versions versions={begun.versions} className={classes.none} /> : null}
      </form>
    </div>
  );
}

interface PartProps {
  readonly content: ChaserPlanJson;
  readonly onChange: (part: Partial<ChaserPlanJson>) => void;
}

/** After the last reminder: whoever wrote is told, or nothing more. */
function Telling({ content: { tellAfter, tellWhat, steps }, onChange }: PartProps) {
  const last = steps.at(-1)?.afterWorkingDays ?? 0;
  return (
    <>
      <CheckField
        label={say.tellMe}
        checked={tellAfter !== null}
        onChange={(on) => {
          onChange({ tellAfter: on ? last + 5 : null });
        }}
      />
      {tellAfter === null ? (
        <small>{say.tellNot}</small>
      ) : (
        <div className={classes.sentence}>
          <span>{say.after}</span>
          <DaysField
            label={say.tellAfter}
            value={tellAfter}
            onChange={(days) => {
              onChange({ tellAfter: days });
            }}
          />
          <span>{say.workingDays}</span>
          <TextField
            label={say.tellWhat}
            value={tellWhat}
            onChange={(words) => {
              onChange({ tellWhat: words });
            }}
          />
        </div>
      )}
    </>
  );
}

/** Stages that end it, beside an answer and the matter's end. */
function Ends({ content: { endsAt }, onChange }: PartProps) {
  const { data: types } = useMatterTypesQuery();
  const stages = namedIn(
    (types?.items ?? []).map(({ definition }) => definition),
    (type) => type.stages.filter(({ closes }) => closes !== true),
  );
  return (
    <div className={classes.choices} role="group" aria-label={say.endsAt}>
      <span>{say.endsAt}</span>
      {stages.map(({ key, label }) => (
        <CheckField
          key={key}
          label={label}
          checked={endsAt.includes(key)}
          onChange={(on) => {
            onChange({ endsAt: on ? [...endsAt, key] : endsAt.filter((one) => one !== key) });
          }}
        />
      ))}
    </div>
  );
}

interface RetireProps {
  readonly plan: ChaserPlanView;
  readonly onChanged: (plan: ChaserPlanView) => void;
}

function Retire({ plan, onChanged }: RetireProps) {
  const [change, { isLoading, error }] = useChangeChaserPlanMutation();
  return (
    <div className={classes.headEnd}>
      {error ? <small role="alert">{problemWords(error)}</small> : null}
      <Button
        disabled={isLoading}
        onClick={() => {
          void change({ id: plan.id, change: { version: plan.version, retired: !plan.retired } })
            .unwrap()
            .then(onChanged, () => undefined);
        }}
      >
        {plan.retired ? say.putBack : say.retire}
      </Button>
    </div>
  );
}
