import type { SendingJson } from '../../contract/sending.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Scope } from '../access/scope.ts';

export async function readSending(scope: Scope): Promise<SendingJson> {
  const { senders, workingHours, holdSeconds, timeZone, maxMessageBytes } = await readSettings(scope);
  return {
    senders: senders.map((one) => ({ ...one })),
    workingHours: { ...workingHours },
    holdSeconds,
    timeZone,
    maxMessageBytes,
  };
}
