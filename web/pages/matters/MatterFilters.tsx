import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { SelectField } from '../../ui/Field.tsx';
import type { MatterFilter } from './useNarrowing.ts';
import classes from './MattersPage.module.css';

interface MatterFiltersProps {
  readonly filter: MatterFilter;
  readonly onPut: (name: 'whose' | 'type' | 'stage' | 'state', value: string | undefined) => void;
}

/** Whose matters, of which type, at which stage, and whether they still go on. */
export function MatterFilters({ filter, onPut }: MatterFiltersProps) {
  const { data } = useMatterTypesQuery();
  const types = data?.items ?? [];
  const stages = new Map(
    types
      .filter(({ id }) => filter.typeId === undefined || id === filter.typeId)
      .flatMap(({ definition }) => definition.stages.map(({ key, label }) => [key, label] as const)),
  );
  return (
    <div className={classes.filters} role="group" aria-label="Show">
      <SelectField
        bare
        label="Whose"
        value={filter.mine ? 'mine' : ''}
        options={[
          ['', 'Everyone’s'],
          ['mine', 'Mine'],
        ]}
        onChange={(whose) => {
          onPut('whose', whose);
        }}
      />
      <SelectField
        bare
        label="Matter type"
        value={filter.typeId ?? ''}
        options={[['', 'All types'], ...types.map(({ id, definition }) => [id, definition.name] as const)]}
        onChange={(type) => {
          onPut('type', type);
        }}
      />
      <SelectField
        bare
        label="Stage"
        value={filter.stage ?? ''}
        options={[['', 'All stages'], ...stages]}
        onChange={(stage) => {
          onPut('stage', stage);
        }}
      />
      <SelectField
        bare
        label="Open or closed"
        value={filter.state ?? ''}
        options={[
          ['', 'Open and closed'],
          ['open', 'Open'],
          ['closed', 'Closed'],
        ]}
        onChange={(state) => {
          onPut('state', state);
        }}
      />
    </div>
  );
}
