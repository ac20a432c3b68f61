// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MessageSummary } from '../../../contract/messages.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { messageSummary } from '../../tests/messageSummary.ts';
import { OutTrayPage } from './OutTrayPage.tsx';

const message = (id: string, state: MessageSummary['state'], change: Partial<MessageSummary> = {}) =>
  messageSummary({ id, state, subject: `About ${id}`, ...change });
const listed = (...items: readonly MessageSummary[]) => ({ 'GET /out-tray': { items, next: null } });
const page = { path: '/out', at: '/out' };

describe('the out-tray', () => {
  it('has what wants a person first, and what goes by itself below', async () => {
    show(
      <OutTrayPage />,
      listed(
        message('one', 'queued'),
        message('two', 'failed', { stateDetail: { reply: '550 5.1.1 no such mailbox', attempts: 1 } }),
        message('three', 'may-have-gone', { stateDetail: { sinceUtc: 0 } }),
        message('four', 'deferred', {
          stateDetail: { reply: '450 greylisted', nextAttemptUtc: 0, attempts: 1 },
        }),
      ),
      page,
    );
    const stuck = within(await screen.findByRole('region', { name: 'Needs your decision' }));
    const moving = within(screen.getByRole('region', { name: 'On its way' }));
    expect([stuck.getByText('About two'), stuck.getByText('About three')]).toHaveLength(2);
    expect([moving.getByText('About one'), moving.getByText('About four')]).toHaveLength(2);
    expect(stuck.queryByText('About one')).toBeNull();
    expect(moving.getByText(/Nothing is lost; it is tried again by itself/)).toBeTruthy();
  });

  it('is empty, and says what it is for', async () => {
    show(<OutTrayPage />, listed(), page);
    expect(await screen.findByText('The out-tray is empty')).toBeTruthy();
    expect(screen.queryByRole('region')).toBeNull();
  });

  it('says what cannot be read, and does not call it empty', async () => {
    show(<OutTrayPage />, { 'GET /out-tray': refusing(500, 'internal', { code: 'cannotShowNow' }) }, page);
    expect((await screen.findByRole('alert')).textContent).toContain('cannot be shown now');
    expect(screen.queryByText('The out-tray is empty')).toBeNull();
  });

  it('is looked at by a reader, who can call nothing back', async () => {
    show(<OutTrayPage />, listed(message('one', 'queued')), { ...page, role: 'reader' });
    await screen.findByText('About one');
    expect(screen.queryByRole('button')).toBeNull();
  });
});
