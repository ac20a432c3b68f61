import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { SendingJson } from '../../contract/sending.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { wrong } from './wrongSettings.ts';
import { isTimeZone } from '../../core/dates/zonedClock.ts';
import { writeSettings, readSettings } from '../platform/settings/queries.ts';
import { noteChange } from './noteChange.ts';
import { readSending } from './readSending.ts';

export async function changeSending(
  office: Office,
  person: Account,
  json: SendingJson,
): Promise<SendingJson> {
  for (const { address } of json.senders)
    if (!isMailAddress(address)) throw wrong(`“${address}” is not a whole mail address.`);
  if (new Set(json.senders.map(({ key }) => key)).size < json.senders.length)
    throw wrong('Two senders have the same key.');
  if (json.workingHours.fromMinute >= json.workingHours.untilMinute)
    throw wrong('Working hours end after they begin.');
  if (!isTimeZone(json.timeZone)) throw wrong(`“${json.timeZone}” is no time zone.`);
  await office.db.transaction(async (tx) => {
    await writeSettings(tx, { ...(await readSettings(tx)), ...json });
    await noteChange(office, tx, person, 'practice.sendingChanged');
  });
  office.changes.tell({ kind: 'matterType', id: 'practice' });
  return readSending(office);
}
