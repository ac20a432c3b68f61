import type { ContactSummary } from '../../../contract/directory.ts';
import { useFindContactsQuery } from '../../api/contacts.ts';
import { PickField } from './PickField.tsx';
import { usePick } from './usePick.ts';
import { say } from '../../words/en/parts-pickers.ts';

interface ContactPickerProps {
  readonly label: string;
  /** Who is chosen, by name; empty for nobody. */
  readonly chosen: string;
  readonly onChoose: (contact: ContactSummary | undefined) => void;
  readonly autoFocus?: boolean | undefined;
}

/** A contact of the directory, found as one types. */
export function ContactPicker({ label, chosen, onChoose, autoFocus }: ContactPickerProps) {
  const pick = usePick();
  const { data, isFetching } = useFindContactsQuery(pick.query, { skip: !pick.open });
  return (
    <PickField
      pick={pick}
      label={label}
      labelled="above"
      listLabel={say.contacts}
      chosen={chosen}
      found={pick.query === pick.typed && !isFetching ? data?.items : undefined}
      idOf={({ id }) => id}
      onChoose={onChoose}
      onClear={() => {
        onChoose(undefined);
      }}
      autoFocus={autoFocus}
    >
      {({ name, organisation, email }) => (
        <>
          <b>{name}</b> <small>{organisation ?? email}</small>
        </>
      )}
    </PickField>
  );
}
