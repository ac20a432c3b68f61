import type { ChangeMessage, Message } from '../../contract/messages.ts';
import { resign, signerFor, typedRecipients } from '../../core/compose/index.ts';
import { onceEach } from '../../core/recipients/onceEach.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import { refreshValues } from '../../core/merge/refresh.ts';
import type { Result } from '../../core/model/problem.ts';
import { parseDocument, parseInline } from '../../core/template/parseDocument.ts';
import type { DocumentProblem } from '../../core/template/parseDocument.ts';
import type { DocumentNode, InlineDocument } from '../../core/template/document.ts';
import type { SendOptions } from '../../core/template/template.ts';
import { signaturesOf } from '../templates/compiled.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { updateDraft } from './queries.ts';
import type { StoredMessage } from './message.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { appointmentHere } from './appointments.ts';
import { openDraft, layoutDraft } from './draftLayout.ts';
import type { DraftLayout } from './draftLayout.ts';
import { orderEnclosures } from './enclosures/orderEnclosures.ts';
import { holdersOf } from './gather.ts';
import { viewMessage } from './messageView.ts';
import { quoteTakenUp } from './quoteTakenUp.ts';
import { signatureHere } from './signatureHere.ts';
import { switchTemplate } from './switchTemplate.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/**
 * Changes a draft: only what is given, and only if nobody changed it since `revision`. After new recipients its
 * greetings follow, where they were not touched by hand.
 */
export async function changeMessage(
  services: Services,
  scope: PersonScope,
  id: string,
  change: ChangeMessage,
): Promise<Message> {
  const { message, matter } = await openDraft(services, scope, id);
  if (message.state.kind !== 'draft')
    throw new DomainProblem('notADraft', [{ code: 'leftTheDesk' }, { code: 'recallToChange' }]);
  const revision = change.revision ?? message.revision;
  const begun =
    change.templateId === undefined
      ? message
      : await switchTemplate(services, scope, message, matter, change.templateId);
  const written = await applyChange(scope, matter, begun, change);
  const quoting = change.quoted ? await quoteTakenUp(services, scope, matter, written) : written;
  const changed = { ...quoting, updatedUtc: services.now() };
  const desk = await layoutDraft(services, scope, changed, matter);
  if (change.signature) await refuseForeign(scope, desk, change.signature);
  const signed =
    change.sender === undefined && change.signature === undefined
      ? changed
      : await signAnew(services, scope, { matter, begun }, changed, desk);
  const renewed =
    change.to || change.sender !== undefined || change.signature !== undefined
      ? refreshValues(signed, desk.reader)
      : changed;

  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateDraft(tx, renewed, revision))) {
      throw new DomainProblem('draftChanged');
    }
    await audit('message.changed', 'message', id, { parts: Object.keys(change) });
    tell({ kind: 'message', id, matterId: matter.id, draft: true });
  });
  const kept = { ...desk, message: { ...renewed, revision: revision + 1 } };
  return viewMessage(services, scope, kept);
}

/** Nobody signs with what is not their sender's. */
async function refuseForeign(scope: PersonScope, desk: DraftLayout, passageId: string): Promise<void> {
  const { message, matter, sender, settings } = desk;
  const { signatureOf } = signerFor(message.sendOptions.sender, sender, matter, settings);
  const own = await signaturesOf(scope, signatureOf);
  if (!own.some(({ id }) => id === passageId)) throw notFound('signature');
}

/** The signature follows the sender, where it still stands as it was put in. */
async function signAnew(
  services: Services,
  scope: PersonScope,
  { matter, begun }: { readonly matter: StoredMatter; readonly begun: StoredMessage },
  changed: StoredMessage,
  desk: DraftLayout,
): Promise<StoredMessage> {
  const before = await layoutDraft(services, scope, begun, matter);
  const [former, own] = await Promise.all([signatureHere(scope, before), signatureHere(scope, desk)]);
  const body = resign(changed.body, former, own);
  return body ? { ...changed, body } : changed;
}

async function applyChange(
  scope: PersonScope,
  matter: StoredMatter,
  message: StoredMessage,
  change: ChangeMessage,
): Promise<StoredMessage> {
  const { channel } = message;
  const typed = [...(change.to ?? []), ...(change.cc ?? []), ...(change.bcc ?? [])];
  const holders = await holdersOf(
    scope,
    typed.map(({ address }) => address),
    channel,
  );
  const line = (name: 'to' | 'cc' | 'bcc') => {
    const inputs = change[name];
    return inputs ? typedRecipients(inputs, matter, holders, channel) : message.recipients[name];
  };
  const recipients = onceEach({ to: line('to'), cc: line('cc'), bcc: line('bcc') }, channel);
  return {
    ...message,
    recipients,
    subject: change.subject === undefined ? message.subject : readSubject(change.subject),
    body: change.body === undefined ? message.body : readBody(change.body),
    sendOptions: {
      ...changeOptions(message.sendOptions, change),
      ...(await appointmentOption(scope, message, change.appointmentId)),
    },
    answers: change.answers ? { ...message.answers, ...change.answers } : message.answers,
    enclosures: change.enclosures
      ? orderEnclosures(matter, change.enclosures, message.enclosures)
      : message.enclosures,
  };
}

async function appointmentOption(
  scope: PersonScope,
  { matterId, channel }: StoredMessage,
  appointmentId: string | null | undefined,
): Promise<Pick<SendOptions, 'appointment'>> {
  if (typeof appointmentId !== 'string' || channel !== 'email') return {};
  const appointment = await appointmentHere(scope, matterId, { appointmentId });
  return appointment ? { appointment } : {};
}

/** How it goes, as its writer changes it; what is undone leaves no trace in it. */
function changeOptions(
  sendOptions: SendOptions,
  { sender, signature, replyTo, copyToSelf, each, appointmentId }: ChangeMessage,
): SendOptions {
  const {
    sender: oldSender,
    signature: oldSignature,
    replyTo: oldReplyTo,
    copyToSelf: oldCopy,
    each: oldEach,
    ...others
  } = sendOptions;
  const { appointment: _taken, ...without } = others;
  const rest = appointmentId === null ? without : others;
  // Another sender signs with their own.
  const signs = signature === undefined ? (sender === undefined ? oldSignature : undefined) : signature;
  const under = sender === undefined ? oldSender : (sender ?? undefined);
  const answersTo = replyTo === undefined ? oldReplyTo : replyTo === null ? undefined : oneLine(replyTo);
  return {
    ...rest,
    ...(under ? { sender: under } : {}),
    ...(signs ? { signature: signs } : {}),
    ...(answersTo ? { replyTo: answersTo } : {}),
    ...((copyToSelf ?? oldCopy) ? { copyToSelf: true } : {}),
    ...((each ?? oldEach) ? { each: true } : {}),
  };
}

const readBody = (json: unknown): DocumentNode => accept(parseDocument(json, 'message'));

const readSubject = (subject: string | readonly unknown[]): InlineDocument =>
  accept(parseInline(typeof subject === 'string' ? plainSubject(subject) : subject, 'message'));

const plainSubject = (subject: string) => (subject === '' ? [] : [{ type: 'text', text: subject }]);

function accept<T>(result: Result<T, readonly DocumentProblem[]>): T {
  if (result.ok) return result.value;
  throw new DomainProblem('badDocument', [], { problems: result.problems });
}
