import type { ChangeMessage, Message } from '../../contract/messages.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import { refreshValues } from '../../core/merge/refresh.ts';
import type { Result } from '../../core/model/problem.ts';
import { parseDocument, parseInline } from '../../core/template/parseDocument.ts';
import type { DocumentProblem } from '../../core/template/parseDocument.ts';
import type { DocumentNode, InlineDocument } from '../../core/template/document.ts';
import type { Conduct } from '../../core/template/template.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { updateDraft } from './queries.ts';
import type { StoredMessage } from './message.ts';
import type { StoredMatter } from '../matters/queries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { deskMessage, layOut } from './layOut.ts';
import { encloseDocuments } from './enclosures/encloseDocuments.ts';
import { viewMessage } from './messageView.ts';
import { resolveInputs } from './recipientInputs.ts';
import { switchTemplate } from './switchTemplate.ts';

/**
 * Changes a draft: only what is given, and only if nobody changed it since `revision`. After new recipients its
 * greetings follow, where they were not touched by hand.
 */
export async function changeMessage(
  office: Office,
  person: Account,
  id: string,
  change: ChangeMessage,
): Promise<Message> {
  const { message, matter } = await deskMessage(office, person, id);
  if (message.state.kind !== 'draft')
    throw new HttpProblem('notADraft', 'It has left the desk. Call it back to change it.');
  const revision = change.revision ?? message.revision;
  const begun =
    change.templateId === undefined
      ? message
      : await switchTemplate(office, message, matter, change.templateId);
  const changed = { ...(await applyChange(office, matter, begun, change)), updatedUtc: office.now() };
  const desk = await layOut(office, changed, matter);
  const renewed = change.to ? refreshValues(changed, desk.reader) : changed;

  await office.db.transaction(async (tx) => {
    if (!(await updateDraft(tx, renewed, revision))) {
      throw new HttpProblem(
        'draftChanged',
        'Somebody else has changed this draft. Your text is still here; theirs is kept on the server.',
      );
    }
    await insertAuditEvent(tx, {
      atUtc: renewed.updatedUtc,
      personId: person.id,
      what: 'message.changed',
      subjectKind: 'message',
      subjectId: id,
      detail: { parts: Object.keys(change) },
    });
  });
  office.changes.tell({ kind: 'message', id, matterId: matter.id });
  const kept = { ...desk, message: { ...renewed, revision: revision + 1 } };
  return viewMessage(office, person, kept);
}

async function applyChange(
  office: Office,
  matter: StoredMatter,
  message: StoredMessage,
  change: ChangeMessage,
): Promise<StoredMessage> {
  const line = (name: 'to' | 'cc' | 'bcc') => {
    const inputs = change[name];
    return inputs ? resolveInputs(office, matter, inputs, message.channel) : message.recipients[name];
  };
  const recipients = { to: await line('to'), cc: await line('cc'), bcc: await line('bcc') };
  return {
    ...message,
    recipients,
    subject: change.subject === undefined ? message.subject : readSubject(change.subject),
    body: change.body === undefined ? message.body : readBody(change.body),
    conduct: changeConduct(message.conduct, change),
    answers: change.answers ? { ...message.answers, ...change.answers } : message.answers,
    enclosures: change.enclosures
      ? encloseDocuments(matter, change.enclosures, message.enclosures)
      : message.enclosures,
  };
}

/** How it goes, as its writer changes it; what is undone leaves no trace in it. */
function changeConduct(conduct: Conduct, { sender, replyTo, copyToSelf, each }: ChangeMessage): Conduct {
  const { sender: oldSender, replyTo: oldReplyTo, copyToSelf: oldCopy, each: oldEach, ...rest } = conduct;
  const under = sender === undefined ? oldSender : (sender ?? undefined);
  const answersTo = replyTo === undefined ? oldReplyTo : replyTo === null ? undefined : oneLine(replyTo);
  return {
    ...rest,
    ...(under ? { sender: under } : {}),
    ...(answersTo ? { replyTo: answersTo } : {}),
    ...((copyToSelf ?? oldCopy) ? { copyToSelf: true } : {}),
    ...((each ?? oldEach) ? { each: true } : {}),
  };
}

const readBody = (json: unknown): DocumentNode => accept(parseDocument(json, 'letter'));

const readSubject = (subject: string | readonly unknown[]): InlineDocument =>
  accept(parseInline(typeof subject === 'string' ? plainSubject(subject) : subject, 'letter'));

const plainSubject = (subject: string) => (subject === '' ? [] : [{ type: 'text', text: subject }]);

function accept<T>(result: Result<T, readonly DocumentProblem[]>): T {
  if (result.ok) return result.value;
  throw new HttpProblem('badDocument', undefined, { problems: result.problems });
}
