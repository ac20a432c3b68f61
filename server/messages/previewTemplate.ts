import type { ShelfPreview } from '../../contract/matters.ts';
import { compose } from '../../core/compose/index.ts';
import type { PersonScope } from '../access/scope.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findStartable } from '../templates/compiled.ts';
import { gather } from './gather.ts';
import { showComposed } from './showComposed.ts';

/** A template filled in for a matter, to be seen before it is chosen. Nothing is kept. */
export async function previewTemplate(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  matterId: string,
  templateId: string,
): Promise<ShelfPreview> {
  const matter = await findMatter(scope, matterId);
  const template = await findStartable(scope, templateId);
  if (!matter || !template) throw notFound('template on this matter');
  const { channel, program } = template;
  const composed = compose(await gather(services, scope, { matter, writer: scope.actor, channel, program }));
  const { to, cc } = composed.recipients;
  return {
    to: to.map(({ name }) => name),
    cc: cc.map(({ name }) => name),
    ...showComposed(composed),
  };
}
