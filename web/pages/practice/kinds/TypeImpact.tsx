import type { MatterTypeImpact } from '../../../../contract/matterTypes.ts';
import { plural } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';

const PART_WORDS: Readonly<Record<string, string>> = {
  fact: 'fact',
  table: 'table',
  column: 'column',
  role: 'role',
  stage: 'stage',
  keyDate: 'date',
  calculated: say.calculatedValue,
};

type Change = MatterTypeImpact['touches'][number]['change'];

const CHANGE_WORDS: Readonly<Record<Change, string>> = {
  removed: say.isRemoved,
  kind: say.changesItsKind,
  currency: say.isCountedInAnotherCurrency,
};
const UNSEEN = say.whatTheyHoldStaysWith;
const STAYS_WORDS: Readonly<Record<Change, string>> = {
  removed: UNSEEN,
  kind: UNSEEN,
  currency: say.thoseAmountsStayInThe,
};

/** What a change would touch. Nothing is lost by it: values stay with their matters and come back with their definition. */
export function TypeImpact({ impact: { touches, templates } }: { readonly impact: MatterTypeImpact }) {
  return (
    <div className={classes.impact} role="alert">
      {touches
        .filter(({ matters }) => matters > 0)
        .map(({ part, label, change, matters }) => (
          <p key={`${part} ${label} ${change}`}>
            {say.theSomethingThere(
              PART_WORDS[part] ?? part,
              label,
              CHANGE_WORDS[change],
              plural(matters, say.matter),
              matters === 1 ? say.holds : say.hold,
              STAYS_WORDS[change],
            )}
          </p>
        ))}
      {templates.length > 0 ? (
        <p>{say.couldNoLongerBeUsed(templates.map(({ name }) => name).join(', '))}</p>
      ) : null}
    </div>
  );
}
