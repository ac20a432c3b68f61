import type { FiguresQuery } from '../../contract/figures.ts';
import type { TemplateContentJson } from '../../contract/templates.ts';
import { commonestRewritings } from '../../core/figures/rewritings.ts';
import { takeRewriting } from '../../core/figures/takeRewriting.ts';
import type { PersonScope } from '../access/scope.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { spanOf } from './readFigures.ts';
import { knownTemplates, rewritingsOf } from './templateQueries.ts';

/**
 * A template's current wording with the commonest rewriting of one of its sentences, the nth of those that are changed
 * most, taken over: what a new version can begin as. Nothing is changed by asking for it.
 */
export async function rewriteTemplate(
  scope: PersonScope,
  templateId: string,
  nth: number,
  query: FiguresQuery,
): Promise<{ readonly content: TemplateContentJson }> {
  const span = await spanOf(scope, query);
  const [template] = await knownTemplates(scope, templateId);
  if (!template) throw notFound('template');
  const rewriting = commonestRewritings(await rewritingsOf(scope, span, templateId))[nth];
  const body = rewriting && takeRewriting(template.content.body, rewriting.was, rewriting.became);
  if (!body) throw new DomainProblem('badRequest', [{ code: 'rewritingGone' }, { code: 'nothingChanged' }]);
  return { content: plainCopy({ ...template.content, body }) as unknown as TemplateContentJson };
}
