import type { Services } from '../platform/services.ts';
import type { SendingJson } from '../../contract/sending.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { wrong } from './wrongSettings.ts';
import { isTimeZone } from '../../core/dates/zonedClock.ts';
import { writeSettings, readSettings } from '../platform/settings/queries.ts';
import { refuseOvertaken } from '../platform/settings/revision.ts';
import { readSending } from './readSending.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

export async function changeSending(
  services: Services,
  scope: PersonScope,
  { revision, ...json }: SendingJson,
): Promise<SendingJson> {
  for (const { address } of json.senders)
    if (!isMailAddress(address)) throw wrong(`“${address}” is not a whole email address.`);
  if (new Set(json.senders.map(({ key }) => key)).size < json.senders.length)
    throw wrong('Two senders have the same key.');
  if (json.workingHours.fromMinute >= json.workingHours.untilMinute)
    throw wrong('Working hours end after they begin.');
  if (!isTimeZone(json.timeZone)) throw wrong(`“${json.timeZone}” is no time zone.`);
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    refuseOvertaken(revision, (await readSending(inside)).revision);
    await writeSettings(tx, { ...(await readSettings(inside)), ...json });
    await audit('practice.sendingChanged', 'practice', 'practice');
    tell({ kind: 'matterType', id: 'practice' });
  });
  return readSending(scope);
}
