import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { DraftTemplate } from '../../contract/templates.ts';
import { readContent } from '../templates/templateContent.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { contactsBehind, greetedOf } from './layOut.ts';
import { readerFor } from './readerFor.ts';
import { setDraftLetter } from './letters.ts';

/** A letter's wording set for a matter, as it would be printed. Nothing is kept. */
export async function draftPdf(
  office: Office,
  person: Account,
  { channel, content: json, matterId }: DraftTemplate,
): Promise<Buffer> {
  const content = readContent(json);
  const matter = matterId === undefined ? undefined : await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const { recipients } = resolveRecipients(content.recipients, matter, channel);
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
  return (await setDraftLetter(office, content, reader)).bytes;
}
