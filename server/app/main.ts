import { randomUUID } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { ConfigError, readConfig } from './config.ts';
import type { Config } from './config.ts';
import { changeFeed } from '../platform/events/changeFeed.ts';
import { lockFolder } from './folderLock.ts';
import type { Office } from './services.ts';
import { startFileReader } from '../correspondence/fileReader.ts';
import { startMailboxReader } from '../incoming/mailboxReader.ts';
import { smtpReceiver } from '../incoming/smtpReceiver.ts';
import { startRunner } from '../sending/runner.ts';
import { mailHosts } from '../sending/mailHosts.ts';
import { printTransport } from '../sending/transports/printTransport.ts';
import { smtpTransport } from '../sending/transports/smtpTransport.ts';
import { textTransport } from '../sending/transports/textTransport.ts';
import { openDatabase } from '../platform/database/openDatabase.ts';
import { ensureFirstPerson } from '../access/ensureFirstPerson.ts';
import { longJobs } from '../correspondence/exports/exportJobs.ts';
import { programCache } from '../templates/programCache.ts';
import { letterPress } from '../platform/workers/pdfRenderer.ts';

/** Letters are few and short; more threads would only hold memory. */
const MAX_PRESS_THREADS = 2;

async function start(config: Config): Promise<void> {
  const log = pino({ level: config.logLevel });
  await mkdir(config.dataFolder, { recursive: true });
  const unlock = await lockFolder(config.dataFolder);
  const db = await openDatabase(join(config.dataFolder, 'officium.sqlite'));
  // The office wakes the runner, and the runner works for the office: one of them must come first.
  const relay = { wake: (): void => undefined };
  const office: Office = {
    config,
    db,
    blobs: blobStore(join(config.dataFolder, 'blobs')),
    changes: changeFeed(),
    programs: programCache(),
    long: longJobs(),
    press: letterPress(Math.min(availableParallelism(), MAX_PRESS_THREADS)),
    log,
    now: Date.now,
    newId: randomUUID,
    wakeRunner: () => {
      relay.wake();
    },
  };
  await ensureFirstPerson(office);
  const runner = await startRunner(office, {
    email: smtpTransport(() => mailHosts(office), config.mailAuthorities),
    text: textTransport(config.textGatewayUrl),
    letter: printTransport(config.printerUrl),
  });
  relay.wake = runner.wake;
  const mailbox = config.mailbox && startMailboxReader(office, config.mailbox);
  const files = startFileReader(office);
  const filing = config.filingPort === undefined ? undefined : smtpReceiver(office);
  filing?.listen(config.filingPort, config.host);
  const app = await createApp(office);
  const server = app.listen(config.port, config.host, (error?: Error) => {
    if (error) fail(error);
    else log.info({ host: config.host, port: config.port }, 'listening');
  });

  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    server.close();
    server.closeAllConnections();
    filing?.close();
    await mailbox?.stop();
    await files.stop();
    await runner.stop();
    await office.press.close();
    await db.destroy();
    await unlock();
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void stop());
}

/** Says what hinders the start, in words, and ends. */
function fail(error: unknown): never {
  const { code, message } = error as { code?: string; message?: string };
  const words =
    code === 'EADDRINUSE' ? 'The port is in use. Choose another with --port, or stop what uses it.' : message;
  console.error(
    error instanceof ConfigError ? error.message : `Officium could not start: ${words ?? String(error)}`,
  );
  process.exit(1);
}

try {
  await start(readConfig(process.env));
} catch (error) {
  fail(error);
}
