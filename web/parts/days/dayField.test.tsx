// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { addDays } from '../../../core/model/plainDate.ts';
import { today } from '../../words/dates.ts';
import { screen, show } from '../../tests/stage.tsx';
import { held } from '../../tests/held.tsx';
import { DayField } from './DayField.tsx';
import { weekBeginsOn } from './useMonth.ts';

const answers = { 'GET /practice': { weekdays: [1, 2, 3, 4, 5], holidays: [] } };

const day = (initial = '') =>
  held(
    initial,
    (value: string, onChange: (value: string) => void) => (
      <DayField label="Due" value={value} onChange={onChange} />
    ),
    answers,
  );

describe('a day', () => {
  it('is typed in any form people write it in, and shown in full', async () => {
    const { user, value } = day();
    await user.type(screen.getByLabelText('Due'), '2027-03-05');
    expect(value()).toBe('2027-03-05');
    await user.tab();
    expect(screen.getByLabelText<HTMLInputElement>('Due').value).toBe('5 Mar 2027');
  });

  it('that is none changes nothing, and says so', async () => {
    const { user, value } = day('2027-03-05');
    await user.clear(screen.getByLabelText('Due'));
    await user.type(screen.getByLabelText('Due'), 'soonish');
    expect(screen.getByText(/no day yet/)).toBeTruthy();
    expect(value()).toBe('');
  });

  it('is understood as people say it', async () => {
    const { user, value } = day();
    await user.type(screen.getByLabelText('Due'), 'tomorrow');
    expect(value()).toBe(addDays(today(), 1));
  });

  it('is chosen from a calendar that its button opens', async () => {
    const { user, value } = day('2027-03-05');
    await user.click(screen.getByRole('button', { name: 'Calendar: Due' }));
    await user.click(
      await screen.findByRole('button', { name: /^(?:11 March 2027|March 11, 2027)/ }, { timeout: 5000 }),
    );
    expect(value()).toBe('2027-03-11');
  });
});

describe('a day that is saved', () => {
  it('is taken whole when its field is left, not on the way to it', async () => {
    const taken: string[] = [];
    const { user } = show(
      <DayField label="Due" value="" onChange={() => undefined} onLeave={(day) => taken.push(day)} />,
      answers,
    );
    await user.type(screen.getByLabelText('Due'), '5 March 2031');
    expect(taken).toEqual([]);
    await user.keyboard('{Enter}');
    expect(taken).toEqual(['2031-03-05']);
  });

  it('keeps its field open while it is none', async () => {
    const taken: string[] = [];
    const { user } = show(
      <DayField label="Due" value="" onChange={() => undefined} onLeave={(day) => taken.push(day)} />,
      answers,
    );
    await user.type(screen.getByLabelText('Due'), 'soonish');
    await user.tab();
    expect(taken).toEqual([]);
    expect(screen.getByLabelText<HTMLInputElement>('Due').value).toBe('soonish');
  });
});

describe('a week', () => {
  it.each([
    ['Monday to Friday', [1, 2, 3, 4, 5], 1],
    ['Sunday to Thursday', [7, 1, 2, 3, 4], 0],
    ['Tuesday to Saturday', [2, 3, 4, 5, 6], 2],
    ['every day', [1, 2, 3, 4, 5, 6, 7], 1],
  ])('of %s begins where the longest rest ends', (_name, weekdays, begins) => {
    expect(weekBeginsOn(new Set(weekdays))).toBe(begins);
  });
});

describe('a field', () => {
  it('has no calendar open by itself', () => {
    show(<DayField label="Due" value="" onChange={() => undefined} />, answers);
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
