import { useRef } from 'react';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

interface AddBarProps {
  readonly into: string;
  readonly categories: readonly string[];
  readonly onInto: (category: string) => void;
  readonly onFiles: (files: readonly File[]) => void;
}

/** How documents come here, and the category they are put into. */
export function AddBar({ into, categories, onInto, onFiles }: AddBarProps) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <div className={classes.add}>
      <p>
        {say.dropFilesAnywhere}
        <Button onClick={() => chooser.current?.click()}>{say.chooseFiles}</Button>
        <FileChooser ref={chooser} multiple label={say.filesForTheMatter} onChoose={onFiles} />
      </p>
      <TextField label={say.intoCategory} value={into} list={categories} onChange={onInto} />
    </div>
  );
}
