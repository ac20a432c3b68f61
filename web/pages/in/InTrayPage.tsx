import { useEffect, useRef } from 'react';
import type { RefObject } from 'react';
import { useOutletContext } from 'react-router';
import type { IncomingSummary, TakenIn } from '../../../contract/inTray.ts';
import type { Session } from '../../../contract/session.ts';
import { useInTrayQuery, useTakeInMutation } from '../../api/inTray.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Waiting } from '../../ui/Waiting.tsx';
import { Button } from '../../ui/Button.tsx';
import { FileChooser } from '../../ui/FileChooser.tsx';
import { useKeys } from '../../ui/keys.ts';
import { usePicked } from '../../ui/usePicked.ts';
import { useFileDrop } from '../../ui/useFileDrop.ts';
import { plural, problemWords } from '../../words/wording.ts';
import { IncomingLine } from './IncomingLine.tsx';
import { proofWords } from '../../words/senderProof.ts';
import { useMarked } from './useMarked.ts';
import { useTray } from './useTray.ts';
import type { Tray } from './useTray.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import classes from './InTray.module.css';

/** As many suggestions as have a key. */
const NUMBERS = [1, 2, 3, 4, 5];

/** From here on a suggestion is offered for filing several at once. */
const SURE_ENOUGH = 0.8;

/** What came in and could not be filed by itself. It empties by keys alone. */
export function InTrayPage() {
  const { user } = useOutletContext<Session>();
  const { data, error } = useInTrayQuery();
  const [takeIn, taking] = useTakeInMutation();
  const search = useRef<HTMLInputElement>(null);
  const tray = useTray();
  const items = data?.items ?? [];
  const { marked, mark, step, makeRoom } = useMarked(items);
  const { picked, toggle } = usePicked();
  const chosen = items.filter(({ id }) => picked.has(id));
  // A sender whom nothing proves is never filed among many: somebody looks at that one first.
  const sure = items.filter(
    (item) => (item.suggestions[0]?.likelihood ?? 0) >= SURE_ENOUGH && !proofWords(item)?.mark,
  );
  const several = chosen.length > 0 ? chosen : sure;
  useTrayKeys({ marked, tray, search, step, makeRoom, mayChange: user.mayChange });
  const take = (files: readonly File[]): void => {
    if (files.length > 0) void takeIn({ files });
  };
  const { over, target } = useFileDrop(user.mayChange, take);
  const problems = [error && problemWords(error), taking.error && problemWords(taking.error), tray.problem];
  return (
    <div className={classes.page} data-over={over} {...target}>
      <TrayHead
        count={data?.count}
        fileSeveral={
          chosen.length > 0
            ? `File the ${chosen.length} chosen, each on its first`
            : sure.length > 0
              ? `File ${plural(sure.length, 'likely one')}`
              : undefined
        }
        mayChange={user.mayChange}
        onFileSeveral={() => void tray.fileEach(several)}
        onTake={take}
      />
      <div className={classes.told} role="status">
        {tray.done ? (
          <p>
            {tray.done.words} · <Button onClick={() => void tray.undo()}>Undo</Button>
          </p>
        ) : null}
        {taking.data ? <p>{takenWords(taking.data)}</p> : null}
        {taking.isLoading ? (
          <p>
            <Waiting label="Messages are being read" /> being read…
          </p>
        ) : null}
      </div>
      {problems
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
              toggle(item.id);
            }}
            onGone={makeRoom}
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

interface TrayHeadProps {
  readonly count: number | undefined;
  /** What filing several at once would do now; undefined when there is nothing to file so. */
  readonly fileSeveral: string | undefined;
  readonly mayChange: boolean;
  readonly onFileSeveral: () => void;
  readonly onTake: (files: readonly File[]) => void;
}

function TrayHead({ count, fileSeveral, mayChange, onFileSeveral, onTake }: TrayHeadProps) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <ViewHead title="In-tray">
      <p>
        {count === undefined ? '' : `${plural(count, 'message')} to be filed by hand`}
        {count ? <span className={classes.keys}> · press a day to choose several</span> : null}
      </p>
      {mayChange && fileSeveral ? <Button onClick={onFileSeveral}>{fileSeveral}</Button> : null}
      {mayChange ? <Button onClick={() => chooser.current?.click()}>Import .eml or mbox…</Button> : null}
      <FileChooser
        ref={chooser}
        label="Messages to import"
        accept=".eml,.mbox,message/rfc822,application/mbox"
        multiple
        onChoose={onTake}
      />
    </ViewHead>
  );
}

interface TrayKeys {
  readonly marked: IncomingSummary | undefined;
  readonly tray: Tray;
  readonly search: RefObject<HTMLInputElement | null>;
  readonly step: (by: 1 | -1) => void;
  readonly makeRoom: (work: Promise<void>) => void;
  readonly mayChange: boolean;
}

function useTrayKeys({ marked, tray, search, step, makeRoom, mayChange }: TrayKeys): void {
  const fileOn = (n: number): void => {
    const suggestion = marked?.suggestions[n];
    if (marked && suggestion)
      makeRoom(tray.fileOn(marked, [{ id: suggestion.matterId, reference: suggestion.reference }]));
  };
  const changing = {
    Enter: () => {
      fileOn(0);
    },
    ...Object.fromEntries(NUMBERS.map((n) => [String(n), () => fileOn(n - 1)])),
    ...Object.fromEntries(
      NUMBERS.map((n) => [
        `Shift+${n}`,
        () => {
          const suggestion = marked?.suggestions[n - 1];
          if (marked && suggestion) void tray.answer(marked, suggestion.matterId);
        },
      ]),
    ),
    '0': () => search.current?.focus(),
    Delete: () => {
      if (marked) makeRoom(tray.notOurs(marked));
    },
    'Ctrl+z': () => void tray.undo(),
  };
  useKeys({
    ...(mayChange ? changing : {}),
    ArrowDown: () => {
      step(1);
    },
    ArrowUp: () => {
      step(-1);
    },
  });
  useEffect(() => {
    document.querySelector('[data-incoming][data-open=true]')?.scrollIntoView({ block: 'nearest' });
  }, [marked?.id]);
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
