import type { Worker } from 'node:worker_threads';
import type { LetterPdf, LetterSheet } from '../letters/letterPdf.ts';
import type { LetterAnswer } from './letterWorker.ts';
import { startThread } from './thread.ts';

/** Sets letters on paper, away from the thread that answers people. */
export interface LetterPress {
  readonly set: (sheet: LetterSheet) => Promise<LetterPdf>;
  readonly close: () => Promise<void>;
}

/** A letter takes some 20 ms; one that takes this long is not going to end. */
const MAX_MS = 30_000;
const MAX_THREAD_MB = 512;

interface Job {
  readonly sheet: LetterSheet;
  readonly done: (letter: LetterPdf) => void;
  readonly failed: (error: Error) => void;
}

/**
 * Up to `threads` threads, started as letters come and kept, each setting one letter at a time; the rest wait their turn.
 * A letter that breaks its thread or takes too long fails alone: the next one gets a new thread.
 */
export function letterPress(threads: number, maxMs = MAX_MS): LetterPress {
  const waiting: Job[] = [];
  const idle: Worker[] = [];
  const all = new Set<Worker>();

  const free = (): Worker | undefined => {
    const known = idle.pop();
    if (known || all.size >= threads) return known;
    const made = startThread('letterWorker', { resourceLimits: { maxOldGenerationSizeMb: MAX_THREAD_MB } });
    // A press that waits keeps nobody from ending.
    made.unref();
    all.add(made);
    return made;
  };
  const discard = (worker: Worker): void => {
    all.delete(worker);
    void worker.terminate();
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
      discard(worker);
      job.failed(error);
      next();
    };
    const late = setTimeout(() => {
      broken(new Error('the letter could not be set in time'));
    }, maxMs);
    worker.once('message', (answer: LetterAnswer) => {
      end();
      worker.unref();
      idle.push(worker);
      if ('failed' in answer) job.failed(new Error(answer.failed));
      else job.done({ bytes: Buffer.from(answer.bytes), missing: answer.missing });
      next();
    });
    worker.once('error', broken);
    worker.postMessage(job.sheet);
  };
  return {
    set: (sheet) =>
      new Promise((done, failed) => {
        waiting.push({ sheet, done, failed });
        next();
      }),
    close: async () => {
      await Promise.all([...all].map((worker) => worker.terminate()));
      all.clear();
    },
  };
}
