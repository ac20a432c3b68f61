import type { MatterTypeImpact } from '../../../../contract/matterTypes.ts';
import { plural } from '../../../words/wording.ts';
import classes from '../Practice.module.css';

const PART_WORDS: Readonly<Record<string, string>> = {
  fact: 'fact',
  table: 'table',
  column: 'column',
  role: 'role',
  stage: 'stage',
  keyDate: 'date',
  calculated: 'calculated value',
};

type Change = MatterTypeImpact['touches'][number]['change'];

const CHANGE_WORDS: Readonly<Record<Change, string>> = {
  removed: 'is taken out',
  kind: 'changes its kind',
  currency: 'is counted in another currency',
};
const UNSEEN = 'What they hold stays with them, unseen.';
const STAYS_WORDS: Readonly<Record<Change, string>> = {
  removed: UNSEEN,
  kind: UNSEEN,
  currency:
    'Those amounts stay in the currency before, and whatever adds them up has no value until they are changed.',
};

/** What a change would touch. Nothing is lost by it: values stay with their matters and come back with their definition. */
export function TypeImpact({ impact: { touches, templates } }: { readonly impact: MatterTypeImpact }) {
  return (
    <div className={classes.impact} role="alert">
      {touches
        .filter(({ matters }) => matters > 0)
        .map(({ part, label, change, matters }) => (
          <p key={`${part} ${label} ${change}`}>
            The {PART_WORDS[part] ?? part} “{label}” {CHANGE_WORDS[change]}: {plural(matters, 'matter')}{' '}
            {matters === 1 ? 'holds' : 'hold'} something there. {STAYS_WORDS[change]}
          </p>
        ))}
      {templates.length > 0 ? (
        <p>Could no longer be used on such matters: {templates.map(({ name }) => name).join(', ')}.</p>
      ) : null}
    </div>
  );
}
