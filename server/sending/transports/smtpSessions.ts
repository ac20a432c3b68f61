import type SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { SmtpSettings } from '../../platform/config.ts';
import { logIn, openSession, step } from './smtpSession.ts';

/** Messages that go over one connection: hosts commonly end one after a hundred. */
const MOST_ON_ONE = 100;
/** How long a connection that has nothing to do is kept: long enough for the next of a round, short enough to bother no host. */
const IDLE_MS = 2_000;

/** A conversation with a host: greeted, logged in and between two messages. */
export interface Session {
  readonly connection: SMTPConnection;
  /** Whether it has carried a message before: then its host may have ended it meanwhile. */
  readonly reused: boolean;
}

/** Conversations with hosts, taken up again where one is free (RFC 5321 §3.3: several transactions in one session). */
export interface Sessions {
  /** A conversation with this host under these very settings. Fails as the host or the connection does. */
  readonly take: (
    settings: SmtpSettings,
    authorities: readonly string[],
    how?: { readonly fresh: boolean },
  ) => Promise<Session>;
  /** Hands back one whose message was taken; the next may go over it. */
  readonly giveBack: (session: Session) => void;
  /** Ends one that is not to be used again. */
  readonly end: (session: Session) => void;
  /** Ends all that are free. */
  readonly close: () => void;
}

interface Kept {
  readonly key: string;
  carried: number;
  timer?: NodeJS.Timeout;
}

async function greet(connection: SMTPConnection, settings: SmtpSettings): Promise<void> {
  await step(connection, (done) => {
    connection.connect(done);
  });
  if (settings.user !== undefined) await logIn(connection, settings);
}

export function smtpSessions(): Sessions {
  const known = new Map<SMTPConnection, Kept>();
  const free: SMTPConnection[] = [];

  const forget = (connection: SMTPConnection): void => {
    clearTimeout(known.get(connection)?.timer);
    known.delete(connection);
    const at = free.indexOf(connection);
    if (at >= 0) free.splice(at, 1);
  };
  const endOf = (connection: SMTPConnection): void => {
    forget(connection);
    connection.quit();
    connection.close();
  };
  /** Under other settings (another password, other authorities) it is another conversation. */
  const takeFree = (key: string): SMTPConnection | undefined => {
    const connection = free.findLast((one) => known.get(one)?.key === key);
    if (!connection) return undefined;
    free.splice(free.indexOf(connection), 1);
    clearTimeout(known.get(connection)?.timer);
    return connection;
  };

  return {
    async take(settings, authorities, { fresh } = { fresh: false }) {
      const key = JSON.stringify([settings, authorities]);
      const kept = fresh ? undefined : takeFree(key);
      if (kept) return { connection: kept, reused: true };
      const connection = openSession(settings, authorities);
      known.set(connection, { key, carried: 0 });
      connection.on('end', () => {
        forget(connection);
      });
      await greet(connection, settings).catch((error: unknown) => {
        endOf(connection);
        throw error;
      });
      return { connection, reused: false };
    },
    giveBack({ connection }) {
      const kept = known.get(connection);
      if (!kept) return;
      kept.carried += 1;
      if (kept.carried >= MOST_ON_ONE) {
        endOf(connection);
        return;
      }
      kept.timer = setTimeout(() => {
        endOf(connection);
      }, IDLE_MS);
      free.push(connection);
    },
    end({ connection }) {
      endOf(connection);
    },
    close() {
      for (const connection of [...free]) endOf(connection);
    },
  };
}
