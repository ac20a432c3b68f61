import { planMessage } from '../../core/mime/plan.ts';
import { escapeHtml } from '../../core/merge/renderHtml.ts';
import type { HouseMail } from '../access/services.ts';
import type { Scope } from '../access/scope.ts';
import { assemble, sealFiles } from '../platform/mail/assemble.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { handOverNow } from './handOverNow.ts';

/**
 * Hands a message of the practice to one of its own people over at once; it is filed nowhere, since it holds what lets them
 * in. False where the practice has no address or no host took it.
 */
export async function mailHouse(services: Services, scope: Scope, mail: HouseMail): Promise<boolean> {
  const { practice, practiceEmail } = await readSettings(scope);
  if (practiceEmail === '') return false;
  const { to, subject, text } = mail;
  const messageId = `<${services.newId()}@${practiceEmail.split('@')[1] ?? 'localhost'}>`;
  const plan = planMessage({
    messageId,
    dateUtc: services.now(),
    from: { name: practice.name, address: practiceEmail },
    recipients: { to: [{ ...to, roles: [] }], cc: [], bcc: [] },
    message: { subject, text, html: `<p>${escapeHtml(text).replaceAll('\n\n', '</p><p>')}</p>`, open: [] },
    references: [],
    attachments: [],
    pictures: [],
  });
  const bytes = await assemble(plan, sealFiles(services.blobs));
  const envelope = { from: practiceEmail, to: plan.envelopeTo, reference: messageId, subject };
  const { outcome, permanentFailures } = await handOverNow(services, scope, envelope, bytes);
  return outcome.kind === 'accepted' && permanentFailures.length === 0;
}
