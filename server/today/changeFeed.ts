import { randomBytes } from 'node:crypto';
import type { Services } from '../platform/services.ts';
import type { CalendarFeed } from '../../contract/today.ts';
import { setFeedToken } from '../access/feedTokenQueries.ts';
import { pathOf } from './feedPath.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** 144 bits: whoever has the address may read the calendar, and nobody guesses it. */
const TOKEN_BYTES = 18;

/** Makes a new secret address, or with `on` false none; the old one is dead at once. */
export async function changeFeed(services: Services, scope: PersonScope, on: boolean): Promise<CalendarFeed> {
  const token = on ? randomBytes(TOKEN_BYTES).toString('base64url') : null;
  await changing(services, scope, async ({ tx, audit }) => {
    await setFeedToken(tx, scope.actor.id, token);
    await audit(on ? 'calendar.opened' : 'calendar.closed', 'session', scope.actor.id);
  });
  return { path: token === null ? null : pathOf(token) };
}
