import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import { ValueInput } from '../../parts/values/ValueInput.tsx';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { NEW_TYPE } from '../../words/en/typeWords.ts';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

interface KeptFactsProps {
  readonly values: ContactJson;
  readonly factsKept: ContactDetail['factsKept'];
  readonly onChange: (part: Partial<ContactJson>) => void;
}

/** What the practice keeps of its contacts beside what everybody keeps. */
export function KeptFacts({ values, factsKept, onChange }: KeptFactsProps) {
  const { data: types } = useMatterTypesQuery();
  if (factsKept.length === 0) return null;
  // An amount that says none is in the currency of the practice's matters.
  const currency = types?.items[0]?.definition.currency ?? NEW_TYPE.currency;
  const facts = values.facts ?? {};
  return (
    <>
      <h2>{say.kept}</h2>
      <div className={classes.fields}>
        {factsKept.map((definition) => (
          <div key={definition.key}>
            <small>{definition.label}</small>
            <ValueInput
              definition={definition}
              value={facts[definition.key] ?? undefined}
              currency={currency}
              onValue={(value) => {
                onChange({ facts: { ...facts, [definition.key]: value } });
              }}
            />
          </div>
        ))}
      </div>
    </>
  );
}
