import type { TestSent } from '../../contract/messages.ts';
import { finishMessage } from '../../core/merge/finish.ts';
import { escapeHtml } from '../../core/merge/renderHtml.ts';
import { planMessage } from '../../core/mime/plan.ts';
import { senderOf } from '../../core/compose/index.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { joinNames } from '../../core/values/writeValue.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { openDraft } from '../messages/draftLayout.ts';
import { assemble, sealFiles } from '../platform/mail/assemble.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { asMailed } from '../messages/asMailed.ts';
import { plannedPictures } from './freeze.ts';
import { insertTest } from './testQueries.ts';
import { handOverNow } from './handOverNow.ts';

/**
 * Sends a draft to its writer alone, as it stands, marked as a test in its subject and its first line. It goes at once, is
 * filed nowhere and changes nothing; its Message-ID is remembered, so that it is not taken for mail that came in.
 */
export async function sendTest(services: Services, scope: PersonScope, id: string): Promise<TestSent> {
  const { message, matter, sender, settings, reader } = await openDraft(services, scope, id);
  if (message.state.kind !== 'draft' || message.channel !== 'email')
    throw new DomainProblem('notADraft', [{ code: 'onlyWritten' }]);
  const { name, email } = scope.actor;
  const from = senderOf(message.sendOptions.sender, sender, matter, settings);
  if (from.address === '') throw new DomainProblem('notesStop', [{ code: 'senderGone' }]);
  const letter = asMailed(
    finishMessage(message, reader, message.sendOptions, settings),
    message.sendOptions,
    settings,
  );
  const marked = `This is a test. ${wouldGo(message.recipients)} Nobody but you has it, and it is filed nowhere.`;
  const messageId = `<${services.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`;
  const plan = planMessage({
    messageId,
    dateUtc: services.now(),
    from,
    recipients: { to: [{ name, address: email, roles: [] }], cc: [], bcc: [] },
    message: {
      ...letter,
      subject: `[Test] ${letter.subject}`,
      text: `${marked}\n\n${letter.text}`,
      html: withLine(letter.html, marked),
    },
    references: [],
    attachments: message.enclosures,
    pictures: await plannedPictures(scope, message, settings),
  });
  const bytes = await assemble(plan, sealFiles(services.blobs));
  await changing(services, scope, async ({ tx, audit }) => {
    await insertTest(tx, messageId);
    await audit('message.tested', 'message', id);
  });
  const envelope = { from: from.address, to: plan.envelopeTo, reference: messageId, subject: plan.subject };
  const { outcome, permanentFailures } = await handOverNow(services, scope, envelope, bytes);
  if (outcome.kind === 'accepted' && permanentFailures.length === 0) return { sentTo: email };
  const reply = 'reply' in outcome ? outcome.reply : (permanentFailures[0]?.reply ?? 'no answer');
  throw new DomainProblem('testNotSent', [{ code: 'testRefused', reply }, { code: 'draftUnchanged' }]);
}

const wouldGo = ({ to, cc, bcc }: Recipients): string => {
  const people = [...to, ...cc, ...bcc].map(({ name, address }) => name || address);
  return people.length === 0 ? 'It goes to nobody yet.' : `It would go to ${joinNames(people)}.`;
};

/** The line before everything else that the message shows. */
const withLine = (html: string, line: string): string => {
  const shown = `<p>${escapeHtml(line)}</p>`;
  return /<body[^>]*>/i.test(html) ? html.replace(/<body[^>]*>/i, (tag) => tag + shown) : shown + html;
};
