import type { StartMessage } from '../../contract/messages.ts';
import { bareProgram, compose } from '../../core/compose/index.ts';
import type { ComposedMessage, TakenUp } from '../../core/compose/index.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Contact } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import type { PersonScope } from '../access/scope.ts';
import { findContacts } from '../directory/contactQueries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { findMatter } from '../matters/queries.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import type { Program } from '../../core/merge/compile.ts';
import { findStartable, versionIn } from '../templates/compiled.ts';
import type { CompiledTemplate } from '../templates/compiled.ts';
import { appointmentHere } from './appointments.ts';
import { gather } from './gather.ts';
import type { Beginning } from './gather.ts';
import { takeUp } from './takeUp.ts';

/** A message as it would begin, before anything of it is kept. */
export interface BegunMessage {
  readonly matter: StoredMatter;
  readonly template: CompiledTemplate | undefined;
  readonly channel: Channel;
  readonly composed: ComposedMessage;
  /** Refuses what cannot be started here, with its reasons. Looked at, it can be all the same. */
  readonly mayStart: () => void;
}

/** Composes a message on a matter from its starting point. What looks at it and what starts it both begin here. */
export async function beginMessage(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<BegunMessage> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const asked = await templateFor(scope, start.templateId);
  const takenUp = await takeUp(services, scope, matter, start);
  const channel = asked?.channel ?? start.channel ?? answersBy(takenUp);
  const chosen = start.contactIds && (await chosenContacts(scope, start.contactIds));
  const { answers, documentIds, followUpId } = start;
  const appointment = channel === 'email' ? await appointmentHere(scope, matterId, start) : undefined;
  const { template, composed } = await composeOn(services, scope, asked, {
    matter,
    channel,
    ...(chosen ? { chosen } : {}),
    ...(takenUp ? { takenUp } : {}),
    ...(answers ? { answers } : {}),
    ...(documentIds ? { documentIds } : {}),
    ...(followUpId === undefined ? {} : { followUpId }),
    ...(appointment ? { appointment } : {}),
  });
  return {
    matter,
    template,
    channel,
    composed,
    mayStart: () => {
      if (template && !takenUp && !chosen) refuseUnready(template, composed, matter);
    },
  };
}

/** Composes a message from a template, or from its version in the language of whom it goes to; a bare sheet without one. */
export async function composeOn(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  asked: CompiledTemplate | undefined,
  beginning: Omit<Beginning, 'writer' | 'program'>,
): Promise<Pick<BegunMessage, 'template' | 'composed'>> {
  const composeFrom = async (program: Program): Promise<ComposedMessage> =>
    compose(await gather(services, scope, { ...beginning, writer: scope.actor, program }));
  const usual = await composeFrom(asked?.program ?? bareProgram(beginning.channel));
  // Whom it goes to decides the language; that is known once it is composed.
  const [first] = usual.reader.context.greeted;
  const inTheirs = asked && (await versionIn(scope, asked, first?.language));
  return {
    template: inTheirs ?? asked,
    composed: inTheirs ? await composeFrom(inTheirs.program) : usual,
  };
}

/** A text message is answered by one; all else by mail. */
const answersBy = (takenUp: TakenUp | undefined): Channel =>
  takenUp?.entry.channel === 'text' && takenUp.how !== 'forward' ? 'text' : 'email';

async function templateFor(
  scope: PersonScope,
  templateId: string | undefined,
): Promise<CompiledTemplate | undefined> {
  if (templateId === undefined) return undefined;
  const template = await findStartable(scope, templateId);
  if (!template) throw notFound('template');
  return template;
}

function refuseUnready(
  { name, program, channel }: CompiledTemplate,
  { reader }: ComposedMessage,
  { reference }: StoredMatter,
): void {
  const readiness = readinessOf(program, reader, channel);
  if (readiness.kind !== 'unavailable') return;
  const { reasons } = readiness;
  throw new DomainProblem('templateUnavailable', [{ code: 'cannotBeStarted', name, reference }], { reasons });
}

async function chosenContacts(scope: PersonScope, ids: readonly string[]): Promise<readonly Contact[]> {
  const found = await findContacts(scope, ids);
  return ids.map((id) => {
    const contact = found.get(asId(id));
    if (!contact) throw notFound('contact');
    return contact;
  });
}
