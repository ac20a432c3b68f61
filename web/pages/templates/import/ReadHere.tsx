import { useRef, useState } from 'react';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { say } from '../../../words/en/templates-import.ts';
import classes from './Import.module.css';

interface ReadHereProps {
  readonly reading: boolean;
  readonly onFiles: (files: readonly File[]) => void;
}

/** Where wording is dropped, chosen or pasted. What is pasted is read as the file it would be. */
export function ReadHere({ reading, onFiles }: ReadHereProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const [pasted, setPasted] = useState('');
  return (
    <div
      className={classes.drop}
      onDragOver={(event) => {
        event.preventDefault();
      }}
      onDrop={(event) => {
        event.preventDefault();
        onFiles([...event.dataTransfer.files]);
      }}
    >
      <p>
        {say.dropFilesHereOr}
        <Button onClick={() => chooser.current?.click()}>{say.chooseThem}</Button>
        {say.emlHtmlTxtAndDocx}
        {reading ? <b role="status">{say.reading}</b> : null}
      </p>
      <FileChooser
        ref={chooser}
        label={say.filesToImport}
        accept=".eml,.html,.htm,.txt,.docx"
        multiple
        onChoose={onFiles}
      />
      <textarea
        aria-label={say.orPasteWordingHere}
        placeholder={say.orPasteWordingHere}
        rows={3}
        value={pasted}
        onPaste={(event) => {
          const html = event.clipboardData.getData('text/html');
          if (html === '') return;
          event.preventDefault();
          onFiles([new File([html], 'Pasted.html', { type: 'text/html' })]);
        }}
        onChange={(event) => {
          setPasted(event.currentTarget.value);
        }}
      />
      {pasted.trim() === '' ? null : (
        <Button
          onClick={() => {
            onFiles([new File([pasted], 'Pasted.txt', { type: 'text/plain' })]);
            setPasted('');
          }}
        >
          {say.readIt}
        </Button>
      )}
    </div>
  );
}
