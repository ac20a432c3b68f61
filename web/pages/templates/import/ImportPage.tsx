import { useEffect, useEffectEvent, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useKeepFoundMutation, useReadFilesMutation } from '../../../api/imports.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { foundFrom } from './found.ts';
import type { Found } from './found.ts';
import { FoundCard } from './FoundCard.tsx';
import { Packs } from './Packs.tsx';
import { ReadHere } from './ReadHere.tsx';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import { say } from '../../../words/en/templates-import.ts';
import classes from './Import.module.css';

/** Brings old wording in: many files in one pass, each with the codes and gaps found in it and what each may mean. */
export function ImportPage() {
  const navigate = useNavigate();
  const [read, reading] = useReadFilesMutation();
  const [keep, keeping] = useKeepFoundMutation();
  const [found, setFound] = useState<readonly Found[]>([]);
  const [folder, setFolder] = useState('');
  const take = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    const result = await read([...files])
      .unwrap()
      .catch(() => undefined);
    if (result) setFound((known) => [...known, ...result.items.map(foundFrom)]);
  };
  useEntryBrought(take);
  const good = found.filter(({ problem }) => problem === null);
  const keepAll = async (): Promise<void> => {
    const items = good.map(({ name, subject, body, decisions }) => ({
      name,
      subject,
      body,
      decisions: { ...decisions },
    }));
    const kept = await keep({ folder, items })
      .unwrap()
      .catch(() => undefined);
    const [only] = kept?.templates ?? [];
    if (kept) await navigate(kept.templates.length === 1 && only ? `/templates/${only.id}` : '/templates');
  };
  const error = reading.error ?? keeping.error;
  return (
    <div className={classes.page}>
      <ViewHead title={say.importWording} within={<Link to="/templates">{say.templates}</Link>}>
        {good.length > 0 ? (
          <span className={classes.keep}>
            <TextField label={say.folder} value={folder} onChange={setFolder} />
            <Button kind="go" disabled={keeping.isLoading} onClick={() => void keepAll()}>
              {say.save(plural(good.length, say.template))}
            </Button>
          </span>
        ) : null}
      </ViewHead>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <div className={classes.body}>
        <ReadHere reading={reading.isLoading} onFiles={(files) => void take(files)} />
        <Packs />
        {found.map((one, n) => (
          <FoundCard
            key={`${one.fileName} ${n}`}
            found={one}
            onChange={(changed) => {
              setFound(found.map((other, m) => (m === n ? changed : other)));
            }}
            onLeave={() => {
              setFound(found.filter((_, m) => m !== n));
            }}
          />
        ))}
      </div>
    </div>
  );
}

interface Brought {
  readonly entryId: string;
  readonly name: string;
}

const broughtWith = (state: unknown): Brought | undefined =>
  typeof state === 'object' && state !== null && 'entryId' in state && typeof state.entryId === 'string'
    ? { entryId: state.entryId, name: 'name' in state && typeof state.name === 'string' ? state.name : '' }
    : undefined;

/** Reads the message that somebody comes from with the wish to make a template of it. */
function useEntryBrought(take: (files: readonly File[]) => Promise<void>): void {
  const brought = broughtWith(useLocation().state);
  const begin = useEffectEvent(async (entryId: string, name: string, signal: AbortSignal) => {
    const answer = await fetch(`/api/v1/correspondence/${entryId}/raw`, { signal });
    if (answer.ok) await take([new File([await answer.blob()], `${name || say.message}.eml`)]);
  });
  const { entryId, name = '' } = brought ?? {};
  useEffect(() => {
    if (entryId === undefined) return undefined;
    const leaving = new AbortController();
    void begin(entryId, name, leaving.signal).catch(() => undefined);
    return () => {
      leaving.abort();
    };
  }, [entryId, name]);
}
