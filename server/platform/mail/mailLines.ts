import type { MailboxSettings } from '../config.ts';
import type { Reads } from '../database/reads.ts';
import type { Services } from '../services.ts';
import { readMailLines } from './mailLineQueries.ts';

/** The lines that are used now; what is undefined is not there at all. */
export interface LinesInUse {
  readonly mailboxes: readonly MailboxSettings[];
  readonly filingPort: number | undefined;
  readonly textGatewayUrl: string | undefined;
  readonly textRepliesUrl: string | undefined;
  readonly printerUrl: string | undefined;
}

const filled = (text: string): string | undefined => (text === '' ? undefined : text);

/** Every line that mail comes in or goes out by: those set on the practice's screen before those it was started with. */
export async function linesInUse({ config }: Pick<Services, 'config'>, reads: Reads): Promise<LinesInUse> {
  const set = await readMailLines(reads);
  return {
    mailboxes: [
      // One from an archive has no password until somebody gives it one again.
      ...set.mailboxes.filter(({ password }) => password !== ''),
      ...(config.mailbox ? [config.mailbox] : []),
    ],
    filingPort: set.filingPort ?? config.filingPort,
    textGatewayUrl: filled(set.textGatewayUrl) ?? config.textGatewayUrl,
    textRepliesUrl: filled(set.textRepliesUrl) ?? config.textRepliesUrl,
    printerUrl: filled(set.printerUrl) ?? config.printerUrl,
  };
}
