import { MAX_RECIPIENTS } from '../../contract/messages.ts';
import type { ChangeMessage, Message, StartMessage } from '../../contract/messages.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { invitedTo } from '../matters/invitationQueries.ts';
import type { Services } from '../platform/services.ts';
import { beginMessage } from './beginMessage.ts';
import { layoutDraft } from './draftLayout.ts';
import { changeMessage } from './changeMessage.ts';
import { draftOf } from './draftOf.ts';
import { viewMessage } from './messageView.ts';
import { insertMessage } from './queries.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { startableTemplates } from '../templates/compiled.ts';
import { countPassed } from '../templates/passedQueries.ts';
import type { Passed } from '../templates/passedQueries.ts';

/** Those who were invited to an appointment are who hears of its change, or that it is off, unless others are chosen. */
async function toldBefore(
  scope: PersonScope,
  { appointmentId, contactIds, inReplyTo }: StartMessage,
): Promise<NonNullable<ChangeMessage['to']>> {
  if (appointmentId === undefined || contactIds || inReplyTo !== undefined) return [];
  const invited = await invitedTo(scope, [appointmentId]);
  return invited
    .filter(({ calledOff }) => !calledOff)
    .slice(0, MAX_RECIPIENTS)
    .map(({ name, address }) => ({ name, address }));
}

/** Templates that stood above the chosen one and were not taken, each once a day and start; only those the actor may know. */
async function passedBy(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  { passedOver = [], templateId }: StartMessage,
): Promise<Passed> {
  if (passedOver.length === 0) return { day: '', templateIds: [] };
  const known = new Set((await startableTemplates(scope)).map(({ templateId: id }) => id as string));
  const { timeZone } = await readSettings(scope);
  return {
    day: zonedTime(timeZone, services.now()).date,
    templateIds: [...new Set(passedOver)].filter((id) => id !== templateId && known.has(id)),
  };
}

/** Starts a message on a matter: composed, with its files fetched, kept as a draft at once. */
export async function startMessage(
  services: Services,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<Message> {
  const begun = await beginMessage(services, scope, matterId, start);
  begun.mayStart();
  const message = await draftOf(services, scope, begun);
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    await insertMessage(tx, message);
    await countPassed(tx, await passedBy(services, inside, start));
    const { templateVersionId } = message;
    await audit('message.started', 'message', message.id, { matterId, templateVersionId });
    tell({ kind: 'message', id: message.id, matterId });
  });
  // A change of its own: a crash between the two leaves the draft, to those whom its template names.
  const told = await toldBefore(scope, start);
  if (told.length > 0) return changeMessage(services, scope, message.id, { to: told });
  return viewMessage(services, scope, await layoutDraft(services, scope, message, begun.matter));
}
