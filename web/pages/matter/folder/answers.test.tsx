// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { OfferedView } from '../../../../contract/answers.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { Answers } from './Answers.tsx';

const offered = (id: string, change: Partial<OfferedView> = {}): OfferedView => ({
  id,
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
  now: 'Friday 20 November 2026',
  state: 'open',
  ...change,
});
const stage = (items: readonly OfferedView[]) =>
  show(<Answers matterId="m1" mayChange />, { 'GET /matters/m1/offered-values': { items } });

describe('answers in the folder', () => {
  it('count what is still to be decided, and keep what was decided with its way back', async () => {
    stage([
      offered('a'),
      offered('b', { to: 'address', place: 'Ines Okafor', offered: '9 Fore Street\nPort Sennet', now: null }),
      offered('c', { place: 'Berth', state: 'left' }),
    ]);
    const part = (await screen.findByText('Answers for the record')).closest('details');
    expect(part && within(part).getByText('2')).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Address of Ines Okafor' }).textContent).toContain(
      'nothing yet',
    );
    const decided = within(screen.getByRole('group', { name: 'Berth' }));
    expect(decided.getByRole('status').textContent).toContain('Berth stays as it is.');
    expect(decided.getByRole('button').textContent).toBe('Undo');
    const link = within(screen.getByRole('group', { name: 'Survey day' })).getByRole('link');
    expect(link.getAttribute('href')).toBe('/matters/m1?entry=e1');
  });
});
