import { compile } from '../../core/merge/compile.ts';
import { finishProgram } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import { assemble } from '../sending/assemble.ts';
import { findMatter } from '../matters/queries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import { senderOf } from './sendOptions.ts';
import { contactsBehind, greetedOf } from './layOut.ts';
import { readerFor } from './readerFor.ts';

/** One template as a file that other programs read, filled in from a matter: no field's name is in it. */
export async function templateFile(
  office: Office,
  person: Account,
  id: string,
  matterId: string,
  format: 'eml' | 'html',
): Promise<{ readonly name: string; readonly mediaType: string; readonly bytes: Buffer }> {
  const template = await findInLibrary(office.db, id, person.id);
  const matter = await findMatter(office.db, matterId, person.id);
  if (!template || !matter) throw notFound('template or matter');
  const settings = await readSettings(office.db);
  const program = compile(template.content, await office.programs.passages(office.db));
  const { recipients } = resolveRecipients(template.content.recipients, matter);
  const contacts = await contactsBehind(office, recipients, matter);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const reader = readerFor(
    matter,
    person,
    settings,
    greetedOf(recipients, contacts),
    office.now(),
    signature,
  );
  const letter = finishProgram(program, reader, {});
  if (format === 'html') {
    const page = `<!doctype html><html><head><meta charset="utf-8"><title></title></head><body>${letter.html}</body></html>`;
    return { name: `${template.name}.html`, mediaType: 'text/html', bytes: Buffer.from(page, 'utf8') };
  }
  const from = senderOf(template.content.sender, person, matter, settings);
  const plan = planMessage({
    messageId: `<${office.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`,
    dateUtc: office.now(),
    from,
    recipients,
    letter,
    references: [],
    attachments: [],
  });
  return {
    name: `${template.name}.eml`,
    mediaType: 'message/rfc822',
    bytes: await assemble(plan, office.blobs),
  };
}
