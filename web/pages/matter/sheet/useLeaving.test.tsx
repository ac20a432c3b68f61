// @vitest-environment happy-dom
import { useRef, useState } from 'react';
import { expect, it, vi } from 'vitest';
import { refusing, screen, show } from '../../../tests/stage.tsx';
import type { DraftKeeper } from './draftKeeper.ts';
import { useLeaving } from './useLeaving.ts';

const KEEPER = { flush: () => Promise.resolve(true), note: () => undefined } as unknown as DraftKeeper;

/** A sheet whose one note is acknowledged by a press. */
function Sheet() {
  const [acknowledged, setAcknowledged] = useState<ReadonlySet<string>>(new Set());
  const touched = useRef(true);
  const page = useRef<HTMLElement>(null);
  const { go } = useLeaving({ id: 'd1', matterId: 'm1' }, KEEPER, touched, page, acknowledged);
  return (
    <>
      <button type="button" onClick={() => void go()}>
        Send
      </button>
      <button
        type="button"
        onClick={() => {
          setAcknowledged(new Set(['note']));
        }}
      >
        Ignore
      </button>
    </>
  );
}

it('what is pressed while a sending is under way is not dropped: it goes with what was settled since', async () => {
  let answer = (): void => undefined;
  const slow = new Promise<void>((resolve) => (answer = resolve));
  const { user, changes, at } = show(
    <Sheet />,
    {
      'POST /messages/d1/send': async ({ acknowledged }: { acknowledged: readonly string[] }) => {
        if (acknowledged.length > 0) return { id: 'd1', state: 'held' };
        await slow;
        return refusing(422, 'notesStop', { code: 'seeNotes' });
      },
    },
    { path: '/sheet', at: '/sheet' },
  );
  const send = screen.getByRole('button', { name: 'Send' });
  await user.click(send);
  await vi.waitFor(() => {
    expect(changes()).toHaveLength(1);
  });
  // The note shows before the refusal has arrived.
  await user.click(screen.getByRole('button', { name: 'Ignore' }));
  await user.click(send);
  answer();
  await vi.waitFor(() => {
    expect(at()).toBe('/matters/m1');
  });
  expect(changes().map(({ body }) => (body as { acknowledged: string[] }).acknowledged)).toEqual([
    [],
    ['note'],
  ]);
});

it('what has gone does not go again by a press that came while it went', async () => {
  let answer = (): void => undefined;
  const slow = new Promise<void>((resolve) => (answer = resolve));
  const { user, changes, at } = show(
    <Sheet />,
    { 'POST /messages/d1/send': () => slow.then(() => ({ id: 'd1', state: 'held' })) },
    { path: '/sheet', at: '/sheet' },
  );
  const send = screen.getByRole('button', { name: 'Send' });
  await user.tripleClick(send);
  answer();
  await vi.waitFor(() => {
    expect(at()).toBe('/matters/m1');
  });
  expect(changes()).toHaveLength(1);
});
