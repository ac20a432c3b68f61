import type { SendingJson } from '../../contract/sending.ts';
import { revisionOf } from '../platform/settings/revision.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Scope } from '../access/scope.ts';

export async function readSending(scope: Scope): Promise<SendingJson> {
  const { senders, workingHours, holdSeconds, releaseAbove, timeZone, maxMessageBytes } =
    await readSettings(scope);
  const json: SendingJson = {
    senders: senders.map((one) => ({ ...one })),
    workingHours: { ...workingHours },
    holdSeconds,
    releaseAbove,
    timeZone,
    maxMessageBytes,
  };
  return { revision: revisionOf(json), ...json };
}
