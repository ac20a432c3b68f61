import { createServer } from 'node:http';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { SMTPServer } from 'smtp-server';
import type { SMTPServerDataStream, SMTPServerSession } from 'smtp-server';
import { behaviourOf, replyError } from './behaviour.ts';
import { mailStore } from './mailStore.ts';
import type { MailStore } from './mailStore.ts';
import { answerPage } from './mailPages.ts';
import { printer } from './printer.ts';
import { textGateway } from './textGateway.ts';

/** Takes messages up to this size, and says so in EHLO (RFC 1870). */
const MAX_MESSAGE_BYTES = 30_000_000;
const SLOW_MS = 6_000;

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function readAll(stream: SMTPServerDataStream): Promise<Buffer> {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks);
}

const addressesOf = (session: SMTPServerSession): string[] =>
  session.envelope.rcptTo.map(({ address }) => address);

function smtpHost(store: MailStore): SMTPServer {
  const sockets = new Map<string, { destroy: () => void }>();
  const drop = (session: SMTPServerSession): void => sockets.get(session.id)?.destroy();

  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    size: MAX_MESSAGE_BYTES,
    banner: 'stand-in mail host',
    logger: false,
    onConnect(session, done) {
      const connections = (
        server as unknown as {
          connections: Set<{ session: { id: string }; _socket: { destroy: () => void } }>;
        }
      ).connections;
      for (const connection of connections)
        if (connection.session.id === session.id) sockets.set(session.id, connection._socket);
      done();
    },
    onClose(session) {
      sockets.delete(session.id);
    },
    onRcptTo({ address }, session, done) {
      const behaviour = behaviourOf(address);
      if (behaviour === 'drop') {
        drop(session);
        return;
      }
      done(replyError(behaviour, address));
    },
    onData(stream, session, done) {
      void (async () => {
        const behaviours = new Set(addressesOf(session).map(behaviourOf));
        const bytes = await readAll(stream);
        if (stream.sizeExceeded) {
          done(
            Object.assign(new Error('5.3.4 The message is larger than this host takes'), {
              responseCode: 552,
            }),
          );
          return;
        }
        if (behaviours.has('slow')) await wait(SLOW_MS);
        if (behaviours.has('full')) {
          done(replyError('full', '') ?? null);
          return;
        }
        await store.add(
          session.envelope.mailFrom ? session.envelope.mailFrom.address : '',
          addressesOf(session),
          bytes,
        );
        if (behaviours.has('lose')) {
          drop(session);
          return;
        }
        done();
      })();
    },
  });
  server.on('error', () => undefined);
  return server;
}

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      'smtp-port': { type: 'string', default: '4125' },
      'web-port': { type: 'string', default: '4126' },
      folder: { type: 'string', default: 'data/mailhost' },
    },
  });
  const [textsFolder, printedFolder] = [join(values.folder, 'texts'), join(values.folder, 'printed')];
  for (const folder of [values.folder, textsFolder, printedFolder]) await mkdir(folder, { recursive: true });
  const store = await mailStore(values.folder);
  const [texts, prints] = [await textGateway(textsFolder), await printer(printedFolder)];
  const fail = (error: Error): never => {
    console.error(`The stand-in mail host could not start: ${error.message}`);
    process.exit(1);
  };
  const smtp = smtpHost(store);
  smtp.server.once('error', fail);
  smtp.listen(Number(values['smtp-port']), '127.0.0.1');
  const web = createServer((request, response) => {
    const posted = request.method === 'POST' ? request.url : undefined;
    if (posted === '/gateway/texts') void texts.take(request, response);
    else if (posted === '/printer') void prints.take(request, response);
    else void answerPage({ mails: store, texts, prints }, request, response);
  });
  web.once('error', fail);
  web.listen(Number(values['web-port']), '127.0.0.1', () => {
    console.log('stand-in mail host ready');
  });
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => process.exit(0));
}

await start();
