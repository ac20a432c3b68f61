import { useRef, useState } from 'react';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
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
        Drop files here, or <Button onClick={() => chooser.current?.click()}>choose them</Button>: .eml,
        .html, .txt and .docx.
        {reading ? <b role="status"> Reading …</b> : null}
      </p>
      <FileChooser
        ref={chooser}
        label="Files to import"
        accept=".eml,.html,.htm,.txt,.docx"
        multiple
        onChoose={onFiles}
      />
      <textarea
        aria-label="Or paste wording here"
        placeholder="Or paste wording here"
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
          Read it
        </Button>
      )}
    </div>
  );
}
