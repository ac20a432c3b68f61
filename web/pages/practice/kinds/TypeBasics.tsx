import { SelectField, TextField } from '../../../ui/Field.tsx';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import type { TypePartProps } from './useTypeDraft.ts';

/** What a matter type is called, and what its matters are about. */
export function TypeBasics({ draft, set, replace, isNew }: TypePartProps & { readonly isNew: boolean }) {
  return (
    <>
      <div className={classes.fields}>
        <TextField
          label={say.name}
          value={draft.name}
          autoFocus={isNew}
          onChange={(name) => {
            set({ name });
          }}
        />
        <TextField
          label={say.referencesBeginWith}
          value={draft.reference ?? ''}
          placeholder={say.sv}
          onChange={(typed) => {
            const { reference: _old, ...rest } = draft;
            const reference = typed.toUpperCase();
            replace(reference === '' ? rest : { ...rest, reference });
          }}
        />
        <SelectField
          label={say.currency}
          value={draft.currency}
          options={['GBP', 'EUR', 'USD', 'NOK', 'SEK', 'DKK', 'CHF'].map((code) => [code, code] as const)}
          onChange={(currency) => {
            set({ currency });
          }}
        />
        <SelectField
          label={say.aMatterIsAbout}
          value={draft.nameFact ?? ''}
          options={[['', say.nothingByName], ...draft.facts.map(({ key, label }) => [key, label] as const)]}
          onChange={(nameFact) => {
            const { nameFact: _old, ...rest } = draft;
            replace(nameFact === '' ? rest : { ...rest, nameFact });
          }}
        />
      </div>
    </>
  );
}
