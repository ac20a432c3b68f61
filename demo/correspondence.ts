import { compile } from '../core/merge/compile.ts';
import type { Program } from '../core/merge/compile.ts';
import { finishMessage } from '../core/merge/finish.ts';
import { merge } from '../core/merge/merge.ts';
import { planMessage } from '../core/mime/plan.ts';
import type { Contact } from '../core/model/contact.ts';
import { asId } from '../core/model/ids.ts';
import type { EntryId } from '../core/model/ids.ts';
import { rollToWorkingDay } from '../core/dates/workingDays.ts';
import { addDays } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { chooseAddress, contactsOf, resolveRecipients } from '../core/recipients/recipients.ts';
import type { Recipients } from '../core/recipients/recipients.ts';
import { latestOfCategory } from '../core/shelf/index.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import { assemble, sealFiles } from '../server/platform/mail/assemble.ts';
import type { NewEntry } from '../server/correspondence/entry.ts';
import type { StoredDocument } from '../server/matters/matter.ts';
import type { TemplateVersion } from '../server/templates/template.ts';
import { readerFor } from '../server/matters/readerFor.ts';
import { previewText } from '../core/correspondence/previewText.ts';
import type { DemoMatter } from './generate.ts';
import { DEMO_PASSAGES, signatureOf } from './passages.ts';
import { DOMAIN } from './people.ts';
import { demoCalendar, demoSettings } from './practice.ts';
import type { Chance } from './random.ts';
import { TEMPLATES } from './templates.ts';
import { ANSWERS, BLANK_ANSWERS, OPENINGS, OUR_ANSWERS } from './wording.ts';

interface Known {
  readonly template: TemplateVersion;
  readonly program: Program;
}

const programs: ReadonlyMap<string, Known> = new Map(
  TEMPLATES.map((template) => [
    template.templateId.replace('template-', ''),
    { template, program: compile(template.content, DEMO_PASSAGES) },
  ]),
);

/** An entry to be filed, with what came before it in its matter's sequence of templates. */
export interface DemoEntry {
  readonly entry: NewEntry;
  /** All it says, for finding it. */
  readonly text: string;
  readonly templateId?: string;
}

interface Desk {
  readonly demo: DemoMatter;
  readonly today: PlainDate;
  readonly luck: Chance;
  readonly blobs: BlobStore;
}

const instant = (on: PlainDate, luck: Chance): number =>
  Date.parse(
    `${on}T${String(luck.between(8, 16)).padStart(2, '0')}:${String(luck.between(0, 59)).padStart(2, '0')}:00Z`,
  );
const messageId = (luck: Chance, domain: string): string => `<${luck.id()}@${domain}>`;

/** A matter's correspondence: what was sent in its course, answered by people, and what came unasked. */
export async function correspondenceOf(desk: Desk): Promise<readonly DemoEntry[]> {
  const { demo, today, luck } = desk;
  const entries: DemoEntry[] = [];
  const left = OPENINGS.slice(1);
  const opening = await unasked(desk, OPENINGS[0], demo.openedOn);
  if (opening) entries.push(opening);
  for (const { step, on } of demo.story) {
    const answered = step === 'instructions' ? opening?.entry.internetMessageId : undefined;
    const sent = await sentFrom(desk, step, on, answered ? [answered] : []);
    if (!sent) continue;
    entries.push(sent);
    const answeredOn = addDays(on, luck.between(1, 4));
    const answers = luck.next() < 0.74 && answeredOn < today;
    const answer = answers ? await answerTo(desk, sent.entry, step, answeredOn) : undefined;
    if (answer) entries.push(answer);
    if (luck.next() < (demo.matter.reference === 'SV-2041' ? 0.95 : 0.28) && addDays(on, 5) < today) {
      const extra = await unasked(desk, left.splice(luck.between(0, left.length - 1), 1)[0], addDays(on, 5));
      if (extra) entries.push(extra);
      const answeredOn = rollToWorkingDay(demoCalendar(today), addDays(on, luck.between(6, 9)), 'next');
      if (extra && answeredOn && luck.next() < 0.75 && answeredOn < today)
        entries.push(await answerFrom(desk, extra.entry, answeredOn));
    }
  }
  return entries.sort((a, b) => a.entry.occurredAtUtc - b.entry.occurredAtUtc);
}

async function sentFrom(
  desk: Desk,
  step: string,
  on: PlainDate,
  references: readonly string[],
): Promise<DemoEntry | undefined> {
  const known = programs.get(step);
  if (!known) throw new Error(`no template ${step}`);
  const { template } = known;
  const { demo, luck, blobs } = desk;
  const { matter } = demo;
  const { recipients } = resolveRecipients(template.content.recipients, matter);
  if (recipients.to.length === 0) return undefined;
  const occurredAtUtc = instant(on, luck);
  const finished = written(desk, known, recipients.to, occurredAtUtc);
  const documents = template.content.documents.flatMap(
    (rule) =>
      (rule.kind === 'latest' &&
        (latestOfCategory(matter.documents, rule.category) as StoredDocument | undefined)) ||
      [],
  );
  const internetMessageId = messageId(luck, DOMAIN);
  const from = { name: matter.responsible.name, address: matter.responsible.email };
  const plan = planMessage({
    messageId: internetMessageId,
    dateUtc: occurredAtUtc,
    from,
    recipients,
    message: finished,
    references,
    attachments: documents,
  });
  const bytes = await assemble(plan, sealFiles(blobs));
  const entry: NewEntry = {
    ...base(demo, luck, occurredAtUtc),
    direction: 'out',
    subject: plan.subject,
    opening: previewText(finished.text),
    category: template.content.category,
    people: { from, ...addressesOf(recipients) },
    attachments: documents.map(({ fileName, mediaType, sizeBytes, blob }) => ({
      name: fileName,
      mediaType,
      sizeBytes,
      blob,
    })),
    rawBlob: await blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId,
    references,
    templateVersionId: template.versionId,
    authorId: matter.responsible.id,
  };
  return { entry, text: finished.text, templateId: template.templateId };
}

/** The letter as it was written that day, its blanks answered. */
function written(
  { demo: { matter }, today, luck }: Desk,
  { program }: Known,
  to: Recipients['to'],
  occurredAtUtc: number,
): ReturnType<typeof finishMessage> {
  const reader = readerFor(
    matter,
    matter.responsible,
    demoSettings(today),
    contactsOf(to, matter),
    occurredAtUtc,
    signatureOf(matter.responsible.name.split(' ')[0]?.toLowerCase() ?? ''),
  );
  const letter = merge(program, reader);
  const answers = Object.fromEntries(
    letter.blanks.map(({ key }) => [
      key,
      letter.proposed[key] ?? luck.pick(BLANK_ANSWERS[key] ?? ['as agreed']),
    ]),
  );
  return finishMessage({ ...letter, answers }, reader);
}

const base = (demo: DemoMatter, luck: Chance, occurredAtUtc: number) => ({
  id: asId<EntryId>(luck.id()),
  matterId: demo.matter.id,
  channel: 'email',
  occurredAtUtc,
  filedAtUtc: occurredAtUtc,
  messageId: null,
  refusals: [],
  cautionsOverridden: [],
});

const addressesOf = ({ to, cc, bcc }: Recipients) => {
  const bare = (line: Recipients['to']) => line.map(({ name, address }) => ({ name, address }));
  return { to: bare(to), cc: bare(cc), bcc: bare(bcc) };
};

async function answerTo(
  desk: Desk,
  sent: NewEntry,
  step: string,
  on: PlainDate,
): Promise<DemoEntry | undefined> {
  const answer = ANSWERS[step];
  const writer = desk.luck.pick(sent.people.to);
  if (!answer || !sent.internetMessageId) return undefined;
  const picture = answer.brings ? desk.demo.matter.documents[0] : undefined;
  return received(desk, {
    from: writer,
    subject: `Re: ${sent.subject}`,
    text: desk.luck.pick(answer.text),
    on,
    references: [...sent.references, sent.internetMessageId],
    brings: picture,
  });
}

async function unasked(
  desk: Desk,
  letter: { subject: string; text: string } | undefined,
  on: PlainDate,
): Promise<DemoEntry | undefined> {
  const writers = desk.demo.matter.parties
    .map(({ contact }) => contact)
    .filter((contact) => chooseAddress(contact));
  if (!letter || writers.length === 0) return undefined;
  const contact: Contact =
    letter === OPENINGS[0] ? (writers[0] ?? desk.luck.pick(writers)) : desk.luck.pick(writers);
  const vessel = desk.demo.matter.title.split(',')[0] ?? '';
  const pictures =
    letter.subject === 'Photographs'
      ? desk.demo.matter.documents.find(({ category }) => category === 'Picture')
      : undefined;
  return received(desk, {
    from: { name: contact.name, address: chooseAddress(contact)?.value ?? '' },
    subject: `${letter.subject}: ${vessel}`,
    text: letter.text,
    on,
    references: [],
    brings: pictures,
  });
}

/** Our own answer to a letter, written without a template. */
async function answerFrom({ demo, luck, blobs }: Desk, asked: NewEntry, on: PlainDate): Promise<DemoEntry> {
  const { responsible } = demo.matter;
  const { name, address } = asked.people.from;
  const occurredAtUtc = instant(on, luck);
  const text = `Dear ${name},\n\n${luck.pick(OUR_ANSWERS)}\n\nWith kind regards,\n\n${responsible.name}\n`;
  const html = `<p>${text.trim().replaceAll('\n\n', '</p><p>')}</p>`;
  const references = asked.internetMessageId === null ? [] : [asked.internetMessageId];
  const internetMessageId = messageId(luck, DOMAIN);
  const from = { name: responsible.name, address: responsible.email };
  const subject = `Re: ${asked.subject}`;
  const to = [{ name, address, roles: [] }];
  const plan = planMessage({
    messageId: internetMessageId,
    dateUtc: occurredAtUtc,
    from,
    recipients: { to, cc: [], bcc: [] },
    message: { subject, text, html, open: [] },
    references,
    attachments: [],
  });
  const bytes = await assemble(plan, sealFiles(blobs));
  const entry: NewEntry = {
    ...base(demo, luck, occurredAtUtc),
    direction: 'out',
    subject,
    opening: previewText(text),
    category: 'Letter',
    people: { from, to: [{ name, address }], cc: [], bcc: [] },
    attachments: [],
    rawBlob: await blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId,
    references,
    templateVersionId: null,
    authorId: responsible.id,
  };
  return { entry, text };
}

interface Incoming {
  readonly from: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
  readonly on: PlainDate;
  readonly references: readonly string[];
  readonly brings: StoredDocument | undefined;
}

async function received(
  { demo, luck, blobs }: Desk,
  { from, subject, text, on, references, brings }: Incoming,
): Promise<DemoEntry> {
  const { responsible } = demo.matter;
  const occurredAtUtc = instant(on, luck);
  const internetMessageId = messageId(luck, from.address.split('@')[1] ?? 'mail.example');
  const body = `Dear ${responsible.name.split(' ')[0]},\n\n${text}\n\n${from.name}\n`;
  const html = `<p>${body.trim().replaceAll('\n\n', '</p><p>')}</p>`;
  const us = { name: responsible.name, address: responsible.email, roles: [] };
  const plan = planMessage({
    messageId: internetMessageId,
    dateUtc: occurredAtUtc,
    from,
    recipients: { to: [us], cc: [], bcc: [] },
    message: { subject, text: body, html, open: [] },
    references,
    attachments: brings ? [brings] : [],
  });
  const bytes = await assemble(plan, sealFiles(blobs));
  const entry: NewEntry = {
    ...base(demo, luck, occurredAtUtc),
    direction: 'in',
    subject,
    opening: previewText(body),
    category: 'Received',
    people: { from, to: [{ name: us.name, address: us.address }], cc: [], bcc: [] },
    attachments: brings
      ? [
          {
            name: brings.fileName,
            mediaType: brings.mediaType,
            sizeBytes: brings.sizeBytes,
            blob: brings.blob,
          },
        ]
      : [],
    rawBlob: await blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId,
    references,
    templateVersionId: null,
    authorId: null,
  };
  return { entry, text: body };
}
