import { NumberField } from '../../ui/NumberField.tsx';

interface DaysFieldProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

const MOST_DAYS = 400;

/** Working days within a sentence: at least one. */
export const DaysField = (props: DaysFieldProps) => <NumberField {...props} least={1} most={MOST_DAYS} />;
