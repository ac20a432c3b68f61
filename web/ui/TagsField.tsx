import { TagsInput } from '@mantine/core';
import { FIELD_LOOK, LIST_BELOW, LIST_CLASSES } from './fieldLook.ts';

interface TagsFieldProps {
  readonly label: string;
  readonly values: readonly string[];
  /** What is usual is offered as one types. */
  readonly offered: readonly string[];
  readonly onChange: (values: string[]) => void;
}

/** Several words, each its own; what is typed and not yet taken is taken as the field is left. */
export const TagsField = ({ label, values, offered, onChange }: TagsFieldProps) => (
  <TagsInput
    {...FIELD_LOOK}
    classNames={{ ...FIELD_LOOK.classNames, ...LIST_CLASSES }}
    label={label}
    value={[...values]}
    data={[...offered]}
    acceptValueOnBlur
    comboboxProps={LIST_BELOW}
    onChange={onChange}
  />
);
