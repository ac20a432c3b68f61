import { SMTPServer } from 'smtp-server';
import type { SMTPServerDataStream } from 'smtp-server';
import type { Services } from '../platform/services.ts';
import { tokensKnown } from '../matters/queries.ts';
import { filingTokens } from '../matters/filingAddress.ts';
import { MAX_MAIL_BYTES } from './readMail.ts';
import { receiveMail } from './receiveMail.ts';
import { unscoped } from '../access/unscoped.ts';

/** Connections at once: a host delivers over a few, whoever opens hundreds wants something else. */
const MAX_CLIENTS = 20;
const MAX_RECIPIENTS = 100;
const SOCKET_TIMEOUT_MS = 60_000;

const refusal = (responseCode: number, words: string): Error =>
  Object.assign(new Error(words), { responseCode });

/**
 * Takes mail for matters’ own addresses over SMTP (RFC 5321). An address whose token nobody has is refused at once, so
 * that whoever guesses learns nothing and is given nothing to do; a message is answered for once it is kept on disk.
 */
export function smtpReceiver(services: Services): SMTPServer {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: MAX_MAIL_BYTES,
    maxClients: MAX_CLIENTS,
    socketTimeout: SOCKET_TIMEOUT_MS,
    banner: 'filing',
    logger: false,
    onRcptTo({ address }, session, done) {
      if (session.envelope.rcptTo.length >= MAX_RECIPIENTS) {
        done(refusal(452, '4.5.3 Too many recipients'));
        return;
      }
      void tokensKnown(unscoped(services.db, 'intake'), filingTokens([address])).then(
        (known) => {
          done(known ? undefined : refusal(550, '5.1.1 No such address here'));
        },
        () => {
          done(refusal(451, '4.3.0 Please try again later'));
        },
      );
    },
    onData(stream, session, done) {
      void (async () => {
        const bytes = await readAll(stream);
        if (stream.sizeExceeded) throw refusal(552, '5.3.4 The message is larger than is taken here');
        const deliveredTo = session.envelope.rcptTo.map(({ address }) => address);
        await receiveMail(services, unscoped(services.db, 'intake'), { bytes, source: 'smtp', deliveredTo });
      })().then(
        () => {
          done();
        },
        (error: unknown) => {
          const told = error instanceof Error && 'responseCode' in error;
          if (!told) services.log.error({ err: error }, 'mail could not be taken in');
          done(told ? error : refusal(451, '4.3.0 Please try again later'));
        },
      );
    },
  });
  server.on('error', (error) => {
    services.log.warn({ err: error }, 'a delivering host broke off');
  });
  return server;
}

async function readAll(stream: SMTPServerDataStream): Promise<Buffer> {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks);
}
