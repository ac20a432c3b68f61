import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { SelectField } from '../../ui/Field.tsx';
import type { MatterFilter } from './useNarrowing.ts';
import { say } from '../../words/en/matters.ts';
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
    <div className={classes.filters} role="group" aria-label={say.show}>
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
      label: say.whose,
      value: mine ? 'mine' : '',
      options: [
        ['', say.everyones],
        ['mine', say.mine],
      ],
    },
    { name: 'type', label: say.matterType, value: typeId, options: [['', say.allTypes], ...names] },
    { name: 'stage', label: say.stage, value: stage, options: [['', say.allStages], ...stages] },
    {
      name: 'state',
      label: say.openOrClosed,
      value: state,
      options: [
        ['', say.anyState],
        ['open', say.open],
        ['closed', say.closed],
      ],
    },
  ];
}
