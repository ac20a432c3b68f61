import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { DeskMessage } from './layOut.ts';
import type { Message } from '../../contract/messages.ts';
import { senderOf, sendersFor } from './sendOptions.ts';
import { finishLetter } from '../../core/merge/finish.ts';
import { findVersion } from '../templates/queries.ts';
import { checkDeskMessage } from './checkDraft.ts';
import { stateDetail } from './messageSummary.ts';
import { limitFor } from '../sending/mailHosts.ts';
import { countSegments } from '../../core/channels/segments.ts';
import { sendTimes } from '../../core/dates/sendTimes.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { lateTexts } from '../../core/merge/late.ts';
import type { Conduct } from '../../core/template/template.ts';
import type { StoredMatter } from '../matters/queries.ts';
import type { Note } from '../../core/checks/index.ts';

/** A message as the API shows it, with what a recipient would read now and what the checks say of it. */
export async function viewMessage(office: Office, person: Account, desk: DeskMessage): Promise<Message> {
  const { message, matter, sender, settings, reader } = desk;
  const from = senderOf(message.conduct.sender, sender, matter, settings);
  const finished = finishLetter(message, reader, message.conduct);
  const template = message.templateVersionId
    ? await findVersion(office.db, message.templateVersionId)
    : undefined;
  const notes = message.state.kind === 'draft' ? await checkDeskMessage(office, person, desk) : [];
  return {
    id: message.id,
    channel: message.channel,
    matterId: matter.id,
    matterReference: matter.reference,
    matterTitle: matter.title,
    state: message.state.kind,
    stateDetail: stateDetail(message.state),
    revision: message.revision,
    templateId: template?.templateId ?? null,
    templateName: template?.name ?? null,
    from,
    sender: message.conduct.sender ?? null,
    senders: sendersFor(sender, matter, settings).map((one) => ({ ...one })),
    replyTo: message.conduct.replyTo ?? null,
    copyToSelf: message.conduct.copyToSelf === true,
    each: message.conduct.each === true,
    asks: (message.conduct.wanted ?? [])
      .filter((one) => one.category === undefined)
      .map(({ label }) => label),
    limitBytes: await limitFor(office, settings, from.address),
    segments: message.channel === 'text' ? { ...countSegments(finished.text.trim()) } : null,
    laterAt: [
      ...sendTimes(calendarOf(settings), zonedTime(settings.timeZone, office.now()), settings.workingHours),
    ],
    after: afterWords(message.conduct.after, matter),
    to: message.recipients.to.map((recipient) => ({ ...recipient, roles: [...recipient.roles] })),
    cc: message.recipients.cc.map((recipient) => ({ ...recipient, roles: [...recipient.roles] })),
    bcc: message.recipients.bcc.map((recipient) => ({ ...recipient, roles: [...recipient.roles] })),
    subject: finished.subject,
    html: finished.html,
    text: finished.text,
    subjectNodes: message.subject.map((node) => ({ ...node })),
    body: { ...message.body },
    blanks: message.blanks.map(({ key, label, kind, required, help, choices }) => ({
      key,
      label,
      kind,
      required,
      ...(help === undefined ? {} : { help }),
      choices: [...(choices ?? [])],
    })),
    answers: { ...message.answers },
    late: { ...lateTexts(message, reader) },
    enclosures: message.enclosures.map(({ blob: _blob, ...shown }) => shown),
    notes: viewNotes(notes),
    createdAtUtc: message.createdUtc,
    updatedAtUtc: message.updatedUtc,
  };
}

/** What sending will do on the matter besides filing. */
function afterWords(after: Conduct['after'], matter: StoredMatter): Message['after'] {
  const stage = matter.type.stages.find(({ key }) => key === after?.stage);
  return {
    ...(after?.followUp ? { followUpDays: after.followUp.workingDays, followUp: after.followUp.what } : {}),
    ...(stage ? { stage: stage.label } : {}),
  };
}

export const viewNotes = (notes: readonly Note[]): Message['notes'] =>
  notes.map((note) => ({
    ...note,
    params: { ...note.params },
    remedies: note.remedies.map((remedy) => ({ ...remedy })),
  }));
