import { NumberInput } from '@mantine/core';
import classes from './NumberField.module.css';

interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  /** Bounds, both ends among them. */
  readonly least?: number;
  readonly most?: number;
  readonly onChange: (value: number) => void;
}

const MOST = 2_000;

/** A whole number within a sentence. */
export const NumberField = ({ label, value, least = 0, most = MOST, onChange }: NumberFieldProps) => (
  <NumberInput
    className={classes.number ?? ''}
    classNames={{ input: classes.input ?? '' }}
    aria-label={label}
    size="xs"
    hideControls
    allowDecimal={false}
    clampBehavior="blur"
    min={least}
    max={most}
    value={value}
    onChange={(typed) => {
      if (typeof typed === 'number') onChange(typed);
    }}
  />
);
