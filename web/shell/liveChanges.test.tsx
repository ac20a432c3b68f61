// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import type { ChangeEvent } from '../../contract/events.ts';
import { useMatterQuery } from '../api/matters.ts';
import { useMessageQuery } from '../api/messages.ts';
import { screen, show } from '../tests/stage.tsx';
import { useLiveChanges } from './liveChanges.ts';

/** A stream of events that tells what it is told to. */
class Told extends EventTarget {
  static last: Told | undefined;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  constructor() {
    super();
    Told.last = this;
  }
  close(): void {
    Told.last = undefined;
  }
}
const tell = (event: ChangeEvent): void => {
  Told.last?.dispatchEvent(new MessageEvent('change', { data: JSON.stringify(event) }));
};
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

function Beside() {
  useLiveChanges();
  const { data: matter } = useMatterQuery('m1');
  const { data: message } = useMessageQuery('d1');
  return <p>{matter && message ? 'all is here' : ''}</p>;
}

describe('a draft that somebody writes on', () => {
  it('reloads neither the matter nor itself at each pause, and what else happens is shown at once', async () => {
    vi.stubGlobal('EventSource', Told);
    const asked = { matter: 0, message: 0 };
    show(<Beside />, {
      'GET /matters/m1': () => ({ id: 'm1', n: (asked.matter += 1) }),
      'GET /messages/d1': () => ({ id: 'd1', n: (asked.message += 1) }),
    });
    await screen.findByText('all is here');
    for (let save = 0; save < 5; save += 1) {
      tell({ kind: 'message', id: 'd1', matterId: 'm1', draft: true });
      await pause(60);
    }
    await pause(300);
    expect(asked).toEqual({ matter: 1, message: 1 });
    tell({ kind: 'message', id: 'd1', matterId: 'm1' });
    await vi.waitFor(() => {
      expect(asked).toEqual({ matter: 2, message: 2 });
    });
  });
});
