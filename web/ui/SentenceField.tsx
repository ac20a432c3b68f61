import { TextInput } from '@mantine/core';
import { FIELD_LOOK } from './fieldLook.ts';
import classes from './SentenceField.module.css';

interface SentenceFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** Words to fill in within a sentence; what they are is heard, and stands there while nothing is typed. */
export const SentenceField = ({ label, value, onChange }: SentenceFieldProps) => (
  <TextInput
    {...FIELD_LOOK}
    className={classes.field ?? ''}
    aria-label={label}
    placeholder={label}
    value={value}
    onChange={(event) => {
      onChange(event.currentTarget.value);
    }}
  />
);
