import type { Services } from '../platform/services.ts';
import type { SendingJson } from '../../contract/sending.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { wrong } from '../platform/settings/wrongSettings.ts';
import { isTimeZone } from '../../core/dates/zonedClock.ts';
import { writeSettings, readSettings } from '../platform/settings/queries.ts';
import { refuseOvertaken } from '../platform/settings/revision.ts';
import { readSending } from './readSending.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

export async function changeSending(
  services: Services,
  scope: PersonScope,
  { revision, releaseAbove, ...json }: SendingJson,
): Promise<SendingJson> {
  for (const { address } of json.senders)
    if (!isMailAddress(address)) throw wrong({ code: 'notAnAddress', value: address });
  if (new Set(json.senders.map(({ key }) => key)).size < json.senders.length)
    throw wrong({ code: 'sameKey', of: 'senders' });
  if (json.workingHours.fromMinute >= json.workingHours.untilMinute) throw wrong({ code: 'hoursEndFirst' });
  if (!isTimeZone(json.timeZone)) throw wrong({ code: 'notATimeZone', value: json.timeZone });
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    refuseOvertaken(revision, (await readSending(inside)).revision);
    const before = await readSettings(inside);
    await writeSettings(tx, { ...before, ...json, releaseAbove: releaseAbove ?? before.releaseAbove });
    await audit('practice.sendingChanged', 'practice', 'practice');
    tell({ kind: 'matterType', id: 'practice' });
  });
  return readSending(scope);
}
