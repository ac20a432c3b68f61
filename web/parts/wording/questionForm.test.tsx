// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { FieldCatalogue } from '../../../contract/templates.ts';
import { choose, screen } from '../../tests/stage.tsx';
import { held } from '../../tests/held.tsx';
import { QuestionForm } from './QuestionForm.tsx';

const field = (path: string, label: string) => ({ path, label, kind: 'text', value: null });
const CATALOGUE = {
  fields: [field('date.surveyDay', 'Survey day'), field('matter.title', 'Title')],
  repeats: [{ over: 'table.fees', label: 'Fee lines', rows: 0, fields: [field('row.amount', 'Amount')] }],
  categories: ['Terms', 'Picture'],
} as unknown as FieldCatalogue;

const QUESTION: Readonly<Record<string, unknown>> = {
  key: 'q1',
  ask: 'Which day?',
  kind: 'day',
  required: true,
  options: [],
  days: { from: 5, count: 3, at: null },
  offers: null,
  goesTo: null,
  value: null,
};
const form = (change: Readonly<Record<string, unknown>> = {}) =>
  held<Readonly<Record<string, unknown>>>({ ...QUESTION, ...change }, (attrs, onChange) => (
    <QuestionForm
      attrs={attrs}
      catalogue={CATALOGUE}
      onSet={(set) => {
        onChange({ ...attrs, ...set });
      }}
    />
  ));

describe('a question as it is written', () => {
  it('offers days from a day on, at an hour as people say it', async () => {
    const { user, value } = form();
    const days = screen.getByRole('textbox', { name: 'Days offered' });
    await user.clear(days);
    await user.type(days, '4');
    await user.type(screen.getByRole('textbox', { name: /^At, on the practice/ }), '2 pm');
    expect(value()['days']).toEqual({ from: 5, count: 4, at: '14:00' });
    await user.type(screen.getByRole('textbox', { name: /^At, on the practice/ }), ' or so');
    expect(screen.getByRole('alert').textContent).toContain('no time yet');
    expect(value()['days']).toMatchObject({ at: '14:00' });
  });

  it('lets its answer go to a day of the record, or a further row of a table, and not to what nobody can change', async () => {
    const { user, value } = form();
    await choose(user, 'The answer may go to', 'Fee lines: a further row, Amount');
    expect(value()['goesTo']).toBe('table.fees.amount');
    await user.click(screen.getByRole('combobox', { name: 'The answer may go to' }));
    expect(screen.getAllByRole('option').map(({ textContent }) => textContent)).not.toContain('Title');
  });

  it('shows what the record has, and files what is sent under a category', async () => {
    const { user, value } = form({ kind: 'words', days: null });
    await choose(user, 'What the record has is shown with it', 'Title');
    expect(value()['offers']).toBe('matter.title');
    await choose(user, 'Answered by', 'files');
    expect(value()).toMatchObject({ kind: 'files', goesTo: null });
    await choose(user, 'The files are filed under', 'Terms');
    expect(value()['goesTo']).toBe('category.Terms');
  });

  it('has its choices typed on one line', async () => {
    const { user, value } = form({ kind: 'one', days: null });
    await user.type(screen.getByRole('textbox', { name: /To choose from/ }), 'Red; Blue');
    expect(value()['options']).toEqual(['Red', 'Blue']);
  });
});
