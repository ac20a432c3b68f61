import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import { ContactPicker } from '../../parts/pickers/ContactPicker.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import classes from './Directory.module.css';

interface FieldsProps {
  readonly values: ContactJson;
  readonly onChange: (part: Partial<ContactJson>) => void;
}
type GreetingsProps = FieldsProps & { readonly detail: ContactDetail | undefined };

type WordKey =
  | 'title'
  | 'givenName'
  | 'middleName'
  | 'familyName'
  | 'suffix'
  | 'organisation'
  | 'position'
  | 'name'
  | 'language'
  | 'ownFormalGreeting'
  | 'ownFamiliarGreeting'
  | 'coupleGreeting';

interface WordFieldProps extends FieldsProps {
  readonly of: WordKey;
  readonly label: string;
  readonly placeholder?: string | undefined;
}

function WordField({ of, label, placeholder, values, onChange }: WordFieldProps) {
  return (
    <TextField
      label={label}
      value={values[of]}
      {...(placeholder === undefined ? {} : { placeholder })}
      onChange={(value) => {
        onChange({ [of]: value });
      }}
    />
  );
}

/** Who it is: a person by the parts of their name, or an organisation. */
export function NameFields(props: FieldsProps) {
  return (
    <div className={classes.fields}>
      <SelectField
        label="Type"
        value={props.values.kind}
        options={[
          ['person', 'a person'],
          ['organisation', 'an organisation'],
        ]}
        onChange={(kind) => {
          props.onChange({ kind });
        }}
      />
      {props.values.kind === 'person' ? (
        <>
          <WordField of="title" label="Title" placeholder="Ms, Dr, Captain" {...props} />
          <WordField of="givenName" label="Given name" {...props} />
          <WordField of="middleName" label="Middle name" {...props} />
          <WordField of="familyName" label="Family name" {...props} />
          <WordField of="suffix" label="After the name" placeholder="FRINA" {...props} />
          <WordField of="organisation" label="Organisation" {...props} />
          <WordField of="position" label="Position" {...props} />
        </>
      ) : (
        <WordField of="name" label="Name" {...props} />
      )}
      <WordField of="language" label="Language" placeholder="en, nb" {...props} />
    </div>
  );
}

/** How letters to them begin where that is not as usual, alone and as one of a couple. */
export function GreetingFields({ detail, ...props }: GreetingsProps) {
  const { kind, coupleWithId } = props.values;
  return (
    <>
      <div className={classes.fields}>
        <WordField
          of="ownFormalGreeting"
          label="Formal, in words of their own"
          placeholder={detail?.greetings.formal}
          {...props}
        />
        <WordField
          of="ownFamiliarGreeting"
          label="Familiar, in words of their own"
          placeholder={detail?.greetings.familiar}
          {...props}
        />
      </div>
      {kind === 'person' ? (
        <div className={classes.fields}>
          <ContactPicker
            label="One of a couple with"
            chosen={coupleWithId === null ? '' : (detail?.coupleWith ?? 'chosen')}
            onChoose={(contact) => {
              props.onChange({ coupleWithId: contact?.id ?? null });
            }}
          />
          {coupleWithId === null ? null : (
            <WordField
              of="coupleGreeting"
              label="Both are greeted"
              placeholder="Dear Paul and Mary"
              {...props}
            />
          )}
        </div>
      ) : null}
    </>
  );
}

/** Whether they are written to, what becomes of what they write, and what is noted about them. */
export function CustomFields({ values, onChange }: FieldsProps) {
  return (
    <>
      <CheckField
        label="do not write to"
        checked={values.doNotWriteTo}
        onChange={(doNotWriteTo) => {
          onChange({ doNotWriteTo });
        }}
      />
      <SelectField
        label="Their messages"
        value={values.filingRule ?? 'usual'}
        options={[
          ['usual', 'File automatically where that is sure'],
          ['always', 'File automatically wherever they likely belong'],
          ['never', 'always waits in the in-tray'],
        ]}
        onChange={(filingRule) => {
          onChange({ filingRule });
        }}
      />
      <TextField
        label="Note"
        wide
        multiline
        value={values.note}
        onChange={(note) => {
          onChange({ note });
        }}
      />
    </>
  );
}
