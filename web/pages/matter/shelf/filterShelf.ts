import type { ShelfItem } from '../../../../contract/matters.ts';
import { foldName } from '../../../../core/model/words.ts';
import { channelWords } from '../../../words/en/wording.ts';
import type { ShelfStart } from '../../../parts/start/shelfStart.ts';
import { say } from '../../../words/en/matter-shelf.ts';

/** Where the words typed were found, best first. */
function matchRank(item: ShelfItem, words: readonly string[]): number | undefined {
  const name = foldName(item.name);
  if (words.every((word) => name.includes(word)))
    return words.every((word) => name.startsWith(word) || name.includes(` ${word}`)) ? 0 : 1;
  const inside = `${name} ${foldName([...item.tags, item.category].join(' '))} ${channelWords(item.channel).toLowerCase()} ${item.words}`;
  return words.every((word) => inside.includes(word)) ? 2 : undefined;
}

/** Narrows the shelf by words of the name, the tags, the category or the wording inside; the order within stays the shelf's own. */
export function filterShelf(items: readonly ShelfItem[], typed: string): readonly ShelfItem[] {
  const words = foldName(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return items;
  return items
    .flatMap((item) => {
      const rank = matchRank(item, words);
      return rank === undefined ? [] : [{ item, rank: rank + (item.readiness === 'unavailable' ? 10 : 0) }];
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ item }) => item);
}

export interface ShelfGroup {
  readonly title: string;
  readonly items: readonly ShelfItem[];
}

/** How many that usually come next stand apart at the top. */
const USUAL = 3;

/**
 * The shelf under its headings: what speaks of the day it was opened from, what usually comes next here, what else can start, and what cannot, with why. Once words
 * are typed they alone say what comes first.
 */
export function groupShelf(
  items: readonly ShelfItem[],
  typed = '',
  day?: Pick<ShelfStart, 'dayPath' | 'about'>,
): readonly ShelfGroup[] {
  const canStart = items.filter(({ readiness }) => readiness !== 'unavailable');
  const ofDay = canStart.filter(({ days }) => day?.dayPath !== undefined && days.includes(day.dayPath));
  const startable = canStart.filter((item) => !ofDay.includes(item));
  const usual = typed.trim() === '' ? startable.filter(({ why }) => why !== null).slice(0, USUAL) : [];
  const groups = [
    { title: say.speak(day?.about ?? ''), items: ofDay },
    { title: say.usuallyNextHere, items: usual },
    { title: say.canStartNow, items: startable.filter((item) => !usual.includes(item)) },
    { title: say.notHere, items: items.filter(({ readiness }) => readiness === 'unavailable') },
  ];
  return groups.filter((group) => group.items.length > 0);
}
