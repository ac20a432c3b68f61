import { SelectField, TextField } from '../../../ui/Field.tsx';
import classes from '../Practice.module.css';
import type { TypePartProps } from './useTypeDraft.ts';

/** What a matter type is called, and what its matters are about. */
export function TypeBasics({ draft, set, replace, isNew }: TypePartProps & { readonly isNew: boolean }) {
  return (
    <>
      <div className={classes.fields}>
        <TextField
          label="Name"
          value={draft.name}
          autoFocus={isNew}
          onChange={(name) => {
            set({ name });
          }}
        />
        <TextField
          label="References begin with"
          value={draft.reference ?? ''}
          placeholder="SV-"
          onChange={(typed) => {
            const { reference: _old, ...rest } = draft;
            const reference = typed.toUpperCase();
            replace(reference === '' ? rest : { ...rest, reference });
          }}
        />
        <SelectField
          label="Currency"
          value={draft.currency}
          options={['GBP', 'EUR', 'USD', 'NOK', 'SEK', 'DKK', 'CHF'].map((code) => [code, code] as const)}
          onChange={(currency) => {
            set({ currency });
          }}
        />
        <SelectField
          label="A matter is about"
          value={draft.nameFact ?? ''}
          options={[['', 'nothing by name'], ...draft.facts.map(({ key, label }) => [key, label] as const)]}
          onChange={(nameFact) => {
            const { nameFact: _old, ...rest } = draft;
            replace(nameFact === '' ? rest : { ...rest, nameFact });
          }}
        />
      </div>
    </>
  );
}
