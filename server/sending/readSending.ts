import type { Office } from '../app/services.ts';
import type { SendingJson } from '../../contract/sending.ts';
import { readSettings } from '../platform/settings/queries.ts';

export async function readSending(office: Office): Promise<SendingJson> {
  const { senders, workingHours, holdSeconds, timeZone, maxMessageBytes } = await readSettings(office.db);
  return {
    senders: senders.map((one) => ({ ...one })),
    workingHours: { ...workingHours },
    holdSeconds,
    timeZone,
    maxMessageBytes,
  };
}
