import { useDebouncedValue } from '@mantine/hooks';
import { useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { useLocation, useNavigate, useOutletContext } from 'react-router';
import type { ShelfItem } from '../../../../contract/matters.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import {
  channelWords,
  problemWords,
  readinessWords,
  reasonWords,
  usualWords,
} from '../../../words/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { Preview } from './Preview.tsx';
import { filterShelf, groupShelf } from './filterShelf.ts';
import { startOf } from '../../../parts/start/shelfStart.ts';
import type { ShelfStart } from '../../../parts/start/shelfStart.ts';
import { useShelfQuery } from '../../../api/shelf.ts';
import { useStartMessageMutation, useSwitchTemplateMutation } from '../../../api/messages.ts';
import classes from './ShelfPane.module.css';

/** Choosing what to start from: typed words narrow, arrow keys look, Enter starts. Nothing here can be changed by mistake. */
export function ShelfPane() {
  const { matter } = useOutletContext<MatterContext>();
  const from = (useLocation().state ?? {}) as ShelfStart;
  const { data, error } = useShelfQuery(matter.id);
  const [typed, setTyped] = useState('');
  const [marked, setMarked] = useState<string>();
  const [start, starting] = useStartMessageMutation();
  const [switchTo, switching] = useSwitchTemplateMutation();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const offered = (data?.items ?? []).filter(
    ({ channel }) => from.channel === undefined || channel === from.channel,
  );
  const groups = groupShelf(filterShelf(offered, typed), typed, from);
  const order = groups.flatMap(({ items }) => items);
  const at = Math.max(
    0,
    order.findIndex(({ templateId }) => templateId === marked),
  );
  const chosen = order[at];
  const [seen] = useDebouncedValue(chosen?.templateId, 60);

  const begin = async (templateId: string | undefined): Promise<void> => {
    if (from.switching !== undefined && templateId !== undefined) {
      const before = await switchTo({ id: from.switching, templateId }).unwrap();
      await navigate(`/matters/${matter.id}/sheet/${from.switching}`, { state: { before } });
      return;
    }
    const message = await start({
      matterId: matter.id,
      start: { ...startOf(from), ...(templateId === undefined ? {} : { templateId }) },
    }).unwrap();
    await navigate(`/matters/${matter.id}/sheet/${message.id}`);
  };
  const beginChosen = (item: ShelfItem | undefined): void => {
    if (item && isStartable(item, from) && !starting.isLoading && !switching.isLoading)
      void begin(item.templateId).catch(() => undefined);
  };

  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') beginChosen(chosen);
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
      <div className={classes.filter}>
        <input
          autoFocus
          value={typed}
          placeholder="What do you want to write?"
          aria-label="Narrow the shelf by name or wording"
          aria-controls="shelf-list"
          aria-activedescendant={chosen ? `shelf-${chosen.templateId}` : undefined}
          role="combobox"
          aria-expanded="true"
          onChange={(event) => {
            setTyped(event.currentTarget.value);
            setMarked(undefined);
          }}
          onKeyDown={onKey}
        />
        <span className={classes.hint}>
          {from.about === undefined ? '' : `${from.about} · `}↑ ↓ to look, Enter to start, Esc to go back
        </span>
      </div>
      <div className={classes.list} ref={list}>
        <div role="listbox" id="shelf-list" aria-label="What can be started" tabIndex={-1}>
          {groups.map(({ title, items }) => (
            <div key={title} role="group" aria-label={title}>
              <div className={classes.group} role="presentation">
                {title}
              </div>
              {items.map((item) => (
                <ShelfLine
                  key={item.templateId}
                  item={item}
                  lastSent={data?.lastSent ?? null}
                  startable={isStartable(item, from)}
                  marked={item === chosen}
                  onLook={() => {
                    setMarked(item.templateId);
                  }}
                  onStart={() => {
                    beginChosen(item);
                  }}
                />
              ))}
            </div>
          ))}
        </div>
        {data && order.length === 0 ? (
          <Blank title="Nothing on the shelf has these words">
            <Button
              onClick={() => {
                setTyped('');
              }}
            >
              Show the whole shelf
            </Button>
          </Blank>
        ) : null}
        {error ? (
          <p role="alert" className={classes.error}>
            {problemWords(error)}
          </p>
        ) : null}
        {(starting.error ?? switching.error) ? (
          <p role="alert" className={classes.error}>
            {problemWords(starting.error ?? switching.error)}
          </p>
        ) : null}
        {from.switching === undefined ? (
          <div className={classes.bare}>
            <Button onClick={() => void begin(undefined).catch(() => undefined)}>
              Start with a bare sheet
            </Button>
          </div>
        ) : null}
      </div>
      <div className={classes.look}>
        {seen !== undefined && chosen ? <Preview matterId={matter.id} templateId={seen} /> : null}
        {chosen && isStartable(chosen, from) ? (
          <Button
            kind="go"
            hint="Enter"
            disabled={starting.isLoading}
            onClick={() => {
              beginChosen(chosen);
            }}
          >
            Start this
          </Button>
        ) : null}
      </div>
    </div>
  );
}

/** Somebody who was pointed at, or an entry to answer, stands in for the party that a template would write to. */
const isStartable = ({ readiness, reasons }: ShelfItem, from: ShelfStart): boolean =>
  readiness !== 'unavailable' ||
  ((from.contactIds !== undefined || from.inReplyTo !== undefined) &&
    reasons.every(({ where }) => where === 'to'));

interface ShelfLineProps {
  readonly startable: boolean;
  readonly item: ShelfItem;
  readonly lastSent: string | null;
  readonly marked: boolean;
  readonly onLook: () => void;
  readonly onStart: () => void;
}

function ShelfLine({ item, lastSent, startable, marked, onLook, onStart }: ShelfLineProps) {
  const [reason] = item.reasons;
  const under =
    reason && !startable
      ? reasonWords(reason)
      : (usualWords(item, lastSent) ?? (item.to.length > 0 ? `to ${joinNames(item.to)}` : item.category));
  return (
    <div
      role="option"
      id={`shelf-${item.templateId}`}
      aria-selected={marked}
      aria-disabled={!startable}
      className={classes.item}
      data-template={item.templateId}
      data-readiness={startable && item.readiness === 'unavailable' ? 'blanks' : item.readiness}
      onClick={onLook}
      onDoubleClick={onStart}
    >
      <b>{item.name}</b>
      <small>
        {item.channel === 'email' ? '' : `${channelWords(item.channel).toLowerCase()} · `}
        {startable && item.readiness === 'unavailable' ? 'can start' : readinessWords(item)}
      </small>
      <span>{under}</span>
    </div>
  );
}
