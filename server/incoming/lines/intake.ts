import type { MailboxStanding } from '../../../contract/mailLines.ts';
import { unscoped } from '../../access/unscoped.ts';
import { linesInUse } from '../../platform/mail/mailLines.ts';
import type { Services } from '../../platform/services.ts';
import { mailboxName, startMailboxReader } from '../mailboxReader.ts';
import type { MailboxReader } from '../mailboxReader.ts';
import { smtpReceiver } from '../smtpReceiver.ts';
import { startTextReader } from '../textReader.ts';

export interface Intake {
  /** Ends the lines that are set no longer and takes up new ones; the others are not touched. */
  readonly renew: () => void;
  readonly mailboxes: () => readonly MailboxStanding[];
  readonly stop: () => Promise<void>;
}

/** One line that mail or texts come in by, as long as it is set. */
interface Line {
  readonly stop: () => Promise<void>;
  readonly mailbox?: { readonly name: string; readonly reader: MailboxReader };
}

/** Whatever comes in from outside: mailboxes that are read, mail for filing addresses, answers to text messages. */
export async function startIntake(services: Services): Promise<Intake> {
  const running = new Map<string, Line>();
  let stopped = false;

  const take = async (): Promise<void> => {
    const wanted = stopped ? new Map<string, () => Line>() : await wantedLines(services);
    const ended = [...running].filter(([key]) => !wanted.has(key));
    for (const [key] of ended) running.delete(key);
    // A port is free, and a mailbox's place noted, before another line takes them up.
    await Promise.all(ended.map(([, line]) => line.stop()));
    for (const [key, begin] of wanted) if (!running.has(key)) running.set(key, begin());
  };
  let taken = take();
  const renew = (): void => {
    taken = taken.then(take).catch((error: unknown) => {
      services.log.error({ err: error }, 'the lines that mail comes in by could not be renewed');
    });
  };
  await taken;
  return {
    renew,
    mailboxes: () =>
      [...running.values()].flatMap(({ mailbox }) =>
        mailbox ? [{ name: mailbox.name, ...mailbox.reader.standing() }] : [],
      ),
    async stop() {
      stopped = true;
      renew();
      await taken;
    },
  };
}

/** The lines that are set, by what is said of each: one that is set otherwise is another line. */
async function wantedLines(services: Services): Promise<ReadonlyMap<string, () => Line>> {
  const { mailboxes, filingPort, textRepliesUrl } = await linesInUse(
    services,
    unscoped(services.db, 'intake'),
  );
  const wanted = new Map<string, () => Line>();
  for (const settings of mailboxes)
    wanted.set(JSON.stringify(settings), () => {
      const reader = startMailboxReader(services, settings);
      return { stop: reader.stop, mailbox: { name: mailboxName(settings), reader } };
    });
  if (filingPort !== undefined) wanted.set(`filing ${filingPort}`, () => filingLine(services, filingPort));
  if (textRepliesUrl !== undefined)
    wanted.set(`texts ${textRepliesUrl}`, () => startTextReader(services, textRepliesUrl));
  return wanted;
}

function filingLine(services: Services, port: number): Line {
  const receiver = smtpReceiver(services);
  receiver.listen(port, services.config.host);
  return {
    stop: () =>
      new Promise<void>((done) => {
        receiver.close(done);
      }),
  };
}
