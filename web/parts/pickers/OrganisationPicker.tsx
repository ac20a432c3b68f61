import { useFindOrganisationsQuery } from '../../api/contacts.ts';
import { PickField } from './PickField.tsx';
import { usePick } from './usePick.ts';
import { say } from '../../words/en/parts-pickers.ts';

/** An organisation of the directory, or the name of one that is made when this is saved. */
export interface ChosenOrganisation {
  readonly id: string | null;
  readonly name: string;
}

interface OrganisationPickerProps {
  readonly label: string;
  /** Which is chosen, by name; empty for none. */
  readonly chosen: string;
  readonly onChoose: (organisation: ChosenOrganisation) => void;
}

/** An organisation, found as one types; a name that is not there yet is taken as a new one's. */
export function OrganisationPicker({ label, chosen, onChoose }: OrganisationPickerProps) {
  const pick = usePick();
  const { data, isFetching } = useFindOrganisationsQuery(pick.query, { skip: !pick.open });
  const known: readonly ChosenOrganisation[] = data?.items ?? [];
  const typed = pick.typed.trim();
  const same = known.find(({ name }) => name.toLowerCase() === typed.toLowerCase());
  const offered = typed === '' || same ? known : [...known, { id: null, name: typed }];
  return (
    <PickField
      pick={pick}
      label={label}
      labelled="above"
      listLabel={say.organisations}
      chosen={chosen}
      found={pick.query === pick.typed && !isFetching ? offered : undefined}
      idOf={({ id }) => id ?? 'new'}
      onChoose={onChoose}
      onLeave={() => {
        if (typed !== '') onChoose(same ?? { id: null, name: typed });
      }}
    >
      {({ id, name }) => (id === null ? say.newOrganisation(name) : <b>{name}</b>)}
    </PickField>
  );
}
