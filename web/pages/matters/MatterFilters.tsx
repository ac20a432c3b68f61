import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { SelectField } from '../../ui/Field.tsx';
import type { MatterFilter } from './useNarrowing.ts';
import classes from './MattersPage.module.css';

type Name = 'whose' | 'type' | 'stage' | 'state';

interface MatterFiltersProps {
  readonly filter: MatterFilter;
  readonly onPut: (name: Name, value: string | undefined) => void;
}

interface Offered {
  readonly name: Name;
  readonly label: string;
  readonly value: string | undefined;
  readonly options: readonly (readonly [value: string, label: string])[];
}

/** Whose matters, of which type, at which stage, and whether they still go on. */
export function MatterFilters({ filter, onPut }: MatterFiltersProps) {
  return (
    <div className={classes.filters} role="group" aria-label="Show">
      {useOffered(filter).map(({ name, label, value = '', options }) => (
        <SelectField
          key={name}
          bare
          label={label}
          value={value}
          options={options}
          onChange={(chosen) => {
            onPut(name, chosen);
          }}
        />
      ))}
    </div>
  );
}

/** What there is to choose; an empty value is all of them. */
function useOffered({ mine, typeId, stage, state }: MatterFilter): readonly Offered[] {
  const types = useMatterTypesQuery().data?.items ?? [];
  const stages = new Map(
    types
      .filter(({ id }) => typeId === undefined || id === typeId)
      .flatMap(({ definition }) => definition.stages.map(({ key, label }) => [key, label] as const)),
  );
  const names = types.map(({ id, definition }) => [id, definition.name] as const);
  return [
    {
      name: 'whose',
      label: 'Whose',
      value: mine ? 'mine' : '',
      options: [
        ['', 'Everyone’s'],
        ['mine', 'Mine'],
      ],
    },
    { name: 'type', label: 'Matter type', value: typeId, options: [['', 'All types'], ...names] },
    { name: 'stage', label: 'Stage', value: stage, options: [['', 'All stages'], ...stages] },
    {
      name: 'state',
      label: 'Open or closed',
      value: state,
      options: [
        ['', 'Any state'],
        ['open', 'Open'],
        ['closed', 'Closed'],
      ],
    },
  ];
}
