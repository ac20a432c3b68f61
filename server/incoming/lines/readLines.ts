import type { MailLinesView } from '../../../contract/mailLines.ts';
import type { Scope } from '../../access/scope.ts';
import { readMailLines } from '../../platform/mail/mailLineQueries.ts';
import type { Services } from '../../platform/services.ts';
import { revisionOf } from '../../platform/settings/revision.ts';
import { mailboxName } from '../mailboxReader.ts';

export async function readLines(
  { config, mailboxes: standing }: Pick<Services, 'config' | 'mailboxes'>,
  scope: Scope,
): Promise<MailLinesView> {
  const { mailboxes, ...lines } = await readMailLines(scope);
  const set = {
    ...lines,
    mailboxes: mailboxes.map(({ password, ...one }) => ({ ...one, hasPassword: password !== '' })),
  };
  return {
    revision: revisionOf(set),
    ...set,
    fromOutside: {
      mailbox: config.mailbox ? mailboxName(config.mailbox) : null,
      filingPort: config.filingPort ?? null,
      textGatewayUrl: config.textGatewayUrl ?? '',
      textRepliesUrl: config.textRepliesUrl ?? '',
      printerUrl: config.printerUrl ?? '',
    },
    standing: [...standing()],
  };
}
