import { zonedTime } from '../../core/dates/zonedClock.ts';
import { unscoped } from '../access/unscoped.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { renewForemost } from './membershipQueries.ts';

const EVERY_MS = 3_600_000;

/** Shows people where they belong today: at the start, and by the hour, since a day begins at another hour elsewhere. */
export function startRenewing(services: Pick<Services, 'db' | 'now' | 'log'>): { readonly stop: () => void } {
  const renew = async (): Promise<void> => {
    await inTransaction(services.db, async (tx) => {
      const { timeZone } = await readSettings(unscoped(tx, 'start'));
      await renewForemost(tx, zonedTime(timeZone, services.now()).date);
    });
  };
  const tell = (error: unknown): void => {
    services.log.error({ err: error }, 'where people belong could not be renewed');
  };
  void renew().catch(tell);
  const timer = setInterval(() => void renew().catch(tell), EVERY_MS);
  timer.unref();
  return {
    stop: () => {
      clearInterval(timer);
    },
  };
}
