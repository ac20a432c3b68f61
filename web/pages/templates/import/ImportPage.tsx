import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { DecisionJson, FoundFile } from '../../../../contract/imports.ts';
import { plural, problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import {
  useKeepFoundMutation,
  useReadFilesMutation,
  useTakePackMutation,
  useTakeStarterPackMutation,
} from '../../../api/imports.ts';
import { useTemplateFieldsQuery } from '../../../api/templates.ts';
import { savePack } from '../savePack.ts';
import classes from './Import.module.css';

type Gap = FoundFile['gaps'][number];

/** One file on its way to become a template: what it will be called, and what takes the place of each code. */
interface Found extends FoundFile {
  readonly name: string;
  readonly decisions: Readonly<Record<string, DecisionJson>>;
}

const nameFrom = (fileName: string): string =>
  fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 120) || 'Brought in';

const foundFrom = (file: FoundFile): Found => ({
  ...file,
  name: nameFrom(file.fileName),
  decisions: Object.fromEntries(file.gaps.map(({ key, proposed }) => [key, proposed])),
});

/** Brings old wording in: many files in one pass, each with the codes and gaps found in it and what each may mean. */
export function ImportPage() {
  const navigate = useNavigate();
  const [read, reading] = useReadFilesMutation();
  const [keep, keeping] = useKeepFoundMutation();
  const [found, setFound] = useState<readonly Found[]>([]);
  const [folder, setFolder] = useState('');
  const [pasted, setPasted] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const take = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    const result = await read([...files])
      .unwrap()
      .catch(() => undefined);
    if (result) setFound((known) => [...known, ...result.items.map(foundFrom)]);
  };
  const good = found.filter(({ problem }) => problem === null);
  const keepAll = async (): Promise<void> => {
    const kept = await keep({
      folder,
      items: good.map(({ name, subject, body, decisions }) => ({
        name,
        subject,
        body,
        decisions: { ...decisions },
      })),
    })
      .unwrap()
      .catch(() => undefined);
    const [only] = kept?.templates ?? [];
    if (kept) await navigate(kept.templates.length === 1 && only ? `/templates/${only.id}` : '/templates');
  };
  const [takeStarter, starter] = useTakeStarterPackMutation();
  const [takePack, pack] = useTakePackMutation();
  const packFile = useRef<HTMLInputElement>(null);
  const readPack = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const json: unknown = await chosen
      .text()
      .then((text) => JSON.parse(text) as unknown)
      .catch(() => ({}));
    void takePack(typeof json === 'object' && json !== null ? json : {});
  };
  const report = pack.data ?? starter.data;
  const error = reading.error ?? keeping.error ?? pack.error ?? starter.error;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Link to="/templates">Templates</Link>
        <h1>Bring wording in</h1>
        {good.length > 0 ? (
          <span className={classes.keep}>
            <TextField label="Folder" value={folder} onChange={setFolder} />
            <Button kind="go" disabled={keeping.isLoading} onClick={() => void keepAll()}>
              Keep {plural(good.length, 'template')}
            </Button>
          </span>
        ) : null}
      </header>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <div className={classes.body}>
        <div
          className={classes.drop}
          onDragOver={(event) => {
            event.preventDefault();
          }}
          onDrop={(event) => {
            event.preventDefault();
            void take([...event.dataTransfer.files]);
          }}
        >
          <p>
            Drop files here, or <Button onClick={() => file.current?.click()}>choose them</Button>: .eml,
            .html, .txt and .docx.
            {reading.isLoading ? <b role="status"> Reading …</b> : null}
          </p>
          <input
            ref={file}
            type="file"
            multiple
            hidden
            accept=".eml,.html,.htm,.txt,.docx"
            aria-label="Files to bring in"
            onChange={(event) => {
              void take([...(event.currentTarget.files ?? [])]);
              event.currentTarget.value = '';
            }}
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
              void take([new File([html], 'Pasted.html', { type: 'text/html' })]);
            }}
            onChange={(event) => {
              setPasted(event.currentTarget.value);
            }}
          />
          {pasted.trim() === '' ? null : (
            <Button
              onClick={() => {
                void take([new File([pasted], 'Pasted.txt', { type: 'text/plain' })]);
                setPasted('');
              }}
            >
              Read it
            </Button>
          )}
        </div>
        <p className={classes.packs}>
          <Button disabled={starter.isLoading} onClick={() => void takeStarter()}>
            Take the starter set in
          </Button>
          <Button onClick={() => packFile.current?.click()}>Take a pack in</Button>
          <Button onClick={() => void savePack()}>Save the library as a pack</Button>
          <input
            ref={packFile}
            type="file"
            hidden
            accept=".json,application/json"
            aria-label="Pack to take in"
            onChange={(event) => {
              void readPack(event.currentTarget.files?.[0]);
              event.currentTarget.value = '';
            }}
          />
          {report ? (
            <span role="status">
              {plural(report.templates, 'template')} and {plural(report.passages, 'passage')} taken in
              {report.known.length > 0 ? `; ${report.known.length} were there already` : ''}.
            </span>
          ) : null}
        </p>
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

function FoundCard({
  found,
  onChange,
  onLeave,
}: {
  readonly found: Found;
  readonly onChange: (found: Found) => void;
  readonly onLeave: () => void;
}) {
  const { fileName, problem, name, gaps, decisions } = found;
  if (problem !== null)
    return (
      <section className={classes.card} data-severity="stop" aria-label={fileName}>
        <b>{fileName}</b> <span>{problem}</span> <Button onClick={onLeave}>Leave it</Button>
      </section>
    );
  return (
    <section className={classes.card} aria-label={fileName}>
      <div className={classes.cardHead}>
        <TextField
          label={`From ${fileName}`}
          value={name}
          onChange={(typed) => {
            onChange({ ...found, name: typed });
          }}
        />
        <span>
          {gaps.length === 0
            ? 'No codes or gaps found'
            : `${plural(gaps.length, 'code or gap', 'codes and gaps')}`}
        </span>
        <Button onClick={onLeave}>Leave it out</Button>
      </div>
      {gaps.map((gap) => (
        <GapLine
          key={gap.key}
          gap={gap}
          decision={decisions[gap.key] ?? gap.proposed}
          onDecide={(decision) => {
            onChange({ ...found, decisions: { ...decisions, [gap.key]: decision } });
          }}
        />
      ))}
    </section>
  );
}

function GapLine({
  gap,
  decision,
  onDecide,
}: {
  readonly gap: Gap;
  readonly decision: DecisionJson;
  readonly onDecide: (decision: DecisionJson) => void;
}) {
  const { data: catalogue } = useTemplateFieldsQuery(undefined);
  const likely = new Set(gap.suggestions.map(({ path }) => path));
  const blank: DecisionJson =
    gap.proposed.kind === 'blank'
      ? gap.proposed
      : {
          kind: 'blank',
          label: gap.text.replace(/[^\p{L}\p{N} ]+/gu, ' ').trim() || 'to be filled in',
          answer: 'text',
        };
  const chosen = decision.kind === 'field' ? decision.path : decision.kind;
  const at = gap.line.indexOf(gap.text);
  return (
    <div className={classes.gap}>
      <span className={classes.line}>
        {at < 0 ? gap.line : gap.line.slice(Math.max(0, at - 50), at)}
        {at < 0 ? null : <mark>{gap.text}</mark>}
        {at < 0 ? null : gap.line.slice(at + gap.text.length, at + gap.text.length + 40)}
        {gap.count > 1 ? <small> {gap.count} times</small> : null}
      </span>
      <SelectField
        label={`What ${gap.text} means`}
        bare
        value={chosen}
        options={[
          ...gap.suggestions.map(({ path, label }) => [path, label] as const),
          ['blank', `ask the writer: ${blank.kind === 'blank' ? blank.label : ''}`] as const,
          ['keep', 'leave it as it stands'] as const,
          ...(catalogue?.fields ?? [])
            .filter(({ path }) => !likely.has(path))
            .map(({ path, label }) => [path, label] as const),
        ]}
        onChange={(value) => {
          if (value === 'blank') onDecide(blank);
          else if (value === 'keep') onDecide({ kind: 'keep' });
          else onDecide({ kind: 'field', path: value });
        }}
      />
    </div>
  );
}
