// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MatterTypeJson } from '../../../../contract/matterTypes.ts';
import { held } from '../../../tests/held.tsx';
import { choicesOf, choose, screen } from '../../../tests/stage.tsx';
import { FormEditor } from './FormEditor.tsx';
import type { Form } from './formParts.tsx';

const TYPE = {
  keyDates: [{ key: 'survey', label: 'Survey day' }],
  facts: [
    { key: 'vessel', label: 'Vessel', kind: 'text' },
    { key: 'fee', label: 'Fee', kind: 'money' },
    { key: 'berths', label: 'Berths', kind: 'number' },
  ],
  calculated: [
    {
      key: 'due',
      label: 'Due',
      form: { kind: 'dateFromDate', from: 'date.survey', shift: { amount: 5, unit: 'days' } },
    },
    { key: 'own', label: 'Own', form: { kind: 'count', table: 'items' } },
  ],
  tables: [
    {
      key: 'items',
      label: 'Items',
      columns: [
        { key: 'what', label: 'What', kind: 'text' },
        { key: 'amount', label: 'Amount', kind: 'money' },
      ],
    },
  ],
} as unknown as MatterTypeJson;

const editor = (form: Form) =>
  held(form, (value, onChange) => <FormEditor form={value} ownKey="own" type={TYPE} onChange={onChange} />);

describe('a calculated value', () => {
  it.each([
    [
      'dateFromDate',
      { kind: 'dateFromDate', from: 'date.survey', shift: { amount: 5, unit: 'workingDays' } },
    ],
    ['daysBetween', { kind: 'daysBetween', from: 'day.today', to: 'date.survey', unit: 'days' }],
    ['total', { kind: 'total', table: 'items', column: 'amount' }],
    ['extreme', { kind: 'extreme', which: 'largest', table: 'items', column: 'amount' }],
    ['percentage', { kind: 'percentage', of: 'fact.fee', basisPoints: 2000 }],
    ['share', { kind: 'share', part: 'fact.fee', whole: 'fact.fee', places: 1 }],
    ['sum', { kind: 'sum', plus: ['fact.fee'], minus: [] }],
  ] as const)('becomes %s with what of the kind fits', async (kind, form) => {
    const { user, value } = editor({ kind: 'count', table: 'items' });
    await choose(user, 'Is', kind);
    expect(value()).toEqual(form);
  });

  it('builds on days where a day is asked, and on amounts where an amount is; never on itself', async () => {
    const { user } = editor({ kind: 'count', table: 'items' });
    await choose(user, 'Is', 'dateFromDate');
    expect(await choicesOf(user, 'From')).toEqual(['Survey day', 'Due', 'Today']);
    await choose(user, 'Is', 'percentage');
    expect(await choicesOf(user, 'Of')).toEqual(['Fee', 'Berths']);
  });

  it('says of what is gone that it is', async () => {
    const { user } = editor({ kind: 'percentage', of: 'fact.old', basisPoints: 100 });
    expect((await choicesOf(user, 'Of'))[0]).toBe('something that is gone');
  });

  it('keeps a percentage in hundredths of one', () => {
    const { value } = editor({ kind: 'percentage', of: 'fact.fee', basisPoints: 100 });
    fireEvent.change(screen.getByLabelText('Percent'), { target: { value: '17.5' } });
    expect(value()).toMatchObject({ basisPoints: 1750 });
  });

  it('adds and takes away what is not in it yet', async () => {
    const { user, value } = editor({ kind: 'sum', plus: ['fact.fee'], minus: [] });
    expect(await choicesOf(user, 'Added: another')).toEqual(['add …', 'Berths']);
    await choose(user, 'Taken away: another', 'fact.berths');
    expect(value()).toEqual({ kind: 'sum', plus: ['fact.fee'], minus: ['fact.berths'] });
  });

  it('of a table counts only rows of which something holds', async () => {
    const { user, value } = editor({ kind: 'count', table: 'items' });
    await user.click(screen.getByRole('button', { name: 'Add a condition' }));
    expect(value()).toEqual({
      kind: 'count',
      table: 'items',
      when: { path: 'row.what', test: { op: 'filled' } },
    });
    await user.click(screen.getByRole('button', { name: 'Remove this condition' }));
    expect(value()).toEqual({ kind: 'count', table: 'items' });
  });

  it('is chosen by conditions, with words for when none holds', async () => {
    const { user, value } = editor({ kind: 'count', table: 'items' });
    await choose(user, 'Is', 'choose');
    await user.type(screen.getByLabelText('These words'), 'ashore');
    await user.type(screen.getByLabelText(/Otherwise these words/), 'afloat');
    expect(value()).toMatchObject({
      cases: [{ take: { value: { kind: 'text', text: 'ashore' } } }],
      otherwise: { value: { kind: 'text', text: 'afloat' } },
    });
    await user.clear(screen.getByLabelText(/Otherwise these words/));
    expect(value()).not.toHaveProperty('otherwise');
  });
});
