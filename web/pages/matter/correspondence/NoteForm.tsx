import { useForm } from '@mantine/form';
import { problemWords } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { useWriteNoteMutation } from '../../../api/correspondence.ts';
import { say } from '../../../words/en/matter-correspondence.ts';
import classes from './Correspondence.module.css';

const KINDS = [
  ['Call', say.telephoneCall],
  ['Meeting', 'Meeting'],
  ['Note', 'Note'],
] as const;

interface NoteFormProps {
  readonly matterId: string;
  /** The entry it corrects, where it is a correction. */
  readonly corrects?: { readonly id: string; readonly subject: string };
  readonly onEnd: () => void;
}

/** A call, a meeting or anything else that belongs to the correspondence; filed and sealed like every letter. */
export function NoteForm({ matterId, corrects, onEnd }: NoteFormProps) {
  const form = useForm({
    initialValues: {
      category: 'Call' as (typeof KINDS)[number][0],
      subject: corrects ? say.correctionOf(corrects.subject) : '',
      text: '',
    },
  });
  const [write, { error, isLoading }] = useWriteNoteMutation();
  const { values, setValues } = form;
  const keep = async (): Promise<void> => {
    if (values.subject.trim() === '') return;
    const note = corrects ? { ...values, category: 'Correction', corrects: corrects.id } : values;
    const filed = await write({ matterId, note })
      .unwrap()
      .catch(() => undefined);
    if (filed) onEnd();
  };
  return (
    <form
      className={classes.note}
      aria-label={corrects ? say.aCorrection : say.aNote}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onEnd();
      }}
    >
      {corrects ? null : (
        <SelectField
          label={say.whatItWas}
          value={values.category}
          options={KINDS}
          onChange={(category) => {
            setValues({ category });
          }}
        />
      )}
      <TextField
        label={corrects ? say.whatIsCorrected : say.withWhomAboutWhat}
        wide
        autoFocus
        value={values.subject}
        onChange={(subject) => {
          setValues({ subject });
        }}
      />
      <TextField
        label={say.whatWasSaid}
        wide
        multiline
        value={values.text}
        onChange={(text) => {
          setValues({ text });
        }}
      />
      <p>
        <Button kind="go" type="submit" disabled={isLoading || values.subject.trim() === ''}>
          {say.fileItHere}
        </Button>
        <Button onClick={onEnd}>{say.cancel}</Button>
        {corrects ? <small>{say.theEntryItselfStaysAs}</small> : null}
        {error ? <span role="alert">{problemWords(error)}</span> : null}
      </p>
    </form>
  );
}
