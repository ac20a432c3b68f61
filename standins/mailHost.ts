import { createServer } from 'node:http';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { SMTPServer } from 'smtp-server';
import type { SMTPServerDataStream, SMTPServerSession } from 'smtp-server';
import { createTransport } from 'nodemailer';
import { answerTo, bounceOf } from './answers.ts';
import { behaviourOf, reply, replyError } from './behaviour.ts';
import type { Behaviour } from './behaviour.ts';
import { withResults } from './authenticated.ts';
import { imapHost } from './imapHost.ts';
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

/** What an answer of the host’s own takes: long enough that it is not taken for the reply to the sending. */
const ANSWER_MS = 1_500;

interface Host {
  readonly store: MailStore;
  /** Hands mail for filing addresses on to where the practice takes it. */
  readonly deliver: (from: string, to: readonly string[], bytes: Buffer, forged?: boolean) => Promise<void>;
}

/** The mailboxes of some recipients get it, and whoever answers by themselves do so a moment later. */
async function takeIn({ deliver }: Host, from: string, to: readonly string[], bytes: Buffer): Promise<void> {
  const bouncing = to.filter((address) => behaviourOf(address) === 'bounce');
  const reached = to.filter((address) => !bouncing.includes(address));
  if (reached.length > 0) await deliver(from, reached, bytes);
  if (from === '') return;
  const answers = [
    ...bouncing.map((address) => () => bounceOf(bytes, from, address)),
    ...to
      .filter((address) => behaviourOf(address) === 'away')
      .map((address) => () => answerTo(bytes, address, 'I am away until Monday and read this then.', true)),
  ];
  for (const make of answers)
    setTimeout(() => {
      void make().then((answer) => deliver(answer.from, answer.to, answer.bytes));
    }, ANSWER_MS);
}

/** Recipients of one kind are one story: the worst of them decides what becomes of the message. */
const worst = (behaviours: ReadonlySet<Behaviour>): Behaviour =>
  (['break', 'forget', 'lose', 'full'] as const).find((one) => behaviours.has(one)) ?? 'accept';

function smtpHost(host: Host): SMTPServer {
  const sockets = new Map<string, { destroy: () => void }>();
  const tries = new Map<string, number>();
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
      const known = `${session.envelope.mailFrom ? session.envelope.mailFrom.address : ''} ${address}`;
      tries.set(known, (tries.get(known) ?? 0) + 1);
      done(replyError(behaviour, address, tries.get(known) ?? 1));
    },
    onData(stream, session, done) {
      receive(host, stream, session, drop).then(done, (error: unknown) => {
        done(reply(451, `4.3.0 ${String(error)}`));
      });
    },
  });
  server.on('error', () => undefined);
  return server;
}

/** Takes one message in as its recipients' names ask for; what it answers is the refusal, if any. */
async function receive(
  host: Host,
  stream: SMTPServerDataStream,
  session: SMTPServerSession,
  drop: (session: SMTPServerSession) => void,
): Promise<Error | null | undefined> {
  const to = addressesOf(session);
  const behaviours = new Set(to.map(behaviourOf));
  const fate = worst(behaviours);
  // A connection that is dropped is never answered.
  const gone = new Promise<never>(() => undefined);
  if (fate === 'break') {
    stream.once('data', () => {
      drop(session);
    });
    stream.resume();
    return gone;
  }
  const bytes = await readAll(stream);
  if (stream.sizeExceeded) return reply(552, '5.3.4 The message is larger than this host takes');
  if (behaviours.has('slow')) await wait(SLOW_MS);
  if (fate === 'full') return reply(552, '5.2.2 The mailbox is full');
  const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
  if (fate !== 'forget') await takeIn(host, from, to, bytes);
  if (fate === 'lose' || fate === 'forget') {
    drop(session);
    return gone;
  }
  return undefined;
}

/** Mail for `file.*` goes on to the practice over SMTP, as its provider would hand it on; all else into the mailboxes. */
function delivering(store: MailStore, filingPort: number | undefined): Host['deliver'] {
  return async (from, to, given, forged = false) => {
    const bytes = withResults(given, from, forged);
    const filing = to.filter((address) => /@file\./i.test(address));
    const others = filingPort === undefined ? to : to.filter((address) => !filing.includes(address));
    if (others.length > 0) await store.add(from, others, bytes);
    if (filingPort === undefined || filing.length === 0) return;
    await createTransport({ host: '127.0.0.1', port: filingPort, ignoreTLS: true })
      .sendMail({ envelope: { from, to: [...filing] }, raw: bytes })
      .catch((error: unknown) => {
        console.error(`The stand-in mail host could not hand on to a filing address: ${String(error)}`);
      });
  };
}

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      'smtp-port': { type: 'string', default: '4125' },
      'web-port': { type: 'string', default: '4126' },
      'imap-port': { type: 'string' },
      'filing-port': { type: 'string' },
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
  const deliver = delivering(
    store,
    values['filing-port'] === undefined ? undefined : Number(values['filing-port']),
  );
  const smtp = smtpHost({ store, deliver });
  smtp.server.once('error', fail);
  smtp.listen(Number(values['smtp-port']), '127.0.0.1');
  if (values['imap-port'] !== undefined)
    imapHost(store).once('error', fail).listen(Number(values['imap-port']), '127.0.0.1');
  const web = createServer((request, response) => {
    const posted = request.method === 'POST' ? request.url : undefined;
    if (posted === '/gateway/texts') void texts.take(request, response);
    else if (posted === '/printer') void prints.take(request, response);
    else void answerPage({ mails: store, texts, prints, deliver }, request, response);
  });
  web.once('error', fail);
  web.listen(Number(values['web-port']), '127.0.0.1', () => {
    console.log('stand-in mail host ready');
  });
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => process.exit(0));
}

await start();
