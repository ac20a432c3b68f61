import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { loadDemo } from '../../../demo/load.ts';
import { MATTERS, NOW } from './moment.ts';

declare module 'vitest' {
  interface ProvidedContext {
    /** A folder with the demo practice; each test works on a copy of it. */
    demoFolder: string;
  }
}

/** Loads the demo practice once for a whole run of tests. */
export async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-demo-'));
  await loadDemo(folder, NOW, { matters: MATTERS });
  project.provide('demoFolder', folder);
  return () => rm(folder, { recursive: true, force: true });
}
