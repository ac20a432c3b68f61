import { randomUUID } from 'node:crypto';

/** Something that takes a while, with how far it is; called off by whoever asked for it. */
export interface Job<T> {
  readonly id: string;
  readonly personId: string;
  readonly state: 'running' | 'done' | 'failed' | 'calledOff';
  readonly done: number;
  /** 0 where it is not known beforehand. */
  readonly of: number;
  readonly result: T | undefined;
  readonly problem: string | undefined;
}

export interface Progress {
  readonly tell: (done: number, of: number) => void;
  /** Aborted when the job is called off. */
  readonly signal: AbortSignal;
}

export interface Jobs<T> {
  readonly start: (personId: string, work: (progress: Progress) => Promise<T>) => Job<T>;
  /** Only whoever began a job knows of it. */
  readonly find: (id: string, personId: string) => Job<T> | undefined;
  readonly callOff: (id: string, personId: string) => void;
}

/** How long what a job made is kept for being fetched. */
const KEPT_MS = 60 * 60_000;

/** Jobs of one kind, in this process: they end with it, and what they had made so far goes with `drop`. */
export function jobs<T>(drop: (job: Job<T>) => void): Jobs<T> {
  const all = new Map<string, { job: Job<T>; readonly abort: AbortController }>();
  const change = (id: string, part: Partial<Job<T>>): void => {
    const held = all.get(id);
    if (held) held.job = { ...held.job, ...part };
  };
  const find = (id: string, personId: string): Job<T> | undefined => {
    const job = all.get(id)?.job;
    return job?.personId === personId ? job : undefined;
  };
  return {
    start(personId, work) {
      const id = randomUUID();
      const abort = new AbortController();
      const job: Job<T> = {
        id,
        personId,
        state: 'running',
        done: 0,
        of: 0,
        result: undefined,
        problem: undefined,
      };
      all.set(id, { job, abort });
      const tell = (done: number, of: number): void => {
        change(id, { done, of });
      };
      void work({ tell, signal: abort.signal })
        .then(
          (result) => {
            change(id, { state: abort.signal.aborted ? 'calledOff' : 'done', result });
          },
          (error: unknown) => {
            change(id, { state: abort.signal.aborted ? 'calledOff' : 'failed', problem: String(error) });
          },
        )
        .finally(() => {
          setTimeout(() => {
            const held = all.get(id);
            all.delete(id);
            if (held) drop(held.job);
          }, KEPT_MS).unref();
        });
      return job;
    },
    find,
    callOff(id, personId) {
      if (find(id, personId)) all.get(id)?.abort.abort();
    },
  };
}
