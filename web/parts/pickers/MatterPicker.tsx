import type { Ref } from 'react';
import type { MatterSummary } from '../../../contract/matters.ts';
import { useFindMattersQuery } from '../../api/matters.ts';
import { PickField } from './PickField.tsx';
import { usePick } from './usePick.ts';
import { say } from '../../words/en/parts-pickers.ts';

interface MatterPickerProps {
  readonly label: string;
  readonly labelled?: 'before' | 'within';
  /** The matter chosen so far. */
  readonly matterId?: string | undefined;
  readonly onChoose: (matter: MatterSummary) => void;
  readonly inputRef?: Ref<HTMLInputElement>;
}

const MOST = 12;

/** A matter, found as one types; the latest ones while nothing is typed. */
export function MatterPicker({
  label,
  labelled = 'within',
  matterId,
  onChoose,
  inputRef,
}: MatterPickerProps) {
  const pick = usePick();
  const { data, isFetching } = useFindMattersQuery({ query: pick.query, limit: MOST }, { skip: !pick.open });
  const { data: latest } = useFindMattersQuery({ query: '', limit: MOST }, { skip: matterId === undefined });
  const chosen = [...(data?.items ?? []), ...(latest?.items ?? [])].find(({ id }) => id === matterId);
  return (
    <PickField
      pick={pick}
      label={label}
      labelled={labelled}
      listLabel={say.matters}
      chosen={chosen ? `${chosen.reference} · ${chosen.title}` : ''}
      found={pick.query === pick.typed && !isFetching ? data?.items : undefined}
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
