// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { OfferedView } from '../../../contract/answers.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { Offered } from './Offered.tsx';

const DAY: OfferedView = {
  id: 'o1',
  matterId: 'm1',
  reference: 'SV-2041',
  title: 'Saltmarsh Wren',
  entryId: 'e1',
  who: 'Ines Okafor',
  ask: 'Which day suits you?',
  atUtc: Date.parse('2026-11-24T12:00:00Z'),
  to: 'date',
  place: 'Survey day',
  offered: 'Monday 14 December 2026',
  now: null,
  state: 'open',
};
const TAKE = 'POST /matters/m1/take';

describe('what an answer offers', () => {
  it('stands beside what the record says, and is taken over or left in one press', async () => {
    const { user, changes } = show(<Offered offered={DAY} mayChange />, { [TAKE]: { items: [] } });
    expect(screen.getByText('nothing yet')).toBeTruthy();
    expect(screen.getByText('Monday 14 December 2026')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Take over: Survey day' }));
    await user.click(screen.getByRole('button', { name: 'Leave as it is: Survey day' }));
    expect(changes().map(({ body }) => body)).toEqual([
      { id: 'o1', as: 'taken' },
      { id: 'o1', as: 'left' },
    ]);
  });

  it('that was taken over says so, with the way back; why there is none is said beside it', async () => {
    const refused = refusing(409, 'decidedMeanwhile', { code: 'offeredPlaceChanged' });
    const { user } = show(<Offered offered={{ ...DAY, state: 'taken' }} mayChange />, { [TAKE]: refused });
    expect(screen.getByRole('status').textContent).toContain('Survey day is now Monday 14 December 2026.');
    await user.click(screen.getByRole('button', { name: 'Undo: Survey day' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Something else stands there');
  });

  it('is read, not decided, by whoever may not change the matter', () => {
    show(<Offered offered={{ ...DAY, to: 'row', now: null }} mayChange={false} />, {});
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.queryByText('On the matter')).toBeNull();
    expect(screen.getByText('Survey day (a further row)')).toBeTruthy();
  });
});
