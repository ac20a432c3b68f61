import { useRef, useState } from 'react';
import { referencesInTable } from '../../../core/rounds/references.ts';
import { Button } from '../../ui/Button.tsx';
import { FileChooser } from '../../ui/FileChooser.tsx';
import { say } from '../../words/en/rounds.ts';

/** Longer lists are no round's: five thousand references are a tenth of it. */
const MAX_BYTES = 2_000_000;

/** UTF-8, or what old spreadsheets write; a byte order mark is no part of a reference. */
function decoded(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Reads references from a CSV file into the list, where they are seen and can be changed. */
export function ReferencesFile({ onRead }: { readonly onRead: (listed: string) => void }) {
  const chooser = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string>();
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const { default: papa } = await import('papaparse');
    const text = file.size > MAX_BYTES ? '' : decoded(await file.arrayBuffer());
    const { data } = papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
    const { column, references } = referencesInTable(data);
    setSaid(references.length === 0 ? say.noReferencesIn : say.readFrom(references.length, column));
    if (references.length > 0) onRead(references.join('\n'));
  };
  return (
    <p>
      <FileChooser
        ref={chooser}
        label={say.referencesFile}
        accept=".csv,.tsv,.txt,text/csv"
        onChoose={([file]) => void read(file)}
      />
      <Button onClick={() => chooser.current?.click()}>{say.chooseAFile}</Button>{' '}
      {said === undefined ? null : <small role="status">{said}</small>}
    </p>
  );
}
