import { setTimeout as wait } from 'node:timers/promises';
import { describe, expect, it } from 'vitest';
import { turns } from './turns.ts';

/** Whether a piece of work has been let begin. */
function piece(next: Promise<void>): { begun: boolean } {
  const seen = { begun: false };
  void next.then(() => {
    seen.begun = true;
  });
  return seen;
}

describe('turns', () => {
  it('lets work go on where nobody waits', async () => {
    await expect(turns().next()).resolves.toBeUndefined();
  });

  it('puts work off until everybody who waits is answered', async () => {
    const order = turns();
    const [first, second] = [order.serve(), order.serve()];
    const work = piece(order.next());
    await wait(5);
    first();
    await wait(5);
    expect(work.begun).toBe(false);
    second();
    await wait(1);
    expect(work.begun).toBe(true);
  });

  it('puts work off for a while only, however many wait', async () => {
    const order = turns();
    order.serve();
    await expect(order.next()).resolves.toBeUndefined();
  });

  it('forgets who waits for something long, and an answer that is told twice', async () => {
    const order = turns();
    const long = order.serve();
    await wait(300);
    const begun = performance.now();
    await order.next();
    long();
    long();
    const answered = order.serve();
    answered();
    await order.next();
    expect(performance.now() - begun).toBeLessThan(40);
  });
});
