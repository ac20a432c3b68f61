import { fromJson } from '../database/json.ts';
import { kept, stampAnew } from '../database/kept.ts';
import type { Tx } from '../database/transaction.ts';
import type { MailboxSettings } from '../config.ts';
import { findSetting, writeSetting } from '../settings/queries.ts';

/** A mailbox that the practice set on its own screen. Its password is kept as it is, since the host asks for it so. */
export interface StoredMailbox extends MailboxSettings {
  readonly key: string;
}

/** Where mail comes in, and where text messages and letters go out, as set on the practice's screen. */
export interface MailLines {
  readonly mailboxes: readonly StoredMailbox[];
  /** Where mail for matters' own addresses is taken; null where that is not said here. */
  readonly filingPort: number | null;
  /** Empty where it is not said here. */
  readonly textGatewayUrl: string;
  readonly textRepliesUrl: string;
  readonly printerUrl: string;
  /** Certificates of authorities that the practice trusts for its hosts (PEM), beside those known to Node.js. */
  readonly authorities: string;
}

/** Where they are kept among the settings; their passwords stay out of archives. */
export const MAIL_LINES_KEY = 'mailLines';

/** Where nothing is set on the screen. */
export const NO_LINES: MailLines = {
  mailboxes: [],
  filingPort: null,
  textGatewayUrl: '',
  textRepliesUrl: '',
  printerUrl: '',
  authorities: '',
};

export const readMailLines = kept(['hosts'], async (reads): Promise<MailLines> => {
  const value = await findSetting(reads, MAIL_LINES_KEY);
  return { ...NO_LINES, ...(value === undefined ? {} : fromJson<Partial<MailLines>>(value)) };
});

export async function writeMailLines(tx: Tx, lines: MailLines): Promise<void> {
  await writeSetting(tx, MAIL_LINES_KEY, lines);
  await stampAnew(tx, 'hosts');
}

/** The lines as they are kept, without what mailboxes are signed in to with: one without a password is not read. */
export function linesWithoutPasswords(value: string): string {
  const lines = fromJson<Partial<MailLines>>(value);
  return JSON.stringify({
    ...lines,
    mailboxes: (lines.mailboxes ?? []).map((one) => ({ ...one, password: '' })),
  });
}
