import { parentPort } from 'node:worker_threads';
import type { Answered } from './pool.ts';

/** The thread’s side: each order is worked on and answered, with what went wrong where it could not be done. */
export function answerOrders<Order, T>(work: (order: Order) => Promise<T>): void {
  const answer = (one: Answered<T>): void => {
    parentPort?.postMessage(one);
  };
  parentPort?.on('message', (order: Order) => {
    work(order).then(
      (done) => {
        answer({ done });
      },
      (error: unknown) => {
        answer({ failed: String(error) });
      },
    );
  });
}
