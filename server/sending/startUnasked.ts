import { readingFrom } from '../platform/database/reads.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { goOnChasing } from './chasers/chaseWork.ts';
import { runUnasked } from './routines/unaskedRoutines.ts';
import { prepareMonthly } from './rounds/prepareAgain.ts';
import { isOpen } from './unasked.ts';

const EVERY_MS = 60_000;

/** Does once what goes without a press, if the practice works now. */
export async function goOnUnasked(services: Services): Promise<void> {
  if (!isOpen(await readSettings(readingFrom(services.db, {})), services.now())) return;
  await goOnChasing(services);
  await runUnasked(services);
  await prepareMonthly(services);
}

/** Looks once a minute for what goes without a press: reminders that are due, routines that run by themselves, rounds of the month. */
export function startUnasked(services: Services): { readonly stop: () => Promise<void> } {
  let going: Promise<void> = Promise.resolve();
  let stopping = false;
  const look = (): void => {
    going = going.then(async () => {
      if (stopping) return;
      await goOnUnasked(services).catch((error: unknown) => {
        services.log.error({ err: error }, 'what goes unasked could not go on');
      });
    });
  };
  const timer = setInterval(look, EVERY_MS);
  timer.unref();
  look();
  return {
    stop: async () => {
      stopping = true;
      clearInterval(timer);
      await going;
    },
  };
}
