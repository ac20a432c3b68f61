import type { Contact } from '../core/model/contact.ts';
import type { Party, Row } from '../core/model/matter.ts';
import { money } from '../core/model/money.ts';
import { addDays } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { dateValue, moneyValue, numberValue, textValue } from '../core/model/value.ts';
import type { Value } from '../core/model/value.ts';
import { FIRMS, STAFF_OF_FIRMS } from './moreContacts.ts';
import type { Chance } from './random.ts';

/** Facts, days and rows of the kinds of matter that came later, in one place. */
export interface Later {
  readonly facts: (luck: Chance) => Readonly<Record<string, Value>>;
  readonly dates: (openedOn: PlainDate) => Readonly<Record<string, PlainDate>>;
  readonly tables: (openedOn: PlainDate, luck: Chance) => Readonly<Record<string, readonly Row[]>>;
  readonly parties: (n: number, owners: readonly Contact[]) => readonly Party[];
}

const pounds = (amount: number): Value => moneyValue(money(amount * 100, 'GBP'));

const DEFECTS: readonly (readonly [area: string, finding: string])[] = [
  ['Deck', 'Soft core beside the mast step'],
  ['Rig', 'Cap shrouds older than they look'],
  ['Engine', 'Heat exchanger weeping at its end cap'],
  ['Hull', 'Blisters along the waterline, port side'],
  ['Steering', 'Lower rudder bearing worn'],
  ['Gas', 'Hoses past the year stamped on them'],
  ['Electrics', 'Batteries not fastened'],
];
const VISITS = [
  'Frames faired, planking begun',
  'Shutter plank in; seams payed',
  'Deck laid as far as the hatch',
  'Engine beds lined up and drilled',
  'Stern tube bored, bearing fitted',
];
const VARIATIONS: readonly string[] = [
  'Bronze in place of galvanised for the floors',
  'A second bilge pump and its wiring',
  'Hatch widened by two hands',
];

const at = (list: readonly Contact[], n: number): Contact => {
  const one = list[n % list.length];
  if (!one) throw new Error('nobody there');
  return one;
};
const staffOf = (...firms: readonly Contact[]): readonly Contact[] =>
  STAFF_OF_FIRMS.filter(({ organisation }) => firms.some(({ name }) => name === organisation));

const YARDS = [FIRMS.eastWall, FIRMS.gullRock, FIRMS.lanternYard, FIRMS.nessSlip];
const BROKERS = staffOf(FIRMS.longshore, FIRMS.farewell);
const CLASS = staffOf(FIRMS.classSociety);
const CLIENTS = [FIRMS.ferries, FIRMS.oyster, FIRMS.museum, FIRMS.charter];

export const PRE_PURCHASE: Later = {
  facts: (luck) => ({ price: pounds(luck.between(18, 96) * 1000) }),
  dates: (openedOn) => ({ inspection: addDays(openedOn, 9), offerUntil: addDays(openedOn, 30) }),
  tables: (_openedOn, luck) => {
    const first = luck.between(0, DEFECTS.length - 3);
    return {
      defects: DEFECTS.slice(first, first + 3).map(([area, item]) => ({
        area: textValue(area),
        item: textValue(item),
        cost: pounds(luck.between(12, 240) * 10),
      })),
    };
  },
  parties: (n, owners) => [
    ...owners.map((contact): Party => ({ role: 'owner', contact })),
    { role: 'seller', contact: at(CLIENTS, n) },
    { role: 'broker', contact: at(BROKERS, n) },
    { role: 'yard', contact: at(YARDS, n) },
  ],
};

export const SUPERVISION: Later = {
  facts: () => ({}),
  dates: (openedOn) => ({ start: addDays(openedOn, 5), launch: addDays(openedOn, 120) }),
  tables: (openedOn, luck) => ({
    visits: VISITS.slice(0, luck.between(2, VISITS.length)).map((note, n) => ({
      day: dateValue(addDays(openedOn, 7 + n * 14)),
      hours: numberValue(luck.between(2, 6)),
      note: textValue(note),
    })),
    variations: VARIATIONS.slice(0, luck.between(1, VARIATIONS.length)).map((item, n) => ({
      ref: textValue(`V${n + 1}`),
      item: textValue(item),
      amount: pounds(luck.between(20, 180) * 10),
      agreed: { kind: 'yesNo', value: n === 0 },
    })),
  }),
  parties: (n, owners) => [
    ...owners.map((contact): Party => ({ role: 'owner', contact })),
    { role: 'client', contact: at(CLIENTS, n) },
    { role: 'yard', contact: at(YARDS, n + 1) },
    { role: 'class', contact: at(CLASS, n) },
  ],
};
