import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import { ValueInput } from '../../parts/values/ValueInput.tsx';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

interface KeptFactsProps {
  readonly values: ContactJson;
  readonly factsKept: ContactDetail['factsKept'];
  readonly onChange: (part: Partial<ContactJson>) => void;
}

/** The currency that an amount is read in where it says none (ISO 4217). */
const CURRENCY = 'GBP';

/** What the practice keeps of its contacts beside what everybody keeps. */
export function KeptFacts({ values, factsKept, onChange }: KeptFactsProps) {
  if (factsKept.length === 0) return null;
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
              currency={CURRENCY}
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
