import { readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

export interface DeliveredMail {
  readonly number: number;
  readonly receivedAtUtc: number;
  readonly from: string;
  /** The envelope's recipients: blind copies too. */
  readonly to: readonly string[];
}

/** What has been delivered, each message once as its exact bytes, kept over restarts. */
export interface MailStore {
  readonly add: (from: string, to: readonly string[], bytes: Buffer) => Promise<void>;
  /** Newest first. */
  readonly list: () => readonly DeliveredMail[];
  readonly bytes: (number: number) => Promise<Buffer>;
  /** Calls back when something was delivered; gives the way to stop. */
  readonly onAdd: (listener: () => void) => () => void;
}

const nameOf = (number: number): string => String(number).padStart(6, '0');

export async function mailStore(folder: string): Promise<MailStore> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json'));
  const mails = await Promise.all(
    names.map(async (name) => JSON.parse(await readFile(join(folder, name), 'utf8')) as DeliveredMail),
  );
  mails.sort((a, b) => a.number - b.number);
  let next = (mails.at(-1)?.number ?? 0) + 1;
  const listeners = new Set<() => void>();
  return {
    onAdd: (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    async add(from, to, bytes) {
      const mail = { number: next++, receivedAtUtc: Date.now(), from, to };
      await writeFile(join(folder, `${nameOf(mail.number)}.eml`), bytes);
      await writeFile(join(folder, `${nameOf(mail.number)}.json`), JSON.stringify(mail));
      mails.push(mail);
      for (const listener of listeners) listener();
    },
    list: () => [...mails].reverse(),
    bytes: (number) => readFile(join(folder, `${nameOf(number)}.eml`)),
  };
}
