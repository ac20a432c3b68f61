import type { DraftTemplate } from '../../contract/templates.ts';
import { compose } from '../../core/compose/index.ts';
import { compile } from '../../core/merge/compile.ts';
import type { PersonScope } from '../access/scope.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { currentPassages } from '../templates/compiled.ts';
import { readContent } from '../templates/readContent.ts';
import { gather } from './gather.ts';
import { setLetter } from './letters.ts';

/** A letter's wording set for a matter, as it would be printed. Nothing is kept. */
export async function draftPdf(
  services: Pick<Services, 'blobs' | 'now' | 'pdfRenderer'>,
  scope: PersonScope,
  { channel, content: json, matterId }: DraftTemplate,
): Promise<Buffer> {
  const content = await readContent(scope, json);
  const matter = matterId === undefined ? undefined : await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const program = compile(content, await currentPassages(scope));
  const { reader } = compose(
    await gather(services, scope, { matter, writer: scope.actor, channel, program }),
  );
  return setLetter(services, scope, program, reader);
}
