import { formatDate } from '../../core/dates/formatDate.ts';
import type { Program } from '../../core/merge/compile.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { finishMessage, finishProgram } from '../../core/merge/finish.ts';
import { merge } from '../../core/merge/merge.ts';
import { settleMessage } from '../../core/merge/settle.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { Practice } from '../../core/model/matter.ts';
import { contactsOf, resolveRecipients } from '../../core/recipients/recipients.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { documentRuleWords } from '../../core/template/outline.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import { documentOf } from '../../core/template/document.ts';
import { latestOfCategory } from '../../core/shelf/index.ts';
import type { MatterDocument } from '../../core/model/matter.ts';
import type { DocumentRule } from '../../core/template/template.ts';
import { withSignatureRoom } from '../../core/compose/index.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Services } from '../platform/services.ts';
import type { StoredMessage } from './message.ts';
import { findPictures } from '../templates/pictureQueries.ts';
import type { Scope } from '../access/scope.ts';
import { findStartable } from '../templates/compiled.ts';

type Setting = Pick<Services, 'blobs' | 'now' | 'pdfRenderer'>;

export interface MadeLetter {
  readonly blob: string;
  readonly sizeBytes: number;
  readonly category: string;
}

/** Fills a letter template in and sets it; undefined where the template is gone. The bytes are kept. */
export async function makeLetter(
  services: Setting,
  scope: Scope,
  templateId: string,
  reader: FieldReader,
): Promise<MadeLetter | undefined> {
  const template = await findStartable(scope, templateId);
  if (!template) return undefined;
  const bytes = await setLetter(services, scope, template.program, reader);
  return {
    blob: await services.blobs.put(bytes),
    sizeBytes: bytes.length,
    category: template.content.category,
  };
}

/** Sets a template's wording as the letter it makes on a matter. */
export async function setLetter(
  services: Setting,
  scope: Scope,
  program: Program,
  reader: FieldReader,
): Promise<Buffer> {
  const { record, practice, today } = reader.context;
  const { letters } = await readSettings(scope);
  const letter = merge(withSignatureRoom(program, letters.signatureMm), reader);
  const { recipients } = resolveRecipients(program.content.recipients, record);
  const [first] = contactsOf(recipients.to, record);
  const body = settleMessage({ ...letter, answers: letter.proposed }, reader);
  const { bytes } = await services.pdfRenderer.render({
    letterhead: letterheadOf(practice),
    recipient: first ? addressOf(first) : recipients.to.map(({ name }) => name),
    reference: record.reference,
    day: formatDate(today, 'long'),
    subject: finishProgram(program, reader, letter.proposed).subject,
    body,
    enclosures: program.content.documents.map((rule) => enclosureName(rule, record.documents)),
    pictures: await picturesFor(services, scope, body),
    atUtc: services.now(),
    layout: letters,
  });
  return bytes;
}

/** What a letter says that it encloses: a document of the matter by its name, anything else by the rule's. */
const enclosureName = (rule: DocumentRule, documents: readonly MatterDocument[]): string => {
  const document = rule.kind === 'latest' ? latestOfCategory(documents, rule.category) : undefined;
  return (
    document?.name ??
    (rule.kind === 'ask' ? rule.label : rule.kind === 'latest' ? documentRuleWords(rule) : rule.name)
  );
};

/** A letter as it was written on the desk, set for those it goes to, as of the day it leaves. */
export async function setWrittenLetter(
  services: Setting,
  scope: Scope,
  message: Pick<
    StoredMessage,
    'recipients' | 'subject' | 'body' | 'blanks' | 'answers' | 'enclosures' | 'sendOptions'
  >,
  reader: FieldReader,
): Promise<Buffer> {
  const { record, practice, today } = reader.context;
  const body = settleMessage(message, reader);
  const { bytes } = await services.pdfRenderer.render({
    letterhead: letterheadOf(practice),
    recipient: addressBlock(message.recipients.to),
    reference: record.reference,
    day: formatDate(today, 'long'),
    subject: finishMessage(message, reader, message.sendOptions).subject,
    body,
    enclosures: message.enclosures.map(({ fileName }) => fileName.replace(/\.[^.]{1,5}$/, '')),
    pictures: await picturesFor(services, scope, body),
    atUtc: services.now(),
    layout: (await readSettings(scope)).letters,
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
  { blobs }: Setting,
  scope: Scope,
  body: readonly BlockNode[],
): Promise<ReadonlyMap<string, { readonly mediaType: string; readonly bytes: Buffer }>> {
  const found = await findPictures(scope, picturesOf({ body: documentOf(body) }));
  return new Map(
    await Promise.all(
      found.map(
        async ({ picture, blob, mediaType }) =>
          [picture, { mediaType, bytes: await blobs.get(blob) }] as const,
      ),
    ),
  );
}
