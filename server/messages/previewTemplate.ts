import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ShelfPreview } from '../../contract/matters.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { contactsBehind, greetedOf } from './layOut.ts';
import { readerFor } from './readerFor.ts';
import { merge } from '../../core/merge/merge.ts';
import { lateTexts } from '../../core/merge/late.ts';
import { documentWords } from './documentWords.ts';

/** A template filled in for a matter, to be seen before it is chosen. Nothing is kept. */
export async function previewTemplate(
  office: Office,
  person: Account,
  matterId: string,
  templateId: string,
): Promise<ShelfPreview> {
  const matter = await findMatter(office.db, matterId, person.id);
  const template = await office.programs.find(office.db, templateId);
  if (!matter || !template) throw notFound('template on this matter');
  const settings = await readSettings(office.db);
  const { recipients } = resolveRecipients(template.content.recipients, matter, template.channel);
  const contacts = await contactsBehind(office, recipients, matter);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const greeted = greetedOf(recipients, contacts);
  const reader = readerFor(matter, person, settings, greeted, office.now(), signature);
  const letter = merge(template.program, reader);
  return {
    to: recipients.to.map(({ name }) => name),
    cc: recipients.cc.map(({ name }) => name),
    subjectNodes: letter.subject.map((node) => ({ ...node })),
    body: { ...letter.body },
    blanks: letter.blanks.map(({ key, label }) => ({ key, label })),
    answers: { ...letter.proposed },
    late: { ...lateTexts(letter, reader) },
    documents: template.content.documents.map((rule) => documentWords(rule, matter)),
  };
}
