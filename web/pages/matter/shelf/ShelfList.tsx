import type { ShelfItem } from '../../../../contract/matters.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import type { ShelfStart } from '../../../parts/start/shelfStart.ts';
import { channelWords, readinessWords, reasonWords, usualWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-shelf.ts';
import classes from './ShelfPane.module.css';

/** Somebody who was pointed at, or an entry to answer, stands in for the party that a template would write to. */
export const isStartable = ({ readiness, reasons }: ShelfItem, from: ShelfStart): boolean =>
  readiness !== 'unavailable' ||
  ((from.contactIds !== undefined || from.inReplyTo !== undefined) &&
    reasons.every(({ where }) => where === 'to'));

interface ShelfListProps {
  readonly groups: readonly { readonly title: string; readonly items: readonly ShelfItem[] }[];
  readonly lastSent: string | null;
  readonly from: ShelfStart;
  readonly chosen: ShelfItem | undefined;
  readonly onLook: (templateId: string) => void;
  readonly onStart: (item: ShelfItem) => void;
}

/** What can be started, in groups; one that can't says why. */
export function ShelfList({ groups, lastSent, from, chosen, onLook, onStart }: ShelfListProps) {
  return (
    <div role="listbox" id="shelf-list" aria-label={say.whatCanBeStarted} tabIndex={-1}>
      {groups.map(({ title, items }) => (
        <div key={title} role="group" aria-label={title}>
          <div className={classes.group} role="presentation">
            {title}
          </div>
          {items.map((item) => (
            <ShelfLine
              key={item.templateId}
              item={item}
              lastSent={lastSent}
              startable={isStartable(item, from)}
              marked={item === chosen}
              onLook={() => {
                onLook(item.templateId);
              }}
              onStart={() => {
                onStart(item);
              }}
            />
          ))}
        </div>
      ))}
    </div>
  );
}

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
        {startable && item.readiness === 'unavailable' ? say.canStart : readinessWords(item)}
      </small>
      <span>{under}</span>
    </div>
  );
}
