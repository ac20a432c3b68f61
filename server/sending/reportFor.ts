import type { FrozenMessage } from '../messages/message.ts';

export const reportFor = (frozen: FrozenMessage, entryId: string, atUtc: number) => ({
  entryId,
  atUtc,
  rawBlob: frozen.blob,
  status: '',
});
