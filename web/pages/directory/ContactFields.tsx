import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import { useCorrespondenceCategories } from '../../api/useCategories.ts';
import { ContactPicker } from '../../parts/pickers/ContactPicker.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { TagsField } from '../../ui/TagsField.tsx';
import { channelWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/directory.ts';
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
        label={say.type}
        value={props.values.kind}
        options={[
          ['person', say.aPerson],
          ['organisation', say.anOrganisation],
        ]}
        onChange={(kind) => {
          props.onChange({ kind });
        }}
      />
      {props.values.kind === 'person' ? (
        <>
          <WordField of="title" label={say.title} placeholder={say.msDrCaptain} {...props} />
          <WordField of="givenName" label={say.givenName} {...props} />
          <WordField of="middleName" label={say.middleName} {...props} />
          <WordField of="familyName" label={say.familyName} {...props} />
          <WordField of="suffix" label={say.afterTheName} placeholder={say.frina} {...props} />
        </>
      ) : (
        <WordField of="name" label={say.name} {...props} />
      )}
      <WordField of="language" label={say.language} placeholder={say.enNb} {...props} />
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
          label={say.formalInWordsOfTheir}
          placeholder={detail?.greetings.formal}
          {...props}
        />
        <WordField
          of="ownFamiliarGreeting"
          label={say.familiarInWordsOfTheir}
          placeholder={detail?.greetings.familiar}
          {...props}
        />
      </div>
      {kind === 'person' ? (
        <div className={classes.fields}>
          <ContactPicker
            label={say.oneOfACoupleWith}
            chosen={coupleWithId === null ? '' : (detail?.coupleWith ?? 'chosen')}
            onChoose={(contact) => {
              props.onChange({ coupleWithId: contact?.id ?? null });
            }}
          />
          {coupleWithId === null ? null : (
            <WordField
              of="coupleGreeting"
              label={say.bothAreGreeted}
              placeholder={say.dearPaulAndMary}
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
        label={say.doNotWriteTo}
        checked={values.doNotWriteTo}
        onChange={(doNotWriteTo) => {
          onChange({ doNotWriteTo });
        }}
      />
      <NoRounds values={values} onChange={onChange} />
      <SelectField
        label={say.roundsReachThemBy}
        value={values.preferredChannel ?? 'any'}
        options={[
          ['any', say.whateverTheRoundUses],
          ['email', channelWords('email')],
          ['text', channelWords('text')],
          ['letter', channelWords('letter')],
        ]}
        onChange={(preferredChannel) => {
          onChange({ preferredChannel });
        }}
      />
      <SelectField
        label={say.theirMessages}
        value={values.filingRule ?? 'usual'}
        options={[
          ['usual', say.fileAutomaticallyWhereThatIs],
          ['always', say.fileAutomaticallyWhereverTheyLikely],
          ['never', say.alwaysWaitsInTheIn],
        ]}
        onChange={(filingRule) => {
          onChange({ filingRule });
        }}
      />
      <TextField
        label={say.note}
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

/** Categories of which they want no rounds; a message written to them alone still goes. */
function NoRounds({ values: { noRounds = [] }, onChange }: FieldsProps) {
  const categories = useCorrespondenceCategories();
  return (
    <TagsField
      label={say.noRoundsOf}
      values={noRounds}
      offered={categories}
      onChange={(chosen) => {
        onChange({ noRounds: chosen });
      }}
    />
  );
}
