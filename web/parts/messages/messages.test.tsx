// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { MessageSummary } from '../../../contract/messages.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { messageSummary } from '../../tests/messageSummary.ts';
import { MessageLine } from './MessageLine.tsx';

const line = (change: Partial<MessageSummary> = {}, mayChange = true) => (
  <MessageLine message={messageSummary(change)} mayChange={mayChange} withMatter />
);

describe('a message that is not filed yet', () => {
  it('says what it is about, to whom, and whose it is', () => {
    show(line(), {});
    expect(screen.getByRole('link', { name: 'SV-2041' }).getAttribute('href')).toBe('/matters/matter-1');
    expect(screen.getByRole('link', { name: 'The report' }).getAttribute('href')).toBe(
      '/matters/matter-1/sheet/m1',
    );
    expect(screen.getByText('to Ines Okafor and Aksel Lund')).toBeTruthy();
    expect(screen.getByText('by Maud Tidewell')).toBeTruthy();
  });

  it.each<[Partial<MessageSummary>, string]>([
    [{ subject: '' }, 'Without a subject yet'],
    [{ subject: '', channel: 'text' }, 'A text message'],
    [{ to: [] }, 'to nobody yet'],
  ])('lacks nothing where %j', (change, words) => {
    show(line(change), {});
    expect(screen.getByText(words)).toBeTruthy();
  });

  it('counts down while it can be stopped, and goes back to the sheet', async () => {
    const held = { state: 'held', stateDetail: { leavesAtUtc: Date.now() + 8_000 } } as const;
    const { user, changes, at } = show(line(held), { 'POST /messages/m1/recall': { id: 'm1' } });
    expect(screen.getByRole('status').textContent).toMatch(/^Sends in [78] s$/);
    await user.click(screen.getByRole('button', { name: 'Stop sending' }));
    await screen.findByText('elsewhere');
    expect([changes().map(({ path }) => path), at()]).toEqual([
      ['/messages/m1/recall'],
      '/matters/matter-1/sheet/m1',
    ]);
  });

  it('says that it can no longer be called back', async () => {
    const held = { state: 'held', stateDetail: { leavesAtUtc: Date.now() + 8_000 } } as const;
    const { user } = show(line(held), {
      'POST /messages/m1/recall': refusing(409, 'cannotRecall', { code: 'handedOver' }),
    });
    await user.click(screen.getByRole('button', { name: 'Stop sending' }));
    expect((await screen.findByRole('alert')).textContent).toContain('It has left');
  });

  it('shows a refusal word for word, with what to do', () => {
    show(line({ state: 'failed', stateDetail: { reply: '550 5.1.1 no such mailbox', attempts: 1 } }), {});
    expect(screen.getByText('550 5.1.1 no such mailbox')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Mend and send again' })).toBeTruthy();
  });

  it('says why it did not leave, where it was no host that refused it', () => {
    const because = [
      { code: 'nothingSent' },
      { code: 'addressChanged', name: 'Ines Okafor', address: 'old@x.example' },
    ] as const;
    show(line({ state: 'failed', stateDetail: { reply: '', because: [...because], attempts: 1 } }), {});
    expect(screen.getByText(/^Nothing was sent. The address of Ines Okafor has been changed/)).toBeTruthy();
    expect(screen.queryByText(/answered|What happened/)).toBeNull();
  });

  it('waits for a person’s word where its answer was lost', async () => {
    const { user, changes } = show(line({ state: 'may-have-gone', stateDetail: { sinceUtc: 0 } }), {
      'POST /messages/m1/decide': { id: 'm1' },
    });
    expect(screen.getByText(/It is never sent again\s+unasked/)).toBeTruthy();
    const [first] = screen.getAllByRole('button');
    if (first) await user.click(first);
    expect(changes()).toMatchObject([{ path: '/messages/m1/decide' }]);
  });

  it.each(['held', 'failed', 'may-have-gone', 'deferred'] as const)(
    'offers nothing to a reader while it is %s',
    (state) => {
      show(line({ state, stateDetail: { reply: '450 later', leavesAtUtc: Date.now() } }, false), {});
      expect(screen.queryByRole('button')).toBeNull();
    },
  );
});
