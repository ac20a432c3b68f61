import { open, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';

/**
 * Makes sure one process alone works on a data folder: two would send the same queue. The lock is a file with the
 * owner's process id; one whose process is gone (SIGKILL, power cut) is taken over. Gives the way to let go.
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const path = join(folder, 'officium.lock');
  for (let tries = 0; tries < 2; tries += 1) {
    try {
      const file = await open(path, 'wx');
      await file.writeFile(String(process.pid));
      await file.close();
      return () => rm(path, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const owner = Number(await readFile(path, 'utf8').catch(() => ''));
      if (owner !== process.pid && isAlive(owner)) {
        throw new Error(`another Officium (process ${owner}) is working on ${folder}. Stop it first.`, {
          cause: error,
        });
      }
      await rm(path, { force: true });
    }
  }
  throw new Error(`the lock in ${folder} could not be taken`);
}

function isAlive(pid: number): boolean {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
