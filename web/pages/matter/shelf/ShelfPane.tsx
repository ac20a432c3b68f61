import { useDebouncedValue } from '@mantine/hooks';
import { useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { useLocation, useNavigate, useOutletContext } from 'react-router';
import type { ShelfItem } from '../../../../contract/matters.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { Preview } from './Preview.tsx';
import { filterShelf, groupShelf } from './filterShelf.ts';
import { isStartable, ShelfList } from './ShelfList.tsx';
import { RoutineOffers } from './RoutineOffers.tsx';
import { startOf } from '../../../parts/start/shelfStart.ts';
import type { ShelfStart } from '../../../parts/start/shelfStart.ts';
import { useShelfQuery } from '../../../api/shelf.ts';
import { useStartMessageMutation, useSwitchTemplateMutation } from '../../../api/messages.ts';
import { say } from '../../../words/en/matter-shelf.ts';
import classes from './ShelfPane.module.css';
import { useOpenEntry } from '../../../parts/start/openEntry.ts';

/** Choosing what to start from: typed words narrow, arrow keys look, Enter starts. Nothing here can be changed by mistake. */
export function ShelfPane() {
  const { matter } = useOutletContext<MatterContext>();
  const from = (useLocation().state ?? {}) as ShelfStart;
  const { data, error } = useShelfQuery(matter.id);
  const [typed, setTyped] = useState('');
  const [marked, setMarked] = useState<string>();
  const list = useRef<HTMLDivElement>(null);
  const offered = (data?.items ?? []).filter(
    ({ channel }) => from.channel === undefined || channel === from.channel,
  );
  const groups = groupShelf(filterShelf(offered, typed), typed, from);
  const order = groups.flatMap(({ items }) => items);
  // What words were typed for was sought, and passes nothing over.
  const passable = typed === '' ? order.filter((item) => isStartable(item, from)) : [];
  const starting = useStarting(matter.id, from, passable);
  const at = Math.max(
    0,
    order.findIndex(({ templateId }) => templateId === marked),
  );
  const chosen = order[at];
  const [seen] = useDebouncedValue(chosen?.templateId, 60);
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') starting.beginWith(chosen);
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const next = order[at + (event.key === 'ArrowDown' ? 1 : -1)];
      if (next) setMarked(next.templateId);
      list.current
        ?.querySelector(`[data-template="${next?.templateId ?? ''}"]`)
        ?.scrollIntoView({ block: 'nearest' });
    } else return;
    event.preventDefault();
  };
  return (
    <div className={classes.shelf}>
      <Asking
        typed={typed}
        about={from.about}
        chosenId={chosen?.templateId}
        onType={(words) => {
          setTyped(words);
          setMarked(undefined);
        }}
        onKeyDown={onKey}
      />
      <div className={classes.list} ref={list}>
        <ShelfList
          groups={groups}
          lastSent={data?.lastSent ?? null}
          from={from}
          chosen={chosen}
          onLook={setMarked}
          onStart={starting.beginWith}
        />
        {data && order.length === 0 ? (
          <Blank title={say.nothingOnTheShelfHas}>
            <Button
              onClick={() => {
                setTyped('');
              }}
            >
              {say.showTheWholeShelf}
            </Button>
          </Blank>
        ) : null}
        {from.switching === undefined ? <RoutineOffers matterId={matter.id} typed={typed} /> : null}
        <Problem of={error} />
        <Problem of={starting.error} />
        {from.switching === undefined ? <BareStart onStart={starting.beginBare} /> : null}
      </div>
      <div className={classes.look}>
        {seen !== undefined && chosen ? (
          <Preview matterId={matter.id} templateId={seen} from={startOf(from)} />
        ) : null}
        {chosen && isStartable(chosen, from) ? (
          <Button
            kind="go"
            hint="Enter"
            disabled={starting.busy}
            onClick={() => {
              starting.beginWith(chosen);
            }}
          >
            {say.startThis}
          </Button>
        ) : null}
      </div>
    </div>
  );
}

const BareStart = ({ onStart }: { readonly onStart: () => void }) => (
  <div className={classes.bare}>
    <Button onClick={onStart}>{say.startWithABareSheet}</Button>
  </div>
);

interface AskingProps {
  readonly typed: string;
  readonly about: string | undefined;
  readonly chosenId: string | undefined;
  readonly onType: (words: string) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

function Asking({ typed, about, chosenId, onType, onKeyDown }: AskingProps) {
  return (
    <div className={classes.filter}>
      <input
        autoFocus
        value={typed}
        placeholder={say.whichMessage}
        aria-label={say.narrowTheShelfByName}
        aria-controls="shelf-list"
        aria-activedescendant={chosenId === undefined ? undefined : `shelf-${chosenId}`}
        role="combobox"
        aria-expanded="true"
        onChange={(event) => {
          onType(event.currentTarget.value);
        }}
        onKeyDown={onKeyDown}
      />
      {about === undefined ? null : <span className={classes.hint}>{about}</span>}
    </div>
  );
}

const Problem = ({ of }: { readonly of: unknown }) =>
  of ? (
    <p role="alert" className={classes.error}>
      {problemWords(of)}
    </p>
  ) : null;

/** As many as are told of that stood above the chosen one. */
const MOST_PASSED = 10;

/** Begins a message from a template, or from none; or puts another template under one that is being written. */
function useStarting(matterId: string, from: ShelfStart, offered: readonly ShelfItem[]) {
  const [start, starting] = useStartMessageMutation();
  const [switchTo, switching] = useSwitchTemplateMutation();
  const navigate = useNavigate();
  const beside = useOpenEntry();
  const busy = starting.isLoading || switching.isLoading;
  const begin = async (templateId: string | undefined, passedOver: readonly string[] = []): Promise<void> => {
    if (from.switching !== undefined && templateId !== undefined) {
      const before = await switchTo({ id: from.switching, templateId }).unwrap();
      await navigate(`/matters/${matterId}/sheet/${from.switching}${beside}`, { state: { before } });
      return;
    }
    const message = await start({
      matterId,
      start: {
        ...startOf(from),
        ...(templateId === undefined ? {} : { templateId }),
        ...(passedOver.length > 0 ? { passedOver: [...passedOver] } : {}),
      },
    }).unwrap();
    await navigate(`/matters/${matterId}/sheet/${message.id}${beside}`);
  };
  return {
    busy,
    error: starting.error ?? switching.error,
    // Why it could not begin stands in `error`.
    beginWith: (item: ShelfItem | undefined): void => {
      if (!item || !isStartable(item, from) || busy) return;
      const above = offered.slice(0, Math.max(0, offered.indexOf(item))).map(({ templateId }) => templateId);
      void begin(item.templateId, above.slice(0, MOST_PASSED)).catch(() => undefined);
    },
    beginBare: (): void => void begin(undefined).catch(() => undefined),
  };
}
