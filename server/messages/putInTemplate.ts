import type { PutInTemplate, TemplatePutIn } from '../../contract/putIn.ts';
import { addWording, enclosuresByRule } from '../../core/compose/index.ts';
import { sendOptionsOf } from '../../core/template/template.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findStartable } from '../templates/compiled.ts';
import { draftOnDesk } from './enclosures/changeEnclosures.ts';
import { isSame } from './enclosures/enclosed.ts';
import { fetchWanted } from './enclosures/fetchWanted.ts';
import { viewMessage } from './messageView.ts';
import { updateDraft } from './queries.ts';

/**
 * Puts a template's wording into a draft beside what is there: what it asks and encloses comes along, its words are given
 * back for the place where the writer wants them. Whom it goes to, its subject and its sender stay.
 */
export async function putInTemplate(
  services: Services,
  scope: PersonScope,
  id: string,
  { templateId }: PutInTemplate,
): Promise<TemplatePutIn> {
  const desk = await draftOnDesk(services, scope, id);
  const { message, matter, reader } = desk;
  const template = await findStartable(scope, templateId);
  if (!template) throw notFound('template');
  if (template.channel !== message.channel)
    throw new DomainProblem('templateUnavailable', [{ code: 'otherChannel', name: template.name }]);
  const { program } = template;
  const { content, blanks, answers } = addWording(program, reader, message);
  const rules = enclosuresByRule(program.content.documents, matter.documents, reader);
  const fetched = await fetchWanted(services, scope, matter, reader, rules);
  const fresh = fetched.filter((one) => !message.enclosures.some((there) => isSame(there, one)));
  const wanted = [...(message.sendOptions.wanted ?? []), ...(sendOptionsOf(program.content).wanted ?? [])];
  const changed = {
    ...message,
    blanks,
    answers,
    enclosures: [...message.enclosures, ...fresh],
    sendOptions: { ...message.sendOptions, ...(wanted.length > 0 ? { wanted } : {}) },
    updatedUtc: services.now(),
  };
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateDraft(tx, changed, message.revision))) throw new DomainProblem('draftChanged');
    await audit('message.changed', 'message', id, { parts: ['template'], templateId });
    tell({ kind: 'message', id, matterId: matter.id });
  });
  const kept = { ...desk, message: { ...changed, revision: message.revision + 1 } };
  return {
    message: await viewMessage(services, scope, kept),
    content: content.map((block) => ({ ...block })),
  };
}
