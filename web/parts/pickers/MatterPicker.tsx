import type { Ref } from 'react';
import type { MatterSummary } from '../../../contract/matters.ts';
import { useFindMattersQuery } from '../../api/matters.ts';
import { PickField } from './PickField.tsx';
import { usePick } from './usePick.ts';
import { say } from '../../words/en/parts-pickers.ts';

interface MatterPickerProps {
  readonly label: string;
  readonly labelled?: 'above' | 'before' | 'within';
  /** The matter chosen so far, and what it is called where that is known. */
  readonly matterId?: string | undefined;
  readonly chosen?: string | undefined;
  /** Only matters of this type are found. */
  readonly typeId?: string;
  /** The matter that is not meant. */
  readonly but?: string;
  readonly onChoose: (matter: MatterSummary) => void;
  readonly inputRef?: Ref<HTMLInputElement>;
}

const MOST = 12;

/** A matter, found as one types; the latest ones while nothing is typed. */
export function MatterPicker({
  label,
  labelled = 'within',
  matterId,
  chosen: called,
  typeId,
  but,
  onChoose,
  inputRef,
}: MatterPickerProps) {
  const pick = usePick();
  const only = typeId === undefined ? {} : { typeId };
  const { data, isFetching } = useFindMattersQuery(
    { query: pick.query, limit: MOST, ...only },
    { skip: !pick.open },
  );
  const { data: latest } = useFindMattersQuery(
    { query: '', limit: MOST },
    { skip: matterId === undefined || called !== undefined },
  );
  const chosen = [...(data?.items ?? []), ...(latest?.items ?? [])].find(({ id }) => id === matterId);
  return (
    <PickField
      pick={pick}
      label={label}
      labelled={labelled}
      listLabel={say.matters}
      chosen={called ?? (chosen ? `${chosen.reference} · ${chosen.title}` : '')}
      found={
        pick.query === pick.typed && !isFetching ? data?.items.filter(({ id }) => id !== but) : undefined
      }
      idOf={({ id }) => id}
      selectedId={matterId}
      onChoose={onChoose}
      inputRef={inputRef}
    >
      {({ reference, title, stage }) => (
        <>
          <b>{reference}</b> {title} <small>{stage}</small>
        </>
      )}
    </PickField>
  );
}
