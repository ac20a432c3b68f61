import { useState } from 'react';
import { useChasesOnQuery, useChaserPlansQuery, useStartChaseMutation } from '../../../api/chasers.ts';
import { useTemplateQuery } from '../../../api/templates.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { planWords, say } from '../../../words/en/routines.ts';
import { problemWords } from '../../../words/en/wording.ts';
import classes from './Correspondence.module.css';

interface ChaseThisProps {
  readonly matterId: string;
  readonly entryId: string;
}

/** Has reminders follow something that was sent, by a chaser plan, with what fills their blanks. */
export function ChaseThis({ matterId, entryId }: ChaseThisProps) {
  const [open, setOpen] = useState(false);
  const { data: chases } = useChasesOnQuery(matterId);
  const follows = chases?.items.some((one) => one.entryId === entryId && one.ended === null);
  if (follows) return <span>{say.started}</span>;
  return (
    <>
      <Button
        aria-expanded={open}
        onClick={() => {
          setOpen(!open);
        }}
      >
        {say.chaseThis}
      </Button>
      {open ? <ChasePlan entryId={entryId} /> : null}
    </>
  );
}

function ChasePlan({ entryId }: { readonly entryId: string }) {
  const { data } = useChaserPlansQuery();
  const [chosen, setChosen] = useState<string>();
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [start, { isLoading, error }] = useStartChaseMutation();
  const plans = (data?.items ?? []).filter(({ retired }) => !retired);
  const plan = plans.find(({ id }) => id === chosen) ?? plans[0];
  if (data && !plan) return <p className={classes.mending}>{say.whatAPlanIs}</p>;
  if (!plan) return null;
  return (
    <form
      className={classes.mending}
      aria-label={say.chaserPlan}
      onSubmit={(event) => {
        event.preventDefault();
        void start({ planId: plan.id, entryId, answers });
      }}
    >
      <Choice
        label={say.choosePlan}
        value={plan.id}
        options={plans.map(({ id, content }) => ({ value: id, label: content.name }))}
        onChange={setChosen}
      />
      <small>{planWords(plan)}</small>
      {[...new Set(plan.content.steps.map(({ templateId }) => templateId))].map((templateId) => (
        <Blanks key={templateId} templateId={templateId} answers={answers} onAnswer={setAnswers} />
      ))}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <Button kind="go" type="submit" disabled={isLoading}>
        {say.startIt}
      </Button>
    </form>
  );
}

interface BlanksProps {
  readonly templateId: string;
  readonly answers: Readonly<Record<string, string>>;
  readonly onAnswer: (change: (before: Record<string, string>) => Record<string, string>) => void;
}

/** The blanks of a reminder: nobody is there to fill them when it goes. */
function Blanks({ templateId, answers, onAnswer }: BlanksProps) {
  const { data } = useTemplateQuery(templateId);
  return (
    <>
      {(data?.content.blanks ?? [])
        .filter(({ required }) => required)
        .map(({ key, label }) => (
          <TextField
            key={key}
            label={label}
            value={answers[key] ?? ''}
            onChange={(answer) => {
              onAnswer((before) => ({ ...before, [key]: answer }));
            }}
          />
        ))}
    </>
  );
}
