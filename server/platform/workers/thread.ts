import { Worker } from 'node:worker_threads';
import type { WorkerOptions } from 'node:worker_threads';

/** Every thread there is, by the name of its file in this folder. */
export type ThreadName = 'fileWordsWorker' | 'letterWorker' | 'wordWorker';

/** Starts a thread of this folder. From the sources it needs the loader that understands them; built, it is plain JavaScript. */
export function startThread(name: ThreadName, options: WorkerOptions): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL(`./${name}.js`, import.meta.url), options);
  const source = JSON.stringify(new URL(`./${name}.ts`, import.meta.url).href);
  const load = `import('tsx/esm/api').then(({ register }) => { register(); return import(${source}); });`;
  return new Worker(load, { ...options, eval: true });
}
