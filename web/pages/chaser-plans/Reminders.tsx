import type { ChaserPlanJson } from '../../../contract/chasers.ts';
import { useTemplateChoicesQuery } from '../../api/templates.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/routines.ts';
import { channelWords } from '../../words/en/wording.ts';
import { DaysField } from './DaysField.tsx';
import classes from './ChaserPlanPage.module.css';

type Step = ChaserPlanJson['steps'][number];

interface RemindersProps {
  readonly steps: readonly Step[];
  readonly onChange: (steps: readonly Step[]) => void;
}

/** The reminders in their order, a sentence for each. */
export function Reminders({ steps, onChange }: RemindersProps) {
  const { data: library } = useTemplateChoicesQuery();
  const templates = (library?.items ?? []).filter(({ standing }) => standing !== 'retired');
  const last = steps.at(-1)?.afterWorkingDays ?? 0;
  return (
    <section aria-label={say.reminders}>
      <h2>{say.reminders}</h2>
      <ol className={classes.sentences}>
        {steps.map((step, n) => (
          <li key={n}>
            <div className={classes.sentence}>
              <span>{say.after}</span>
              <DaysField
                label={`${say.afterDays} ${n + 1}`}
                value={step.afterWorkingDays}
                onChange={(afterWorkingDays) => {
                  onChange(steps.with(n, { ...step, afterWorkingDays }));
                }}
              />
              <span>
                {say.workingDays} {say.send}
              </span>
              <Choice
                label={`${say.template} ${n + 1}`}
                bare
                plain
                gone={step.templateId === '' ? say.chooseATemplate : say.aTemplateThatIsGone}
                value={step.templateId}
                options={templates.map(({ id, name, channel }) => ({
                  value: id,
                  label: channel === 'email' ? name : `${name} · ${channelWords(channel).toLowerCase()}`,
                }))}
                onChange={(templateId) => {
                  onChange(steps.with(n, { ...step, templateId }));
                }}
              />
              {steps.length > 1 ? (
                <Button
                  aria-label={say.removeReminder(n + 1)}
                  onClick={() => {
                    onChange(steps.filter((_step, at) => at !== n));
                  }}
                >
                  {say.remove}
                </Button>
              ) : null}
            </div>
          </li>
        ))}
      </ol>
      <Button
        onClick={() => {
          onChange([...steps, { afterWorkingDays: last + 5, templateId: '' }]);
        }}
      >
        {say.addAReminder}
      </Button>
    </section>
  );
}
