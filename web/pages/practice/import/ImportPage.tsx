import { Progress } from '@mantine/core';
import { useRef, useState } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Imported } from '../../../../contract/moving.ts';
import type { Session } from '../../../../contract/session.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { useImportsQuery, useStartImportMutation } from '../../../api/moving.ts';
import { Button } from '../../../ui/Button.tsx';
import { Heads } from '../../../ui/Heads.tsx';
import { SelectField } from '../../../ui/Field.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { useFileDrop } from '../../../ui/useFileDrop.ts';
import { dayOf, listDay, today } from '../../../words/dates.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { outcomeWords, say } from '../../../words/en/practice-import.ts';
import classes from './Import.module.css';

const KINDS = [
  ['contacts', say.contacts],
  ['matters', say.matters],
  ['documents', say.documents],
  ['correspondence', say.correspondence],
] as const;

const ACCEPTED: Readonly<Record<Imported, string>> = {
  contacts: '.csv,.tsv,.txt,.xlsx,.vcf',
  matters: '.csv,.tsv,.txt,.xlsx',
  documents: '.zip',
  correspondence: '.mbox,.eml,.zip',
};

/** Where a practice's lists come in: which list, of what, and what became of earlier ones. */
export function ImportPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const { data: types } = useMatterTypesQuery();
  const [what, setWhat] = useState<Imported>('contacts');
  const [typeId, setTypeId] = useState<string>();
  const [share, setShare] = useState(0);
  const [start, { isLoading, error }] = useStartImportMutation();
  const chooser = useRef<HTMLInputElement>(null);
  const type = typeId ?? types?.items[0]?.id;
  const begin = ([file]: readonly File[]): void => {
    if (!file || isLoading) return;
    setShare(0);
    void start({ file, what, typeId: what === 'matters' ? type : undefined, onProgress: setShare }).then(
      ({ data }) => {
        if (data) void navigate(`/practice/import/${data.id}`);
      },
    );
  };
  const { over, target } = useFileDrop(user.mayChange, begin);
  return (
    <section aria-label={say.import} className={classes.page} data-over={over} {...target}>
      <h2>{say.import}</h2>
      <p className={classes.hint}>{say.whatItIs}</p>
      {user.mayChange ? (
        <div className={classes.begin}>
          <SelectField label={say.whatTheListIsOf} value={what} options={KINDS} onChange={setWhat} />
          {what === 'matters' ? (
            <SelectField
              label={say.matterType}
              value={type ?? ''}
              options={(types?.items ?? []).map(({ id, definition }) => [id, definition.name] as const)}
              onChange={setTypeId}
            />
          ) : null}
          <Button kind="go" disabled={isLoading} onClick={() => chooser.current?.click()}>
            {say.chooseAFile}
          </Button>
          <FileChooser ref={chooser} label={say.listToImport} accept={ACCEPTED[what]} onChoose={begin} />
        </div>
      ) : null}
      {what === 'documents' ? <p className={classes.hint}>{say.zipOfDocuments}</p> : null}
      {what === 'correspondence' ? <p className={classes.hint}>{say.mboxOfMessages}</p> : null}
      {isLoading ? (
        <div role="status" className={classes.going}>
          {share < 1 ? say.reading(Math.round(share * 100)) : say.tryingIt}
          <Progress value={share * 100} size="xs" aria-label={say.listToImport} />
        </div>
      ) : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <Earlier />
    </section>
  );
}

function Earlier() {
  const { data, error } = useImportsQuery();
  if (error) return <p role="alert">{problemWords(error)}</p>;
  if (!data || data.items.length === 0) return null;
  return (
    <>
      <h2>{say.earlierImports}</h2>
      <table className={classes.table}>
        <Heads names={[say.file, say.day, say.person, say.cameTo]} />
        <tbody>
          {data.items.map(({ id, fileName, createdAtUtc, by, state, made, updated }) => (
            <tr key={id}>
              <td>
                <Link to={`/practice/import/${id}`}>{fileName}</Link>
              </td>
              <td>{listDay(dayOf(createdAtUtc), today())}</td>
              <td>{by}</td>
              <td>{outcomeWords(state, made, updated)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
