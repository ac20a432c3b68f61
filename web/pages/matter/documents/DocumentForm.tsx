import { useState } from 'react';
import type { ChangeDocument, DocumentItem } from '../../../../contract/documents.ts';
import { DayField } from '../../../parts/days/DayField.tsx';
import { MatterPicker } from '../../../parts/pickers/MatterPicker.tsx';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, TextField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

interface DocumentFormProps {
  readonly document: DocumentItem;
  readonly categories: readonly string[];
  readonly mayRestrict: boolean;
  readonly problem: string | undefined;
  readonly onSave: (change: ChangeDocument) => void;
  readonly onMove: (to: { readonly id: string; readonly reference: string }) => void;
  readonly onClose: () => void;
}

/** What a document is called, where it belongs, and what it is. */
export function DocumentForm(props: DocumentFormProps) {
  const { document, categories, mayRestrict, problem, onSave, onMove, onClose } = props;
  const [name, setName] = useState(document.name);
  const [category, setCategory] = useState(document.category);
  const [line, setLine] = useState(document.line);
  const [addedOn, setAddedOn] = useState(document.addedOn);
  const [restricted, setRestricted] = useState(document.restricted);
  const [to, setTo] = useState<{ readonly id: string; readonly reference: string }>();
  const change: ChangeDocument = {
    ...(name.trim() === document.name ? {} : { name: name.trim() }),
    ...(category === document.category ? {} : { category }),
    ...(line === document.line ? {} : { line }),
    ...(addedOn === document.addedOn ? {} : { addedOn }),
    ...(restricted === document.restricted ? {} : { restricted }),
  };
  const isChanged = Object.keys(change).length > 0;
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (isChanged && name.trim() !== '') onSave(change);
      }}
    >
      <LeaveGuard when={isChanged} what={say.thisDocument} />
      <TextField autoFocus label={say.name} value={name} onChange={setName} />
      <TextField label={say.category} value={category} list={categories} onChange={setCategory} />
      <DayField label={say.day} value={addedOn} onChange={setAddedOn} />
      <TextField wide label={say.description} value={line} onChange={setLine} />
      {mayRestrict ? (
        <CheckField label={say.forThePracticeAlone} checked={restricted} onChange={setRestricted} />
      ) : null}
      <p className={classes.ways}>
        <Button kind="go" type="submit" disabled={!isChanged || name.trim() === ''}>
          {say.save}
        </Button>
        <Button onClick={onClose}>{say.cancel}</Button>
      </p>
      {problem === undefined ? null : <p role="alert">{problem}</p>}
      <div className={classes.move}>
        <MatterPicker label={say.moveTo} labelled="before" matterId={to?.id} onChoose={setTo} />
        <Button
          disabled={!to}
          onClick={() => {
            if (to) onMove(to);
          }}
        >
          {say.move}
        </Button>
      </div>
    </form>
  );
}
