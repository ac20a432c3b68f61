// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { DateShift } from '../../../core/model/calculatedForm.ts';
import type { ConditionGroup } from '../../../core/model/condition.ts';
import { held } from '../../tests/held.tsx';
import { choicesOf, choose, screen } from '../../tests/stage.tsx';
import { ConditionForm } from './ConditionForm.tsx';
import type { AskedField } from './ConditionForm.tsx';
import { ShiftForm } from './ShiftForm.tsx';

const FIELDS: readonly AskedField[] = [
  { path: 'fact.vessel', label: 'Vessel', kind: 'text' },
  { path: 'fact.ashore', label: 'Ashore', kind: 'yesNo' },
  {
    path: 'fact.hull',
    label: 'Hull',
    kind: 'choice',
    choices: [
      { key: 'grp', label: 'GRP' },
      { key: 'wood', label: 'Wood' },
    ],
  },
  { path: 'fact.fee', label: 'Fee', kind: 'money' },
  { path: 'date.survey', label: 'Survey day', kind: 'date' },
];
const NONE: ConditionGroup = { join: 'all', conditions: [] };

const conditions = (group: ConditionGroup = NONE) =>
  held(group, (value, onChange) => <ConditionForm group={value} fields={FIELDS} onChange={onChange} />);
const ask = async (path: string) => {
  const stage = conditions();
  await stage.user.click(screen.getByRole('button', { name: 'Add a condition' }));
  await choose(stage.user, 'Value', path);
  return stage;
};

describe('a condition', () => {
  it('begins with whether something is there', async () => {
    const { user, value } = conditions();
    await user.click(screen.getByRole('button', { name: 'Add a condition' }));
    expect(value().conditions).toEqual([{ path: 'fact.vessel', test: { op: 'filled' } }]);
  });

  it.each([
    ['fact.ashore', ['is'], { op: 'is', value: true }],
    ['fact.hull', ['is', 'is not', 'is there', 'is not there'], { op: 'is', value: 'grp' }],
    ['fact.fee', ['is at least', 'is at most', 'is there', 'is not there'], { op: 'filled' }],
    [
      'date.survey',
      ['is there', 'is not there', 'lies from', 'is before', 'is on or after'],
      { op: 'filled' },
    ],
  ])('on %s is asked by what fits its kind', async (path, offered, test) => {
    const { user, value } = await ask(path);
    expect(await choicesOf(user, 'Test')).toEqual(offered);
    expect(value().conditions).toEqual([{ path, test }]);
  });

  it('compares an amount as it is written, and keeps it in minor units', async () => {
    const { user, value } = await ask('fact.fee');
    await choose(user, 'Test', 'atLeast');
    fireEvent.change(screen.getByLabelText('How much'), { target: { value: '12.5' } });
    expect(value().conditions[0]?.test).toEqual({ op: 'atLeast', value: 1250 });
  });

  it('compares a day with another', async () => {
    const { user, value } = await ask('date.survey');
    await choose(user, 'Test', 'before');
    await choose(user, 'Than when', 'date.survey');
    expect(value().conditions[0]?.test).toEqual({ op: 'before', than: 'date.survey' });
  });

  it('asks for one of the choices, by its name', async () => {
    const { user, value } = await ask('fact.hull');
    await choose(user, 'Is what', 'Wood');
    expect(value().conditions[0]?.test).toEqual({ op: 'is', value: 'wood' });
  });

  it('stands beside others, all of them or any, and can be taken out', async () => {
    const { user, value } = conditions();
    await user.click(screen.getByRole('button', { name: 'Add a condition' }));
    await user.click(screen.getByRole('button', { name: 'Another condition' }));
    await choose(user, 'All or any', 'any');
    expect(value()).toMatchObject({ join: 'any', conditions: [{}, {}] });
    const [out] = screen.getAllByRole('button', { name: 'Remove this condition' });
    if (out) await user.click(out);
    expect(value().conditions).toHaveLength(1);
  });

  it('on what is gone says so, and keeps it until something else is chosen', () => {
    conditions({ join: 'all', conditions: [{ path: 'fact.old', test: { op: 'filled' } }] });
    expect(screen.getByText('something that is gone')).toBeTruthy();
  });
});

describe('a shift of a day', () => {
  const shift = (from: DateShift | null, full = true) =>
    held(from, (value, onChange) => <ShiftForm shift={value} full={full} onChange={onChange} />);
  const amount = (text: string) => {
    fireEvent.change(screen.getByLabelText('Shifted by'), { target: { value: text } });
  };

  it('of nothing is none', () => {
    const { value } = shift({ amount: 3, unit: 'weeks' });
    amount('0');
    expect(value()).toBeNull();
  });

  it('goes to either side, in any unit', async () => {
    const { user, value } = shift(null);
    amount('14');
    await choose(user, 'Unit', 'workingDays');
    await choose(user, 'Side', 'before');
    expect(value()).toEqual({ amount: -14, unit: 'workingDays' });
  });

  it('on a closed day goes to a working day, and back to staying', async () => {
    const { user, value } = shift({ amount: 1, unit: 'months' });
    await choose(user, 'On a closed day', 'previous');
    expect(value()).toEqual({ amount: 1, unit: 'months', roll: 'previous' });
    await choose(user, 'On a closed day', 'stay');
    expect(value()).toEqual({ amount: 1, unit: 'months' });
  });

  it('counts the day itself where that is asked', async () => {
    const { user, value } = shift({ amount: 5, unit: 'days' });
    await choose(user, 'The day itself', 'counts');
    expect(value()).toEqual({ amount: 5, unit: 'days', countsDay: true });
  });

  it.each([
    ['-7', 0],
    ['99999999', 20_000],
    ['2.6', 3],
    ['many', 0],
  ])('of “%s” is kept within bounds', (typed, kept) => {
    const { value } = shift({ amount: 4, unit: 'days' });
    amount(typed);
    expect(value()?.amount ?? 0).toBe(kept);
  });

  it('asks no more than it needs to', () => {
    shift(null, false);
    expect(screen.queryByLabelText('On a closed day')).toBeNull();
  });
});

it('a day is asked for in a span from today, whose ends are typed', () => {
  const soon: ConditionGroup = {
    join: 'all',
    conditions: [{ path: 'date.survey', test: { op: 'within', fromDays: 0, untilDays: 30 } }],
  };
  const { value } = conditions(soon);
  const last = screen.getByRole('spinbutton', { name: 'Last day, in days from today' });
  fireEvent.change(last, { target: { value: '14' } });
  expect(value().conditions[0]?.test).toEqual({ op: 'within', fromDays: 0, untilDays: 14 });
});
