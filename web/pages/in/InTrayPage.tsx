import { useEffect, useRef, useState } from 'react';
import type { DragEvent } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import type { TakenIn } from '../../../contract/inTray.ts';
import type { Session } from '../../../contract/session.ts';
import { plural, problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { useKeys } from '../../ui/keys.ts';
import { IncomingLine } from './IncomingLine.tsx';
import { useInTrayQuery, useTakeInMutation } from '../../api/inTray.ts';
import { useTray } from './useTray.ts';
import classes from './InTray.module.css';

/** From here on a suggestion is offered for filing several at once. */
const SURE_ENOUGH = 0.8;

/** What came in and could not be filed by itself. It empties by keys alone. */
export function InTrayPage() {
  const { user } = useOutletContext<Session>();
  const { data, error } = useInTrayQuery();
  const [takeIn, taking] = useTakeInMutation();
  const [params, setParams] = useSearchParams();
  const [over, setOver] = useState(false);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const chooser = useRef<HTMLInputElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const tray = useTray();
  const items = data?.items ?? [];
  const at = Math.max(
    0,
    items.findIndex(({ id }) => id === params.get('message')),
  );
  const marked = items[at];
  const mark = (id: string | undefined): void => {
    setParams(id === undefined ? {} : { message: id }, { replace: true });
  };
  // What is filed makes room for the next, which stands in its place then.
  const after = (work: Promise<void>): void => {
    const next = items[at + 1] ?? items[at - 1];
    void work.then(() => {
      mark(next?.id);
    });
  };
  const fileOn = (n: number): void => {
    const suggestion = marked?.suggestions[n];
    if (marked && suggestion)
      after(tray.fileOn(marked, [{ id: suggestion.matterId, reference: suggestion.reference }]));
  };
  const togglePick = (id: string): void => {
    setPicked((known) => {
      const next = new Set(known);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  };
  const chosen = items.filter(({ id }) => picked.has(id));
  const sure = items.filter(({ suggestions: [first] }) => (first?.likelihood ?? 0) >= SURE_ENOUGH);
  const several = chosen.length > 0 ? chosen : sure;
  const first = marked?.suggestions[0];
  const keys = user.mayChange
    ? {
        Enter: () => {
          fileOn(0);
        },
        ...Object.fromEntries([1, 2, 3, 4, 5].map((n) => [String(n), () => fileOn(n - 1)])),
        o: () => search.current?.focus(),
        x: () => {
          if (marked) after(tray.notOurs(marked));
        },
        u: () => void tray.undo(),
        a: () => {
          if (marked && first) void tray.answer(marked, first.matterId);
        },
        s: () => {
          if (marked) togglePick(marked.id);
        },
        f: () => void tray.fileEach(several),
      }
    : {};
  useKeys({
    ...keys,
    ArrowDown: () => {
      mark(items[at + 1]?.id ?? marked?.id);
    },
    ArrowUp: () => {
      mark(items[at - 1]?.id ?? marked?.id);
    },
  });
  useEffect(() => {
    document.querySelector('[data-incoming][data-open=true]')?.scrollIntoView({ block: 'nearest' });
  }, [marked?.id]);

  const take = (files: readonly File[]): void => {
    if (files.length > 0) void takeIn({ files });
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setOver(false);
    take([...event.dataTransfer.files]);
  };
  return (
    <div
      className={classes.page}
      data-over={over}
      onDragOver={(event) => {
        if (!user.mayChange || !event.dataTransfer.types.includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => {
        setOver(false);
      }}
      onDrop={drop}
    >
      <header className={classes.head}>
        <h1>In-tray</h1>
        <p>
          {data ? `${plural(data.count, 'message')} to be filed by hand` : ''}
          {items.length > 0 ? (
            <span className={classes.keys}> · ↑ ↓, 1–5 files, X is not ours, U takes back</span>
          ) : null}
        </p>
        {user.mayChange && several.length > 0 ? (
          <Button hint="F" onClick={() => void tray.fileEach(several)}>
            {chosen.length > 0
              ? `File the ${chosen.length} chosen, each on its first`
              : `File ${plural(sure.length, 'likely one')}`}
          </Button>
        ) : null}
        {user.mayChange ? (
          <Button onClick={() => chooser.current?.click()}>Bring in .eml or mbox…</Button>
        ) : null}
        <input
          ref={chooser}
          hidden
          multiple
          type="file"
          accept=".eml,.mbox,message/rfc822,application/mbox"
          aria-label="Messages to bring in"
          onChange={(event) => {
            take([...(event.currentTarget.files ?? [])]);
            event.currentTarget.value = '';
          }}
        />
      </header>
      <div className={classes.told} role="status">
        {tray.done ? (
          <p>
            {tray.done.words} · <Button onClick={() => void tray.undo()}>Undo</Button>
          </p>
        ) : null}
        {taking.data ? <p>{takenWords(taking.data)}</p> : null}
        {taking.isLoading ? (
          <p>
            <progress aria-label="Messages are being read" /> being read…
          </p>
        ) : null}
      </div>
      {[error && problemWords(error), taking.error && problemWords(taking.error), tray.problem]
        .filter((words) => words !== undefined)
        .map((words) => (
          <p key={words} role="alert" className={classes.problem}>
            {words}
          </p>
        ))}
      <div className={classes.list}>
        {items.map((item) => (
          <IncomingLine
            key={item.id}
            item={item}
            open={item === marked}
            picked={picked.has(item.id)}
            mayChange={user.mayChange}
            tray={tray}
            searchRef={item === marked ? search : undefined}
            onOpen={() => {
              mark(item.id);
            }}
            onPick={() => {
              togglePick(item.id);
            }}
            onGone={after}
          />
        ))}
        {data && items.length === 0 ? (
          <Blank title="The in-tray is empty">
            <p>
              What comes in is filed on its matter by itself where that is sure. What could belong to several,
              or to none, waits here with the reasons for each suggestion.
            </p>
          </Blank>
        ) : null}
      </div>
    </div>
  );
}

function takenWords({ filed, waiting, known, reports, refused }: TakenIn): string {
  const parts = [
    filed > 0 ? `${plural(filed, 'message')} filed` : '',
    waiting > 0 ? `${waiting} laid into the tray` : '',
    known > 0 ? `${known} here already` : '',
    reports > 0 ? plural(reports, 'delivery report') : '',
    ...refused.map(({ name, why }) => `${name}: ${why}`),
  ];
  return parts.filter(Boolean).join(' · ');
}
