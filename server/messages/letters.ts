import { formatDate } from '../../core/dates/formatDate.ts';
import { compile } from '../../core/merge/compile.ts';
import type { Program } from '../../core/merge/compile.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { finishLetter, finishProgram } from '../../core/merge/finish.ts';
import { merge } from '../../core/merge/merge.ts';
import { settleLetter } from '../../core/merge/settle.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { Practice } from '../../core/model/matter.ts';
import { contactsOf, resolveRecipients } from '../../core/recipients/recipients.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { documentRuleWords } from '../../core/template/outline.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import { documentOf } from '../../core/template/document.ts';
import type { Answers } from '../../core/template/blanks.ts';
import { latestOfCategory } from '../../core/shelf/index.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { LetterPdf } from '../platform/pdf/letterPdf.ts';
import type { Office } from '../app/services.ts';
import type { StoredMessage } from './message.ts';
import { findPictures } from '../templates/pictureQueries.ts';

export interface MadeLetter {
  readonly blob: string;
  readonly sizeBytes: number;
  readonly category: string;
}

/** Fills a letter template in and sets it; undefined where the template is gone. The bytes are kept. */
export async function makeLetter(
  office: Office,
  templateId: string,
  reader: FieldReader,
): Promise<MadeLetter | undefined> {
  const template = await office.programs.find(office.db, templateId);
  if (!template) return undefined;
  const { bytes } = await setLetter(office, template.program, reader, {});
  return {
    blob: await office.blobs.put(bytes),
    sizeBytes: bytes.length,
    category: template.content.category,
  };
}

/** A template's wording as it is being written, set for a matter. */
export async function setDraftLetter(
  office: Office,
  content: TemplateContent,
  reader: FieldReader,
): Promise<LetterPdf> {
  return setLetter(office, compile(content, await office.programs.passages(office.db)), reader, {});
}

async function setLetter(
  office: Office,
  program: Program,
  reader: FieldReader,
  answers: Answers,
): Promise<LetterPdf> {
  const { record, practice, today } = reader.context;
  const letter = merge(program, reader);
  const answered = { ...letter.proposed, ...answers };
  const { recipients } = resolveRecipients(program.content.recipients, record);
  const [first] = contactsOf(recipients.to, record);
  const body = settleLetter({ ...letter, answers: answered }, reader);
  const enclosures = program.content.documents.map((rule) =>
    rule.kind === 'latest'
      ? (latestOfCategory(record.documents, rule.category)?.name ?? documentRuleWords(rule))
      : rule.kind === 'ask'
        ? rule.label
        : rule.name,
  );
  return office.press.set({
    letterhead: letterheadOf(practice),
    recipient: first ? addressOf(first) : recipients.to.map(({ name }) => name),
    reference: record.reference,
    day: formatDate(today, 'long'),
    subject: finishProgram(program, reader, answered).subject,
    body,
    enclosures,
    pictures: await picturesFor(office, body),
    atUtc: office.now(),
  });
}

/** A letter as it was written on the desk, set for those it goes to, as of the day it leaves. */
export async function setWrittenLetter(
  office: Office,
  message: Pick<
    StoredMessage,
    'recipients' | 'subject' | 'body' | 'blanks' | 'answers' | 'enclosures' | 'conduct'
  >,
  reader: FieldReader,
): Promise<Buffer> {
  const { record, practice, today } = reader.context;
  const body = settleLetter(message, reader);
  const { bytes } = await office.press.set({
    letterhead: letterheadOf(practice),
    recipient: addressBlock(message.recipients.to),
    reference: record.reference,
    day: formatDate(today, 'long'),
    subject: finishLetter(message, reader, message.conduct).subject,
    body,
    enclosures: message.enclosures.map(({ fileName }) => fileName.replace(/\.[^.]{1,5}$/, '')),
    pictures: await picturesFor(office, body),
    atUtc: office.now(),
  });
  return bytes;
}

/** Those a letter is for, one under the other, then where they live; their own name is left off the address. */
function addressBlock(to: readonly Recipient[]): readonly string[] {
  const names = to.map(({ name }) => name).filter((name) => name !== '');
  const lines = (to[0]?.address ?? '').split('\n').filter((line) => !names.includes(line));
  return [...names, ...lines];
}

const letterheadOf = (practice: Practice): { readonly name: string; readonly lines: readonly string[] } => ({
  name: practice.name,
  lines: [practice.addressLines.join(', '), practice.phone, practice.website],
});

function addressOf(contact: Contact): readonly string[] {
  const post =
    contact.addresses.find(({ kind, preferred }) => kind === 'post' && preferred) ??
    contact.addresses.find(({ kind }) => kind === 'post');
  const organisation = contact.kind === 'person' && contact.organisation ? [contact.organisation] : [];
  return [contact.name, ...organisation, ...(post ? post.value.split('\n') : [])];
}

async function picturesFor(
  office: Office,
  body: readonly BlockNode[],
): Promise<ReadonlyMap<string, { readonly mediaType: string; readonly bytes: Buffer }>> {
  const found = await findPictures(office.db, picturesOf({ body: documentOf(body) }));
  return new Map(
    await Promise.all(
      found.map(
        async ({ picture, mediaType }) =>
          [picture, { mediaType, bytes: await office.blobs.get(picture) }] as const,
      ),
    ),
  );
}
