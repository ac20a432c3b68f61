import { listPeople } from '../access/peopleQueries.ts';
import type { Config } from '../platform/config.ts';
import type { Reads } from '../platform/database/reads.ts';
import { ConfigError } from './config.ts';

const LOOPBACK: ReadonlySet<string> = new Set(['127.0.0.1', 'localhost', '::1']);

/** The demo lets anybody in as anybody: it is for this machine alone, and never for a practice whose people have passwords. */
export async function refuseDemo(
  { demo, host, hostNames }: Pick<Config, 'demo' | 'host' | 'hostNames'>,
  reads: Reads,
): Promise<void> {
  if (!demo) return;
  if (!LOOPBACK.has(host) || hostNames.length > 0)
    throw new ConfigError(
      'OFFICIUM_DEMO lets anybody in as anybody, so it runs on this machine alone: leave OFFICIUM_HOST and OFFICIUM_HOST_NAMES out, or leave OFFICIUM_DEMO out.',
    );
  if ((await listPeople(reads)).some(({ passwordHash }) => passwordHash !== null))
    throw new ConfigError(
      'People of this practice have passwords, and OFFICIUM_DEMO would let anybody in without. Leave OFFICIUM_DEMO out, or name another folder.',
    );
}
