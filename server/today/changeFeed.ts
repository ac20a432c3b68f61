import { randomBytes } from 'node:crypto';
import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { CalendarFeed } from '../../contract/today.ts';
import { setFeedToken } from './feedQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { pathOf } from './feedPath.ts';

/** 144 bits: whoever has the address may read the calendar, and nobody guesses it. */
const TOKEN_BYTES = 18;

/** Makes a new secret address, or with `on` false none; the old one is dead at once. */
export async function changeFeed(office: Office, person: Account, on: boolean): Promise<CalendarFeed> {
  const token = on ? randomBytes(TOKEN_BYTES).toString('base64url') : null;
  await office.db.transaction(async (tx) => {
    await setFeedToken(tx, person.id, token);
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: on ? 'calendar.opened' : 'calendar.closed',
      subjectKind: 'session',
      subjectId: person.id,
    });
  });
  return { path: token === null ? null : pathOf(token) };
}
