import { useForm } from '@mantine/form';
import { problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { useWriteNoteMutation } from '../../../api/correspondence.ts';
import classes from './Correspondence.module.css';

const KINDS = [
  ['Call', 'Telephone call'],
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
      subject: corrects ? `Correction of “${corrects.subject}”` : '',
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
      aria-label={corrects ? 'A correction' : 'A note'}
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
          label="What it was"
          value={values.category}
          options={KINDS}
          onChange={(category) => {
            setValues({ category });
          }}
        />
      )}
      <TextField
        label={corrects ? 'What is corrected' : 'With whom, about what'}
        wide
        autoFocus
        value={values.subject}
        onChange={(subject) => {
          setValues({ subject });
        }}
      />
      <TextField
        label="What was said"
        wide
        multiline
        value={values.text}
        onChange={(text) => {
          setValues({ text });
        }}
      />
      <p>
        <Button kind="go" type="submit" disabled={isLoading || values.subject.trim() === ''}>
          File it here
        </Button>
        <Button onClick={onEnd}>Cancel</Button>
        {corrects ? <small>The entry itself stays as it was filed; this one points to it.</small> : null}
        {error ? <span role="alert">{problemWords(error)}</span> : null}
      </p>
    </form>
  );
}
