import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');

/** The demo practice from which every journey’s application begins. */
export const demoPractice = join(root, '.cache', 'practice');

/** Made once, before the journeys: making it takes longer than most of them. */
export default function makePractice(): void {
  rmSync(demoPractice, { recursive: true, force: true });
  const program = join(root, 'dist', 'demo', 'main.js');
  const { status } = spawnSync(process.execPath, [program, '--folder', demoPractice, '--matters', '28'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (status !== 0) throw new Error(`the demo practice could not be made (${String(status)})`);
}
