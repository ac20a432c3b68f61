import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { DraftTemplate, DraftPreview } from '../../contract/templates.ts';
import { parseContent } from '../../core/template/parseContent.ts';
import type { UnreadContent } from '../../core/template/parseContent.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { problemsOver } from '../templates/templateContent.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { compile } from '../../core/merge/compile.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { contactsBehind, greetedOf } from './layOut.ts';
import { readerFor } from './readerFor.ts';
import { merge } from '../../core/merge/merge.ts';
import { finishProgram } from '../../core/merge/finish.ts';
import { lateTexts } from '../../core/merge/late.ts';
import { documentWords } from './documentWords.ts';
import { senderOf } from './sendOptions.ts';
import { countSegments } from '../../core/channels/segments.ts';

/** A template as it is being written: what is wrong with it, and how it would read on a matter. Nothing is kept. */
export async function previewDraft(
  office: Office,
  person: Account,
  { channel, content: json, matterId }: DraftTemplate,
): Promise<DraftPreview> {
  const read = parseContent(json as unknown as UnreadContent);
  if (!read.ok) {
    const [first] = read.problems;
    return { problems: [], unreadable: first?.code ?? 'notADocument', preview: null, segments: null };
  }
  const types = await listMatterTypes(office.db);
  const passages = await office.programs.passages(office.db);
  const problems = [...problemsOver(read.value, types, passages)];
  if (matterId === undefined) return { problems, unreadable: null, preview: null, segments: null };

  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const program = compile(read.value, passages);
  const settings = await readSettings(office.db);
  const { recipients } = resolveRecipients(read.value.recipients, matter, channel);
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
  const letter = merge(program, reader);
  const names = (line: 'to' | 'cc' | 'bcc'): string[] =>
    recipients[line].map(({ name, address }) => name || address);
  const { text } = finishProgram(program, reader, letter.proposed);
  return {
    problems,
    unreadable: null,
    preview: {
      to: names('to'),
      cc: names('cc'),
      bcc: names('bcc'),
      subjectNodes: letter.subject.map((node) => ({ ...node })),
      body: { ...letter.body },
      blanks: letter.blanks.map(({ key, label }) => ({ key, label })),
      answers: { ...letter.proposed },
      late: { ...lateTexts(letter, reader) },
      documents: read.value.documents.map((rule) => documentWords(rule, matter)),
      from: senderOf(read.value.sender, person, matter, settings).name,
    },
    segments: channel === 'text' ? { ...countSegments(text) } : null,
  };
}
