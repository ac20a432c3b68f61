import type { Worker } from 'node:worker_threads';
import { startThread } from './thread.ts';
import type { ThreadName } from './thread.ts';

/** What a thread answers to an order. */
export type Answered<T> = { readonly done: T } | { readonly failed: string };

export interface Pool<Order, T> {
  readonly run: (order: Order) => Promise<T>;
  readonly close: () => Promise<void>;
}

export interface PoolLimits {
  readonly threads: number;
  /** An order that takes longer is not going to end. */
  readonly maxMs: number;
  readonly maxThreadMb: number;
}

interface Job<Order, T> {
  readonly order: Order;
  readonly done: (answer: T) => void;
  readonly failed: (error: Error) => void;
}

/**
 * Threads of one kind, started as orders come and kept, each at one order at a time; the rest wait their turn. An order
 * that breaks its thread or takes too long fails alone: the next one gets a new thread.
 */
export function pool<Order, T>(
  name: ThreadName,
  { threads, maxMs, maxThreadMb }: PoolLimits,
): Pool<Order, T> {
  const waiting: Job<Order, T>[] = [];
  const idle: Worker[] = [];
  const all = new Set<Worker>();

  const free = (): Worker | undefined => {
    const known = idle.pop();
    if (known || all.size >= threads) return known;
    const made = startThread(name, { resourceLimits: { maxOldGenerationSizeMb: maxThreadMb } });
    // Threads that wait keep nobody from ending.
    made.unref();
    all.add(made);
    return made;
  };
  const next = (): void => {
    if (waiting.length === 0) return;
    const worker = free();
    const job = worker && waiting.shift();
    if (!worker || !job) return;
    worker.ref();
    const end = (): void => {
      clearTimeout(late);
      worker.removeAllListeners('message');
      worker.removeAllListeners('error');
    };
    const broken = (error: Error): void => {
      end();
      all.delete(worker);
      void worker.terminate();
      job.failed(error);
      next();
    };
    const late = setTimeout(() => {
      broken(new Error('it could not be done in time'));
    }, maxMs);
    worker.once('message', (answer: Answered<T>) => {
      end();
      worker.unref();
      idle.push(worker);
      if ('failed' in answer) job.failed(new Error(answer.failed));
      else job.done(answer.done);
      next();
    });
    worker.once('error', broken);
    worker.postMessage(job.order);
  };
  return {
    run: (order) =>
      new Promise((done, failed) => {
        waiting.push({ order, done, failed });
        next();
      }),
    close: async () => {
      await Promise.all([...all].map((worker) => worker.terminate()));
      all.clear();
    },
  };
}
