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
import { plural, problemWords } from '../../words/en/wording.ts';
import { IncomingLine } from './IncomingLine.tsx';
import { proofWords } from '../../words/en/senderProof.ts';
import { useMarked } from './useMarked.ts';
import { useTray } from './useTray.ts';
import type { Tray } from './useTray.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/in.ts';
import { reasonSentence } from '../../words/en/refusals.ts';
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
            ? say.fileTheChosenEachOn(chosen.length)
            : sure.length > 0
              ? say.file(plural(sure.length, say.likelyOne))
              : undefined
        }
        mayChange={user.mayChange}
        onFileSeveral={() => void tray.fileEach(several)}
        onTake={take}
      />
      <div className={classes.told} role="status">
        {tray.done ? (
          <p>
            {tray.done.words} · <Button onClick={() => void tray.undo()}>{say.undo}</Button>
          </p>
        ) : null}
        {taking.data ? <p>{takenWords(taking.data)}</p> : null}
        {taking.isLoading ? (
          <div>
            <Waiting label={say.messagesAreBeingRead} />
            {say.beingRead}
          </div>
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
          <Blank title={say.theInTrayIsEmpty}>
            <p>{say.whatComesInIsFiled}</p>
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
    <ViewHead title={say.inTray}>
      <p>
        {count === undefined ? '' : say.toBeFiledByHand(plural(count, say.message))}
        {count ? <span className={classes.keys}>{say.pressADayToChoose}</span> : null}
      </p>
      {mayChange && fileSeveral ? <Button onClick={onFileSeveral}>{fileSeveral}</Button> : null}
      {mayChange ? <Button onClick={() => chooser.current?.click()}>{say.importEmlOrMbox}</Button> : null}
      <FileChooser
        ref={chooser}
        label={say.messagesToImport}
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
        say.shift(n),
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
    filed > 0 ? `${plural(filed, say.message)} filed` : '',
    waiting > 0 ? say.laidIntoTheTray(waiting) : '',
    known > 0 ? say.hereAlready(known) : '',
    reports > 0 ? plural(reports, say.deliveryReport) : '',
    ...refused.map(({ name, why }) => `${name}: ${reasonSentence(why)}`),
  ];
  return parts.filter(Boolean).join(' · ');
}
