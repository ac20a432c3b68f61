import { questionsOf } from '../../core/template/question.ts';
import type { Services } from '../platform/services.ts';
import type { DraftLayout } from './draftLayout.ts';
import type { Message } from '../../contract/messages.ts';
import { senderOf, sendersFor, signerFor } from '../../core/compose/index.ts';
import { finishMessage } from '../../core/merge/finish.ts';
import type { FinishedMessage } from '../../core/merge/finish.ts';
import { checkDraft } from './checkDraft.ts';
import { stateDetail } from './messageSummary.ts';
import { limitFor } from '../platform/mail/mailHosts.ts';
import { countSegments } from '../../core/channels/segments.ts';
import { sendTimes } from '../../core/dates/sendTimes.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { lateTexts } from '../../core/merge/late.ts';
import type { BlankDefinition } from '../../core/template/blanks.ts';
import type { SendOptions } from '../../core/template/template.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { noteId } from '../../core/checks/index.ts';
import type { Note } from '../../core/checks/index.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { mayKnow } from '../access/mayKnow.ts';
import { asMailed } from './asMailed.ts';
import { viewAppointment } from './appointments.ts';
import { signaturesOf, versionOf } from '../templates/compiled.ts';
import type { TemplateVersion } from '../templates/template.ts';
import type { StoredMessage } from './message.ts';

/** A message as the API shows it, with what a recipient would read now and what the checks say of it. */
export async function viewMessage(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
): Promise<Message> {
  const { message, matter, sender, settings, reader } = desk;
  const from = senderOf(message.sendOptions.sender, sender, matter, settings);
  const finished = finishMessage(message, reader, message.sendOptions, {
    look: settings.look,
    pictureUrl: (picture) => `/api/v1/pictures/${picture}`,
  });
  const template = await templateOf(scope, message);
  const notes = message.state.kind === 'draft' ? await checkDraft(services, scope, desk) : [];
  return {
    ...headOf(message, matter),
    templateId: template?.templateId ?? null,
    templateName: template?.name ?? null,
    from: message.channel === 'text' ? { ...from, address: settings.textSender } : from,
    sender: message.sendOptions.sender ?? null,
    senders: sendersFor(sender, matter, settings).map((one) => ({ ...one })),
    ...(await signaturesHere(scope, desk)),
    replyTo: message.sendOptions.replyTo ?? null,
    copyToSelf: message.sendOptions.copyToSelf === true,
    mayQuote: mayQuote(message.sendOptions),
    // What asks has a page for each.
    each: message.sendOptions.each === true || questionsOf(message.body.content).length > 0,
    wanted: (message.sendOptions.wanted ?? []).map((one) => ({ ...one })),
    limitBytes: await limitFor(services, scope, settings, from.address),
    segments: segmentsOf(message, finished),
    laterAt: [
      ...sendTimes(calendarOf(settings), zonedTime(settings.timeZone, services.now()), settings.workingHours),
    ],
    hours: {
      timeZone: settings.timeZone,
      weekdays: [...settings.weekdays],
      holidays: [...settings.holidays],
      ...settings.workingHours,
    },
    after: afterWords(message.sendOptions.after, matter),
    appointment: await viewAppointment(scope, message.sendOptions),
    ...viewRecipients(message.recipients),
    subject: finished.subject,
    html: finished.html,
    text: finished.text,
    mailText: asMailed(finished, message.sendOptions, settings).text,
    subjectNodes: structuredClone([...message.subject]),
    body: { ...message.body },
    blanks: message.blanks.map((blank) => viewBlank(blank, matter.type.currency)),
    answers: { ...message.answers },
    late: { ...lateTexts(message, reader) },
    enclosures: message.enclosures.map(({ blob: _blob, ...shown }) => shown),
    notes: viewNotes(notes),
    createdAtUtc: message.createdUtc,
    updatedAtUtc: message.updatedUtc,
  };
}

const headOf = ({ id, channel, state, revision }: StoredMessage, matter: StoredMatter) => ({
  id,
  channel,
  matterId: matter.id,
  matterReference: matter.reference,
  matterTitle: matter.title,
  state: state.kind,
  stateDetail: stateDetail(state),
  revision,
});

async function signaturesHere(
  scope: Scope,
  { message: { sendOptions }, matter, sender, settings }: DraftLayout,
): Promise<Pick<Message, 'signature' | 'signatures'>> {
  const { signatureOf } = signerFor(sendOptions.sender, sender, matter, settings);
  const signatures = await signaturesOf(scope, signatureOf);
  return { signatures: [...signatures], signature: sendOptions.signature ?? null };
}

const segmentsOf = ({ channel }: StoredMessage, { text }: FinishedMessage): Message['segments'] =>
  channel === 'text' ? { ...countSegments(text.trim()) } : null;

const viewRecipients = ({ to, cc, bcc }: Recipients): Pick<Message, 'to' | 'cc' | 'bcc'> => {
  const shown = (line: Recipients['to']): Message['to'] =>
    line.map((recipient) => ({ ...recipient, roles: [...recipient.roles] }));
  return { to: shown(to), cc: shown(cc), bcc: shown(bcc) };
};

const mayQuote = ({ takenUp }: SendOptions): boolean =>
  takenUp !== undefined && takenUp.how !== 'forward' && takenUp.quoted !== true;

export const viewBlank = (
  { key, label, kind, required, help, choices, looks }: BlankDefinition,
  currency: string,
): Message['blanks'][number] => ({
  key,
  label,
  kind,
  required,
  ...(help === undefined ? {} : { help }),
  choices: [...(choices ?? [])],
  ...(kind === 'money' ? { currency } : {}),
  ...(looks ? { looks } : {}),
});

/** What a message was made from, by name; what is private to somebody else has no name for others. */
async function templateOf(
  scope: Scope,
  { templateVersionId }: StoredMessage,
): Promise<TemplateVersion | undefined> {
  const version = templateVersionId ? await versionOf(scope, templateVersionId) : undefined;
  return version && mayKnow(scope, version) ? version : undefined;
}

/** What sending will do on the matter besides filing. */
function afterWords(after: SendOptions['after'], matter: StoredMatter): Message['after'] {
  const stage = matter.type.stages.find(({ key }) => key === after?.stage);
  return {
    ...(after?.followUp ? { followUpDays: after.followUp.workingDays, followUp: after.followUp.what } : {}),
    ...(stage ? { stage: stage.label } : {}),
    ...(after?.chaserPlanId === undefined ? {} : { reminders: true as const }),
  };
}

export const viewNotes = (notes: readonly Note[]): Message['notes'] =>
  notes.map((note) => ({
    ...note,
    id: noteId(note),
    params: { ...note.params },
    remedies: note.remedies.map((remedy) => ({ ...remedy })),
  }));
