import { open, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';

/**
 * Makes sure one process alone works on a data folder: two would send the same queue. The lock is a file that names its
 * owner; one whose owner is gone (SIGKILL, power cut) is taken over. Gives the way to let go.
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const path = join(folder, 'officium.lock');
  for (let tries = 0; tries < 2; tries += 1) {
    try {
      const file = await open(path, 'wx');
      await file.writeFile(`${process.pid} ${await birthOf(process.pid)}`);
      await file.close();
      return () => rm(path, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const [pid = '', birth = ''] = (await readFile(path, 'utf8').catch(() => '')).split(' ');
      if (Number(pid) !== process.pid && (await isAlive(Number(pid), birth))) {
        throw new Error(`another Officium (process ${pid}) is working on ${folder}. Stop it first.`, {
          cause: error,
        });
      }
      await rm(path, { force: true });
    }
  }
  throw new Error(`the lock in ${folder} could not be taken`);
}

/**
 * What tells a process from a later one with the same number: the boot it belongs to and when in it it began
 * (proc(5), field 22). After a power cut numbers begin anew, and a stranger must not keep the practice shut. Empty where
 * the system does not say.
 */
async function birthOf(pid: number): Promise<string> {
  const boot = await readFile('/proc/sys/kernel/random/boot_id', 'utf8').catch(() => '');
  const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => '');
  const began = stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  return boot === '' || began === undefined ? '' : `${boot.trim()}:${began}`;
}

async function isAlive(pid: number, birth: string): Promise<boolean> {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  const now = await birthOf(pid);
  return birth === '' || now === '' || now === birth;
}
