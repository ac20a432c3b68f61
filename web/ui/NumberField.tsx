import { NumberInput } from '@mantine/core';
import { FIELD_LOOK } from './fieldLook.ts';
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

/** While it is empty, or out of bounds, nothing changes; left so, it is the nearest there is. */
const whole = ({ value, least = 0, most = MOST, onChange }: NumberFieldProps) =>
  ({
    hideControls: true,
    allowDecimal: false,
    clampBehavior: 'blur',
    min: least,
    max: most,
    value,
    onChange: (typed: number | string) => {
      if (typeof typed === 'number' && typed >= least && typed <= most) onChange(typed);
    },
  }) as const;

/** A whole number within a sentence. */
export const NumberField = (props: NumberFieldProps) => (
  <NumberInput
    {...whole(props)}
    className={classes.number ?? ''}
    classNames={{ input: classes.input ?? '' }}
    aria-label={props.label}
    size="xs"
  />
);

/** A whole number under its label. */
export const WholeField = (props: NumberFieldProps) => (
  <NumberInput {...whole(props)} {...FIELD_LOOK} label={props.label} />
);
