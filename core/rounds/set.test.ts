import { describe, expect, it } from 'vitest';
import type { Condition } from '../model/condition.ts';
import type { MatterType } from '../model/matter.ts';
import { dateValue, textValue } from '../model/value.ts';
import { calendar, day, ines, organisation, person, surveyType } from '../tests/fixtures.ts';
import { channelTo } from './channels.ts';
import { readReferences } from './references.ts';
import { meets } from './set.ts';
import { unusualOf } from './unusual.ts';

const today = day('2026-12-01');
const type: MatterType = {
  ...surveyType,
  calculated: [
    {
      key: 'windowOpens',
      label: 'Window opens',
      form: {
        kind: 'dateFromDate',
        from: 'date.expires',
        shift: { amount: -3, unit: 'months' },
      },
    },
  ],
};
const asked = (...conditions: Condition[]) => meets({ join: 'all', conditions }, type, calendar, today);
const matter = (expires: string, facts = {}) => ({ facts, dates: { expires: day(expires) }, tables: {} });

describe('meets', () => {
  it('asks for a day in a span from today, both ends among it', () => {
    const soon = asked({ path: 'date.expires', test: { op: 'within', fromDays: 0, untilDays: 30 } });
    expect(['2026-11-30', '2026-12-01', '2026-12-31', '2027-01-01'].map((on) => soon(matter(on)))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect(soon({ facts: {}, dates: {}, tables: {} })).toBe(false);
  });

  it('asks for values that are worked out', () => {
    const opens = asked({
      path: 'calculated.windowOpens',
      test: { op: 'within', fromDays: 0, untilDays: 30 },
    });
    expect([opens(matter('2027-03-18')), opens(matter('2027-06-18'))]).toEqual([true, false]);
  });

  it('holds every matter where nothing is asked, and asks several things at once', () => {
    expect(meets(undefined, type, calendar, today)(matter('2027-03-18'))).toBe(true);
    const both = asked(
      { path: 'fact.flag', test: { op: 'is', value: 'GB' } },
      { path: 'date.expires', test: { op: 'filled' } },
    );
    expect(both(matter('2027-03-18', { flag: textValue('GB') }))).toBe(true);
    expect(both(matter('2027-03-18', { flag: dateValue(today) }))).toBe(false);
  });
});

it('a pasted list of references is read by lines, commas and tabs, each once', () => {
  expect(readReferences('SV-2041\r\nSV-2042, SV-2041\t"CR-7"\n\n; CL-1')).toEqual([
    'SV-2041',
    'SV-2042',
    'CR-7',
    'CL-1',
  ]);
});

describe('channelTo', () => {
  const email = { kind: 'email', label: 'work', value: 'alma@mail.example', preferred: true } as const;
  const post = {
    kind: 'post',
    label: 'home',
    value: '1 Quay\nHallam',
    preferred: true,
    bounced: false,
  } as const;
  it('takes the first channel that reaches all of them, and a bounced address only at the last', () => {
    const silent = person('Huw Zennor', { addresses: [post] });
    const bounced = person('Alma Ambler', { addresses: [{ ...email, bounced: true }, post] });
    expect(channelTo([ines], ['email', 'letter'])).toBe('email');
    expect(channelTo([ines, silent], ['email', 'letter'])).toBeUndefined();
    expect(channelTo([silent], ['email', 'letter'])).toBe('letter');
    expect(channelTo([bounced], ['email', 'letter'])).toBe('letter');
    expect(channelTo([bounced], ['email'])).toBe('email');
    expect(channelTo([organisation('Hallam Slip')], ['text'])).toBeUndefined();
  });
});

describe('unusualOf', () => {
  const to = (address: string, contactId: string) => ({ address, contactId });
  const going = (count: number) =>
    Array.from({ length: count }, (_, n) => ({
      isClosed: false,
      isOfOthers: false,
      to: [to(`a${n}@x.example`, `c${n}`)],
    }));
  const usual = { largestBefore: 40, templateUses: 3, isNewer: false };

  it('says nothing of a round as there were many', () => {
    expect(unusualOf({ ...usual, going: going(20) })).toEqual([]);
  });

  it('says that there were never as many, and that the template is new', () => {
    const said = unusualOf({ going: going(41), largestBefore: 40, templateUses: 0, isNewer: true });
    expect(said).toEqual([
      { code: 'largest', count: 41, before: 40 },
      { code: 'firstTime' },
      { code: 'newerWording' },
    ]);
    expect(unusualOf({ ...usual, largestBefore: undefined, going: going(9) })).toEqual([]);
  });

  it('says where several people are written to at one address, however it is written', () => {
    const one = { isClosed: true, isOfOthers: true };
    const shared = [
      { ...one, to: [to('Office@Slip.example', 'a')] },
      { ...one, to: [to('office@slip.example', 'b')] },
      { ...one, to: [to('office@slip.example', 'b')] },
    ];
    expect(unusualOf({ ...usual, going: shared })).toEqual([
      { code: 'sameAddress', count: 2, address: 'Office@Slip.example' },
      { code: 'closed', count: 3 },
      { code: 'ofOthers', count: 3 },
    ]);
  });
});
