import choiceClasses from './Choice.module.css';
import classes from './Field.module.css';

/** How every field of the house looks: its label small above it, what is wrong below. */
export const FIELD_LOOK = {
  size: 'xs',
  className: classes.field ?? '',
  classNames: {
    label: classes.label ?? '',
    input: classes.input ?? '',
    error: classes.error ?? '',
  },
} as const;

const UNDERSTOOD_BELOW: ('label' | 'input' | 'description' | 'error')[] = [
  'label',
  'input',
  'description',
  'error',
];

/** A field that says below what it understood. */
export const READING_LOOK = {
  ...FIELD_LOOK,
  classNames: { ...FIELD_LOOK.classNames, description: classes.understood ?? '' },
  inputWrapperOrder: UNDERSTOOD_BELOW,
};

/** The list that a field opens: below it, as wide as what it holds, at once. */
export const LIST_BELOW = {
  width: 'max-content',
  position: 'bottom-start',
  transitionProps: { duration: 0 },
} as const;

export const LIST_CLASSES = {
  dropdown: choiceClasses.dropdown ?? '',
  option: choiceClasses.option ?? '',
} as const;
