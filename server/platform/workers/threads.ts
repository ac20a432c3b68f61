import { fileURLToPath } from 'node:url';
import { Tinypool } from 'tinypool';

export interface ThreadLimits {
  readonly threads: number;
  /** A task that takes longer is not going to end: its thread is ended, and the next task gets a new one. */
  readonly maxMs: number;
  readonly maxThreadMb: number;
}

/** Threads that do one kind of work, each task under a limit of time and memory; the rest wait their turn. */
export interface Threads<Task, Result> {
  /** `handedOver` are buffers of the task that the thread owns from then on. */
  readonly run: (task: Task, handedOver?: ArrayBuffer[]) => Promise<Result>;
  readonly close: () => Promise<void>;
}

/** An idle thread is given up after this long: nobody holds memory for what is asked for twice a day. */
const IDLE_MS = 60_000;

/** From the sources a thread needs the loader that understands them; built, it is plain JavaScript. */
const fromSources = import.meta.url.endsWith('.ts');

/** Starts nothing yet: threads come as tasks do. `worker` is the file, without its ending, whose `run` does the work. */
export function threadsFor<Task, Result>(
  worker: URL,
  { threads, maxMs, maxThreadMb }: ThreadLimits,
): Threads<Task, Result> {
  const pool = new Tinypool({
    filename: fileURLToPath(
      fromSources ? new URL('./fromSources.mjs', import.meta.url) : new URL(`${worker.href}.js`),
    ),
    name: 'run',
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: maxThreadMb },
    ...(fromSources ? { env: { ...process.env, OFFICIUM_WORKER: `${worker.href}.ts` } } : {}),
  });
  return {
    async run(task, handedOver = []) {
      // The clock starts with the call, and those who wait for a thread get the time of those before them.
      const waiting = Math.floor(pool.queueSize / threads);
      const late = AbortSignal.timeout(maxMs * (waiting + 1));
      try {
        return (await pool.run(task, { signal: late, transferList: handedOver })) as Result;
      } catch (error) {
        throw late.aborted ? new Error('it could not be done in time', { cause: error }) : error;
      }
    },
    close: () => pool.destroy(),
  };
}
