import { compose } from '../../core/compose/index.ts';
import { compile } from '../../core/merge/compile.ts';
import { finishMessage } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { asMailed } from './asMailed.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { assemble, sealFiles } from '../platform/mail/assemble.ts';
import { gather } from './gather.ts';
import { findMatter } from '../matters/queries.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import { currentPassages } from '../templates/compiled.ts';

/** One template as a file that other programs read, filled in from a matter: no field's name is in it. */
export async function templateFile(
  services: Services,
  scope: PersonScope,
  id: string,
  matterId: string,
  format: 'eml' | 'html',
): Promise<{ readonly name: string; readonly mediaType: string; readonly bytes: Buffer }> {
  const template = await findInLibrary(scope, id);
  const matter = await findMatter(scope, matterId);
  if (!template || !matter) throw notFound('template');
  const program = compile(template.content, await currentPassages(scope));
  const composed = compose(
    await gather(services, scope, { matter, writer: scope.actor, channel: template.channel, program }),
  );
  const { recipients, from } = composed;
  const settings = await readSettings(scope);
  const finished = finishMessage(composed, composed.reader, composed.sendOptions, settings);
  const letter = asMailed(finished, composed.sendOptions, settings);
  if (format === 'html') {
    return { name: `${template.name}.html`, mediaType: 'text/html', bytes: Buffer.from(letter.html, 'utf8') };
  }
  const plan = planMessage({
    messageId: `<${services.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`,
    dateUtc: services.now(),
    from,
    recipients,
    message: letter,
    references: [],
    attachments: [],
  });
  return {
    name: `${template.name}.eml`,
    mediaType: 'message/rfc822',
    bytes: await assemble(plan, sealFiles(services.blobs)),
  };
}
