import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Starters, TemplateSummary } from '../../../../contract/templates.ts';
import {
  usePreviewDraftQuery,
  useStartersQuery,
  useTemplateQuery,
  useTemplatesInfiniteQuery,
} from '../../../api/templates.ts';
import { useTakeStarterPackMutation } from '../../../api/imports.ts';
import { Button } from '../../../ui/Button.tsx';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import { SearchField } from '../../../ui/SearchField.tsx';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { NEW_DRAFT, draftOf } from './draft.ts';
import type { WorkshopDraft } from './draft.ts';
import { FilledIn } from './FilledIn.tsx';
import { say } from '../../../words/en/templates-workshop.ts';
import library from '../../../parts/wording/Library.module.css';
import classes from './BeginFrom.module.css';

type Starter = Starters['items'][number];
type Chosen = { readonly kind: 'starter' | 'copy'; readonly id: string };

const TYPING_MS = 120;

interface BeginFromProps {
  readonly matterId: string | undefined;
  readonly onBegin: (draft: WorkshopDraft) => void;
}

/** What a new template begins from: wording by its purpose, one of the practice’s own, or nothing; each seen filled in. */
export function BeginFrom({ matterId, onBegin }: BeginFromProps) {
  const [typed, setTyped] = useState('');
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const [marked, setMarked] = useState<Chosen>();
  const { data: starters, error } = useStartersQuery();
  const { data: own } = useTemplatesInfiniteQuery({ query });
  const offered = filtered(starters?.items ?? [], typed);
  const copies = own?.pages.flatMap(({ items }) => items) ?? [];
  const [first] = offered;
  const chosen: Chosen | undefined = marked ?? (first ? { kind: 'starter', id: first.id } : undefined);
  const draft = useChosenDraft(chosen, starters?.items ?? []);
  return (
    <div className={library.page}>
      <ViewHead title={say.newTemplate}>
        <SearchField
          autoFocus
          label={say.whichMessageIsItFor}
          value={typed}
          onChange={(words) => {
            setTyped(words);
            setMarked(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && draft) onBegin(draft);
          }}
        />
        <span className={library.actions}>
          <Link to="/templates/import">{say.importWording}</Link>
          <Button
            onClick={() => {
              onBegin(NEW_DRAFT);
            }}
          >
            {say.startWithAnEmptyPage}
          </Button>
        </span>
      </ViewHead>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.halves}>
        <div className={classes.list}>
          <StarterList offered={offered} chosen={chosen} onChoose={setMarked} />
          <AllStarters />
          <CopyList copies={copies} chosen={chosen} onChoose={setMarked} />
          <p className={classes.hint}>{say.aMessageAlreadySentCan}</p>
        </div>
        <Looked draft={draft} matterId={matterId} onBegin={onBegin} />
      </div>
    </div>
  );
}

const filtered = (starters: readonly Starter[], typed: string): readonly Starter[] => {
  const wanted = typed.trim().toLowerCase();
  return starters.filter(
    ({ name, purpose }) => name.toLowerCase().includes(wanted) || purpose.toLowerCase().includes(wanted),
  );
};

/** What is looked at, as a draft of one’s own. */
function useChosenDraft(chosen: Chosen | undefined, starters: readonly Starter[]): WorkshopDraft | undefined {
  const copied = chosen?.kind === 'copy' ? chosen.id : undefined;
  const { currentData: template } = useTemplateQuery(copied ?? '', { skip: copied === undefined });
  if (copied !== undefined) return template && { ...draftOf(template), name: `${template.name} (copy)` };
  const starter = starters.find(({ id }) => id === chosen?.id);
  return (
    starter && {
      name: starter.name,
      folder: starter.purpose,
      tags: [],
      channel: starter.channel,
      content: starter.content,
    }
  );
}

interface ListProps {
  readonly chosen: Chosen | undefined;
  readonly onChoose: (chosen: Chosen) => void;
}

function StarterList({ offered, chosen, onChoose }: ListProps & { readonly offered: readonly Starter[] }) {
  const purposes = [...new Set(offered.map(({ purpose }) => purpose))];
  return purposes.map((purpose) => (
    <section key={purpose}>
      <h2>{purpose}</h2>
      {offered
        .filter((one) => one.purpose === purpose)
        .map(({ id, name }) => (
          <Offer key={id} name={name} one={{ kind: 'starter', id }} chosen={chosen} onChoose={onChoose} />
        ))}
    </section>
  ));
}

/** The whole set at once, as templates of the practice; those that are there already stay as they are. */
function AllStarters() {
  const [add, { data: report, error, isLoading }] = useTakeStarterPackMutation();
  return (
    <p className={classes.hint}>
      <Button disabled={isLoading} onClick={() => void add()}>
        {say.addAllOfTheseTo}
      </Button>{' '}
      {report ? (
        <span role="status">
          {say.andAdded(
            plural(report.templates, say.template),
            plural(report.passages, say.passage),
            report.known.length > 0 ? say.wereThereAlready(report.known.length) : '',
          )}
          <Link to="/templates?sort=changed">{say.lookThroughThemAndApprove}</Link>
        </span>
      ) : null}
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </p>
  );
}

function CopyList({
  copies,
  chosen,
  onChoose,
}: ListProps & { readonly copies: readonly Pick<TemplateSummary, 'id' | 'name'>[] }) {
  if (copies.length === 0) return null;
  return (
    <section>
      <h2>{say.aCopyOfOneOf}</h2>
      {copies.map(({ id, name }) => (
        <Offer key={id} name={name} one={{ kind: 'copy', id }} chosen={chosen} onChoose={onChoose} />
      ))}
    </section>
  );
}

function Offer({ name, one, chosen, onChoose }: ListProps & { readonly name: string; readonly one: Chosen }) {
  return (
    <button
      type="button"
      className={classes.offer}
      aria-pressed={chosen?.id === one.id}
      onClick={() => {
        onChoose(one);
      }}
    >
      {name}
    </button>
  );
}

function Looked({
  draft,
  matterId,
  onBegin,
}: BeginFromProps & { readonly draft: WorkshopDraft | undefined }) {
  const { channel, content } = draft ?? NEW_DRAFT;
  const { data, error } = usePreviewDraftQuery(
    { channel, content, ...(matterId === undefined ? {} : { matterId }) },
    { skip: draft === undefined },
  );
  if (!draft) return <aside className={classes.looked} aria-label={say.howItWouldRead} />;
  return (
    <aside className={classes.looked} aria-label={say.howItWouldRead}>
      <p className={classes.bar}>
        <Button
          kind="go"
          onClick={() => {
            onBegin(draft);
          }}
        >
          {say.startWithThis}
        </Button>
      </p>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {data?.preview ? <FilledIn preview={data.preview} channel={channel} /> : null}
    </aside>
  );
}
