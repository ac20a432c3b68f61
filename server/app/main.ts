import { randomUUID } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { ConfigError, readConfig } from './config.ts';
import type { Services } from '../platform/services.ts';
import type { Config } from '../platform/config.ts';
import { changeFeed } from '../platform/events/changeFeed.ts';
import { lockFolder } from './folderLock.ts';
import { refuseDemo } from './refuseDemo.ts';
import { countEarlier } from '../figures/countEarlier.ts';
import { renewFolding } from './renewFolding.ts';
import { composeServices } from './services.ts';
import { startIndexing } from '../correspondence/indexing.ts';
import { startIntake } from '../incoming/lines/intake.ts';
import type { Intake } from '../incoming/lines/intake.ts';
import { startRenewing } from '../directory/startRenewing.ts';
import { resumeRounds } from '../sending/rounds/roundWork.ts';
import { startUnasked } from '../sending/startUnasked.ts';
import { startRunner } from '../sending/runner.ts';
import type { Runner } from '../sending/runner.ts';
import { authoritiesInUse } from '../platform/mail/authorities.ts';
import { mailHosts } from '../platform/mail/mailHosts.ts';
import { linesInUse } from '../platform/mail/mailLines.ts';
import { printTransport } from '../sending/transports/printTransport.ts';
import { smtpTransport } from '../sending/transports/smtpTransport.ts';
import { textTransport } from '../sending/transports/textTransport.ts';
import { openDatabase } from '../platform/database/openDatabase.ts';
import { ensureFirstPerson } from '../access/ensureFirstPerson.ts';
import { ensureGeneralFile } from '../matters/generalFile.ts';
import { resumable } from '../moving/resumable.ts';
import { pdfRenderer } from '../platform/workers/pdfRenderer.ts';
import { readingFrom } from '../platform/database/reads.ts';
import { turns } from '../platform/turns.ts';

/** Letters are few and short; more threads would only hold memory. */
const MAX_LETTER_THREADS = 2;

/** What goes out, by the way it goes. */
function startSending(services: Services): Promise<Runner> {
  return startRunner(services, {
    email: smtpTransport(
      () => mailHosts(services, readingFrom(services.db, {})),
      () => authoritiesInUse(services, readingFrom(services.db, {})),
    ),
    text: textTransport(
      async () => (await linesInUse(services, readingFrom(services.db, {}))).textGatewayUrl,
    ),
    letter: printTransport(async () => (await linesInUse(services, readingFrom(services.db, {}))).printerUrl),
  });
}

async function start(config: Config): Promise<void> {
  const log = pino({ level: config.logLevel });
  await mkdir(config.dataFolder, { recursive: true });
  const unlock = await lockFolder(config.dataFolder);
  const db = await openDatabase(join(config.dataFolder, 'officium.sqlite'));
  await refuseDemo(config, readingFrom(db, {}));
  // The services wake the runner and renew the intake, and these work with them: one of them must come first.
  const relay = { wake: (): void => undefined, intake: undefined as Intake | undefined };
  const services = composeServices({
    config,
    db,
    blobs: blobStore(join(config.dataFolder, 'blobs')),
    changes: changeFeed(),
    pdfRenderer: pdfRenderer(Math.min(availableParallelism(), MAX_LETTER_THREADS)),
    log,
    now: Date.now,
    newId: randomUUID,
    turns: turns(),
    wakeRunner: () => {
      relay.wake();
    },
    renewLines: () => {
      relay.intake?.renew();
    },
    mailboxes: () => relay.intake?.mailboxes() ?? [],
  });
  await ensureFirstPerson(services);
  await ensureGeneralFile(services);
  await resumable(services);
  const runner = await startSending(services);
  relay.wake = runner.wake;
  await resumeRounds(services);
  const intake = await startIntake(services);
  relay.intake = intake;
  const upkeep = startUpkeep(services);
  const app = await createApp(services);
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
    await intake.stop();
    await upkeep.stop();
    await runner.stop();
    await services.pdfRenderer.close();
    await db.destroy();
    await unlock();
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void stop());
}

/** What goes on beside: what goes without a press, files read for finding, names folded anew, people shown where they belong today. */
function startUpkeep(services: Services): { readonly stop: () => Promise<void> } {
  const files = startIndexing(services);
  const renewing = startRenewing(services);
  const unasked = startUnasked(services);
  void renewFolding(services).catch((error: unknown) => {
    services.log.error({ err: error }, 'names could not be folded anew');
  });
  void countEarlier(services).catch((error: unknown) => {
    services.log.error({ err: error }, 'what was filed before could not be counted');
  });
  return {
    stop: async () => {
      renewing.stop();
      await unasked.stop();
      await files.stop();
    },
  };
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
