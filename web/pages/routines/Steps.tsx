import { useId } from 'react';
import type { MatterTypeJson, ValueJson } from '../../../contract/matterTypes.ts';
import type { RoutineJson, RoutineStepJson } from '../../../contract/routines.ts';
import type { TemplateSummary } from '../../../contract/templates.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useTemplateChoicesQuery } from '../../api/templates.ts';
import { ValueInput } from '../../parts/values/ValueInput.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/routines.ts';
import { SentenceField } from '../../ui/SentenceField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { namedIn } from '../../parts/routines/namedIn.ts';
import { typesMeant } from './typesMeant.ts';
import classes from './RoutinePage.module.css';

interface StepsProps {
  readonly content: RoutineJson;
  readonly onChange: (part: Partial<RoutineJson>) => void;
}

type Does = RoutineStepJson['does'];
const KINDS: readonly Does[] = ['send', 'document', 'followUp', 'stage', 'date', 'fact'];
const USUAL_DAYS = 5;

/** What it does, a sentence for each step, in the order in which it is done. */
export function Steps({ content, onChange }: StepsProps) {
  const { data: types } = useMatterTypesQuery();
  const { data: library } = useTemplateChoicesQuery();
  const meant = typesMeant(types?.items ?? [], content.typeIds);
  const templates = (library?.items ?? []).filter(({ standing }) => standing !== 'retired');
  const heading = useId();
  const put = (steps: readonly RoutineStepJson[]): void => {
    onChange({ steps: [...steps] });
  };
  const { steps } = content;
  return (
    <section aria-labelledby={heading}>
      <h2 id={heading}>{say.whatItDoes}</h2>
      <ol className={classes.sentences}>
        {steps.map((step, n) => (
          <li key={n}>
            <div className={classes.sentence}>
              <Choice
                label={`${say.steps} ${n + 1}`}
                bare
                plain
                value={step.does}
                options={KINDS.map((value) => ({ value, label: say.kinds[value] }))}
                onChange={(does) => {
                  put(steps.with(n, newStep(does)));
                }}
              />
              <StepParts
                step={step}
                types={meant}
                templates={templates}
                onChange={(next) => {
                  put(steps.with(n, next));
                }}
              />
            </div>
            <span className={classes.paths}>
              {n > 0 ? (
                <Button
                  aria-label={say.moveUp(n + 1)}
                  onClick={() => {
                    put(movedUp(steps, n));
                  }}
                >
                  {say.up}
                </Button>
              ) : null}
              <Button
                aria-label={say.removeStep(n + 1)}
                onClick={() => {
                  put(steps.filter((_step, at) => at !== n));
                }}
              >
                {say.remove}
              </Button>
            </span>
          </li>
        ))}
      </ol>
      <Button
        onClick={() => {
          put([...steps, newStep('send')]);
        }}
      >
        {say.addAStep}
      </Button>
    </section>
  );
}

function newStep(does: Does): RoutineStepJson {
  switch (does) {
    case 'send':
    case 'document':
      return { does, templateId: '' };
    case 'followUp':
      return { does, what: '', workingDays: USUAL_DAYS };
    case 'stage':
      return { does, stage: '' };
    case 'date':
      return { does, key: '', workingDays: 0 };
    case 'fact':
      return { does, key: '', value: null };
    default:
      return does satisfies never;
  }
}

function movedUp(steps: readonly RoutineStepJson[], n: number): readonly RoutineStepJson[] {
  const [before, step] = [steps[n - 1], steps[n]];
  return before && step ? steps.with(n - 1, step).with(n, before) : steps;
}

interface StepPartsProps {
  readonly step: RoutineStepJson;
  readonly types: readonly MatterTypeJson[];
  readonly templates: readonly TemplateSummary[];
  readonly onChange: (step: RoutineStepJson) => void;
}

/** The parts of a step's sentence, each a control. */
function StepParts({ step, types, templates, onChange }: StepPartsProps) {
  switch (step.does) {
    case 'send':
    case 'document':
      return (
        <Choice
          label={say.template}
          bare
          plain
          gone={step.templateId === '' ? say.chooseATemplate : say.aTemplateThatIsGone}
          value={step.templateId}
          options={templates
            .filter(({ channel }) => step.does === 'send' || channel === 'letter')
            .map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(templateId) => {
            onChange({ ...step, templateId });
          }}
        />
      );
    case 'followUp':
      return <FollowUpParts step={step} onChange={onChange} />;
    case 'stage':
      return (
        <Choice
          label={say.stage}
          bare
          plain
          value={step.stage}
          options={namedIn(types, ({ stages }) => stages).map(({ key, label }) => ({ value: key, label }))}
          onChange={(stage) => {
            onChange({ ...step, stage });
          }}
        />
      );
    case 'date':
      return <DateParts step={step} types={types} onChange={onChange} />;
    case 'fact':
      return <FactParts step={step} types={types} onChange={onChange} />;
    default:
      return step satisfies never;
  }
}

type Of<D extends Does> = Extract<RoutineStepJson, { readonly does: D }>;
interface PartsProps<D extends Does> {
  readonly step: Of<D>;
  readonly onChange: (step: Of<D>) => void;
}

const FollowUpParts = ({ step, onChange }: PartsProps<'followUp'>) => (
  <>
    <SentenceField
      label={say.what}
      value={step.what}
      onChange={(what) => {
        onChange({ ...step, what });
      }}
    />
    <span>{say.on}</span>
    <NumberField
      label={say.inWorkingDays}
      value={step.workingDays}
      onChange={(workingDays) => {
        onChange({ ...step, workingDays });
      }}
    />
    <span>{say.workingDays}</span>
  </>
);

const ASKED = 'asked';
const FIXED = 'fixed';

function DateParts({ step, types, onChange }: PartsProps<'date'> & Pick<StepPartsProps, 'types'>) {
  return (
    <>
      <Choice
        label={say.date}
        bare
        plain
        value={step.key}
        options={namedIn(types, ({ keyDates }) => keyDates).map(({ key, label }) => ({ value: key, label }))}
        onChange={(key) => {
          onChange({ ...step, key });
        }}
      />
      <span>{say.to}</span>
      <Choice
        label={say.theDay}
        bare
        plain
        value={step.workingDays === null ? ASKED : FIXED}
        options={[
          { value: FIXED, label: step.workingDays === 0 ? say.today : say.inWorkingDays },
          { value: ASKED, label: say.askedWhenRun },
        ]}
        onChange={(how) => {
          onChange({ ...step, workingDays: how === ASKED ? null : 0 });
        }}
      />
      {step.workingDays === null ? null : (
        <>
          <NumberField
            label={say.inWorkingDays}
            value={step.workingDays}
            onChange={(workingDays) => {
              onChange({ ...step, workingDays });
            }}
          />
          <span>{say.workingDays}</span>
        </>
      )}
    </>
  );
}

function FactParts({ step, types, onChange }: PartsProps<'fact'> & Pick<StepPartsProps, 'types'>) {
  const facts = namedIn(types, (type) => type.facts);
  const fact = facts.find(({ key }) => key === step.key);
  return (
    <>
      <Choice
        label={say.fact}
        bare
        plain
        value={step.key}
        options={facts.map(({ key, label }) => ({ value: key, label }))}
        onChange={(key) => {
          onChange({ ...step, key, value: null });
        }}
      />
      <span>{say.to}</span>
      {fact ? (
        <>
          <ValueInput
            key={fact.key}
            definition={{ ...fact, label: say.value }}
            value={step.value ?? undefined}
            currency={types[0]?.currency ?? ''}
            onValue={(value: ValueJson | null) => {
              onChange({ ...step, value });
            }}
          />
          {step.value === null ? <small>{say.askedWhenRun}</small> : null}
        </>
      ) : null}
    </>
  );
}
