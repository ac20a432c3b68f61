import type { DraftPreview, DraftTemplate } from '../../contract/templates.ts';
import { countSegments } from '../../core/channels/segments.ts';
import { compose } from '../../core/compose/index.ts';
import { compile } from '../../core/merge/compile.ts';
import { parseContent } from '../../core/template/parseContent.ts';
import type { UnreadContent } from '../../core/template/parseContent.ts';
import type { PersonScope } from '../access/scope.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { currentPassages } from '../templates/compiled.ts';
import { problemsOver } from '../templates/templateContent.ts';
import { gather } from './gather.ts';
import { showComposed } from './showComposed.ts';

/** A template as it is being written: what is wrong with it, and how it would read on a matter. Nothing is kept. */
export async function previewDraft(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  { channel, content: json, matterId }: DraftTemplate,
): Promise<DraftPreview> {
  const read = parseContent(json as unknown as UnreadContent);
  if (!read.ok) {
    const [first] = read.problems;
    return { problems: [], unreadable: first?.code ?? 'notADocument', preview: null, segments: null };
  }
  const types = await listMatterTypes(scope);
  const passages = await currentPassages(scope);
  const problems = [...problemsOver(read.value, types, passages)];
  if (matterId === undefined) return { problems, unreadable: null, preview: null, segments: null };

  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const program = compile(read.value, passages);
  const composed = compose(await gather(services, scope, { matter, writer: scope.actor, channel, program }));
  const shown = showComposed(composed);
  return {
    problems,
    unreadable: null,
    preview: { ...shown, from: composed.from.name },
    segments: channel === 'text' ? { ...countSegments(shown.text.trim()) } : null,
  };
}
