import { useRef } from 'react';
import { useTakePackMutation } from '../../../api/imports.ts';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { savePack } from '../savePack.ts';
import { say } from '../../../words/en/templates-import.ts';
import classes from './Import.module.css';

/** Whole libraries at once: a pack from elsewhere, and one's own to take away. */
export function Packs() {
  const [takePack, pack] = useTakePackMutation();
  const chooser = useRef<HTMLInputElement>(null);
  const read = async ([chosen]: readonly File[]): Promise<void> => {
    if (!chosen) return;
    const json: unknown = await chosen
      .text()
      .then((text) => JSON.parse(text) as unknown)
      .catch(() => ({}));
    // What is no pack is refused by the server, which says what is wrong with it.
    void takePack(typeof json === 'object' && json !== null ? json : {});
  };
  const report = pack.data;
  const error = pack.error;
  return (
    <>
      <p className={classes.packs}>
        <Button onClick={() => chooser.current?.click()}>{say.importAPack}</Button>
        <Button onClick={() => void savePack()}>{say.exportTheLibrary}</Button>
        <FileChooser
          ref={chooser}
          label={say.packToImport}
          accept=".json,application/json"
          onChoose={(files) => void read(files)}
        />
        {report ? (
          <span role="status">
            {say.andImported(
              plural(report.templates, say.template),
              plural(report.passages, say.passage),
              report.known.length > 0 ? say.wereThereAlready(report.known.length) : '',
            )}
          </span>
        ) : null}
      </p>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
    </>
  );
}
