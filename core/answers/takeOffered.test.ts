import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ContactAddress } from '../model/contact.ts';
import type { MatterRecord } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { numberValue } from '../model/value.ts';
import type { OfferedValue } from './offeredValue.ts';
import {
  offeredText,
  postOf,
  standingText,
  standsAlready,
  takeBack,
  takeOver,
  withPost,
} from './takeOffered.ts';

type OnRecord = Exclude<OfferedValue, { readonly to: 'address' }>;
type Holds = Pick<MatterRecord, 'facts' | 'dates' | 'tables'>;

const DAY: OnRecord = { to: 'date', key: 'surveyDay', label: 'Survey day', date: '2026-12-14' as PlainDate };
const YARD: OnRecord = { to: 'fact', key: 'yard', label: 'Yard', value: { kind: 'text', text: 'Hale' } };
const FEE: OnRecord = { to: 'row', table: 'fees', column: 'amount', label: 'Amount', value: numberValue(3) };

const record: Holds = {
  facts: { yard: { kind: 'text', text: 'Sennet' } },
  dates: {},
  tables: { fees: [{ amount: numberValue(1) }] },
};
const changed = (holds: Holds, { facts, dates, tables }: ReturnType<typeof takeOver>['change']): Holds => {
  const merge = <T>(was: Readonly<Record<string, T>>, now: Readonly<Record<string, T | null>> = {}) =>
    Object.fromEntries(
      Object.entries({ ...was, ...now }).filter((pair): pair is [string, T] => pair[1] !== null),
    );
  return {
    facts: merge(holds.facts, facts),
    dates: merge(holds.dates, dates),
    tables: { ...holds.tables, ...tables },
  };
};

describe('an offered value', () => {
  it.each([[DAY], [YARD], [FEE]])('taken over and taken back leaves the record as it was: $to', (offered) => {
    const { change, before } = takeOver(offered, record);
    const after = changed(record, change);
    expect(after).not.toEqual(record);
    expect(standsAlready(offered, after)).toBe(offered.to !== 'row');
    const back = takeBack(offered, before, after);
    expect(back && changed(after, back)).toEqual(record);
  });

  it('is not taken back over what somebody wrote since', () => {
    const { change, before } = takeOver(YARD, record);
    const after = changed(changed(record, change), { facts: { yard: { kind: 'text', text: 'Third' } } });
    expect(takeBack(YARD, before, after)).toBeUndefined();
    expect(takeBack(FEE, { kind: 'row' }, record)).toBeUndefined();
  });

  it('takes back its own row alone, wherever rows were added since', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 5 })),
        fc.array(fc.integer({ min: 0, max: 5 })),
        (a, b) => {
          const rows = (amounts: number[]) => amounts.map((n) => ({ amount: numberValue(n) }));
          const start: Holds = { facts: {}, dates: {}, tables: { fees: rows(a) } };
          const taken = changed(start, takeOver(FEE, start).change);
          const later: Holds = { ...taken, tables: { fees: [...(taken.tables['fees'] ?? []), ...rows(b)] } };
          const back = takeBack(FEE, { kind: 'row' }, later);
          const left = back?.tables?.['fees'] ?? [];
          const sorted = (some: readonly object[]) => some.map((one) => JSON.stringify(one)).sort();
          expect(sorted(left)).toEqual(sorted(rows([...a, ...b])));
        },
      ),
      { seed: 16 },
    );
  });

  it('is not confused by keys that every object has', () => {
    const odd: OnRecord = { ...YARD, key: 'constructor' } as OnRecord;
    expect(takeOver(odd, record).before).toEqual({ kind: 'value', value: null });
    expect(standingText(odd, record)).toBeUndefined();
  });

  it('and what stands in its place are said in words', () => {
    expect([DAY, YARD, FEE].map((one) => [standingText(one, record), offeredText(one)])).toEqual([
      [undefined, 'Monday 14 December 2026'],
      ['Sennet', 'Hale'],
      [undefined, '3'],
    ]);
    expect(offeredText({ to: 'address', role: 'owner', lines: ['4 Quay Row', 'Port Sennet'] })).toBe(
      '4 Quay Row\nPort Sennet',
    );
  });
});

describe('a postal address', () => {
  const post = (value: string, preferred = false): ContactAddress => ({
    kind: 'post',
    label: 'home',
    value,
    preferred,
    bounced: true,
  });
  const mail: ContactAddress = { ...post('a@b.example', true), kind: 'email' };

  it('takes the place of the one that is used, and of no other', () => {
    const addresses = [mail, post('Old'), post('Used', true)];
    const renewed = withPost({ addresses }, 'New');
    expect(renewed.map(({ value }) => value)).toEqual(['a@b.example', 'Old', 'New']);
    expect(renewed[2]).toMatchObject({ label: 'home', preferred: true, bounced: false });
    expect(postOf({ addresses: renewed })?.value).toBe('New');
  });

  it('is added where there was none, and goes again', () => {
    const added = withPost({ addresses: [mail] }, 'New');
    expect(added).toHaveLength(2);
    expect(withPost({ addresses: added }, null)).toEqual([mail]);
  });
});
