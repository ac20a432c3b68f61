import { ImapFlow } from 'imapflow';
import { authoritiesInUse, trusting } from '../platform/mail/authorities.ts';
import type { MailboxStanding } from '../../contract/mailLines.ts';
import type { MailboxSettings } from '../platform/config.ts';
import type { Services } from '../platform/services.ts';
import { readPlace, writePlace } from './mailboxQueries.ts';
import type { MailboxPlace } from './mailboxQueries.ts';
import { MAX_MAIL_BYTES } from './readMail.ts';
import { receiveMail } from './receiveMail.ts';
import type { Scope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import { inTransaction } from '../platform/database/transaction.ts';

/** Waits between tries to reach the host: quickly at first, then rarely. */
const FIRST_WAIT_MS = 2_000;
const LONGEST_WAIT_MS = 300_000;
/** Where a host does not tell of new mail by itself (RFC 2177), it is asked. */
const POLL_MS = 60_000;

export interface MailboxReader {
  readonly stop: () => Promise<void>;
  /** How the reading goes; `words` are those of its last failure. */
  readonly standing: () => { readonly state: MailboxStanding['state']; readonly words: string };
}

/**
 * Reads a mailbox over IMAP (RFC 9051) as mail arrives, and from where it was left after a restart. The mailbox is opened
 * for reading alone: nothing in it is moved, marked or deleted. Each message is kept here before its place is noted.
 */
// eslint-disable-next-line max-lines-per-function -- one loop over one connection: whatever is taken out would be handed all of it
export function startMailboxReader(services: Services, settings: MailboxSettings): MailboxReader {
  let stopped = false;
  let standing: ReturnType<MailboxReader['standing']> = { state: 'beginning', words: '' };
  let client: ImapFlow | undefined;
  let rest: { readonly end: () => void } | undefined;

  const pause = (ms: number): Promise<void> =>
    new Promise((resolve) => {
      const timer = setTimeout(resolve, ms);
      rest = {
        end: () => {
          clearTimeout(timer);
          resolve();
        },
      };
    });

  const session = async (): Promise<void> => {
    const connection = connectionTo(
      settings,
      await authoritiesInUse(services, unscoped(services.db, 'intake')),
    );
    client = connection;
    let arrived = (): void => undefined;
    connection.on('exists', () => {
      arrived();
    });
    connection.on('error', (error) => {
      services.log.warn({ err: error }, 'the mailbox broke off');
      arrived();
    });
    await connection.connect();
    const lock = await connection.getMailboxLock(settings.mailbox, { readOnly: true });
    standing = { state: 'reading', words: '' };
    try {
      while (!stopped && connection.usable) {
        const waiting = new Promise<void>((resolve) => {
          arrived = resolve;
        });
        await readNew(services, unscoped(services.db, 'intake'), connection, settings);
        void connection.idle().catch(() => undefined);
        await Promise.race([waiting, pause(POLL_MS)]);
        rest?.end();
      }
    } finally {
      lock.release();
      await connection.logout().catch(() => {
        connection.close();
      });
    }
  };

  const running = (async () => {
    for (let wait = FIRST_WAIT_MS; !stopped; wait = Math.min(LONGEST_WAIT_MS, wait * 2)) {
      const begun = services.now();
      await session().catch((error: unknown) => {
        services.log.warn({ err: error }, 'the mailbox cannot be read');
        standing = { state: 'failing', words: hostWords(error) };
      });
      // A session that lasted was a good one: the next is tried soon.
      if (services.now() - begun > LONGEST_WAIT_MS) wait = FIRST_WAIT_MS;
      if (!stopped) await pause(wait);
    }
  })();

  return {
    standing: () => standing,
    async stop() {
      stopped = true;
      rest?.end();
      client?.close();
      await running;
    },
  };
}

/** What a host said, or the line to it, where it could not be used. */
export function hostWords(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const { responseText } = error as Error & { readonly responseText?: unknown };
  return typeof responseText === 'string' ? responseText : error.message;
}

/** What a mailbox is called here: how far it was read is noted under it. */
export const mailboxName = ({ user, host, mailbox }: MailboxSettings): string => `${user}@${host}/${mailbox}`;

export const connectionTo = (
  { host, port, security, user, password }: MailboxSettings,
  authorities: readonly string[],
): ImapFlow =>
  new ImapFlow({
    host,
    port,
    secure: security === 'implicit',
    ...(security === 'starttls' && { doSTARTTLS: true }),
    auth: { user, pass: password },
    ...trusting(authorities),
    logger: false,
    emitLogs: false,
  });

async function readNew(
  services: Services,
  scope: Scope,
  connection: ImapFlow,
  settings: MailboxSettings,
): Promise<void> {
  const { mailbox } = connection;
  if (!mailbox) return;
  const name = mailboxName(settings);
  const known = await readPlace(scope, name);
  const uidValidity = String(mailbox.uidValidity);
  // Numbers of another age mean nothing: the mailbox was made anew, and is read from its beginning.
  let place: MailboxPlace = known?.uidValidity === uidValidity ? known : { uidValidity, lastUid: 0 };
  const range = `${place.lastUid + 1}:*`;
  const sizes = await connection.fetchAll(range, { uid: true, size: true }, { uid: true });
  for (const { uid, size } of sizes.sort((a, b) => a.uid - b.uid)) {
    // `n:*` gives the last message even where its number is lower (RFC 9051 §9, seq-range).
    if (uid <= place.lastUid) continue;
    if ((size ?? 0) > MAX_MAIL_BYTES) services.log.warn({ uid, size }, 'a message is too large to be read');
    else {
      const message = await connection.fetchOne(String(uid), { source: true }, { uid: true });
      if (message && message.source)
        await receiveMail(services, scope, {
          bytes: message.source,
          source: 'mailbox',
          deliveredTo: [],
          // Only who signed in puts something into a mailbox of sent mail (RFC 6154).
          signedIn: mailbox.specialUse === '\\Sent',
        });
    }
    place = { uidValidity, lastUid: uid };
    await inTransaction(services.db, (tx) => writePlace(tx, name, place));
  }
}
