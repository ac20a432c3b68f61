import type { DraftPreview, DraftTemplate, FieldCatalogue, FieldChoice } from '../../contract/templates.ts';
import { countSegments } from '../../core/channels/segments.ts';
import { compile } from '../../core/merge/compile.ts';
import { fieldText } from '../../core/merge/fieldText.ts';
import { rowsOver } from '../../core/merge/fieldReader.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { finishProgram } from '../../core/merge/finish.ts';
import { lateTexts } from '../../core/merge/late.ts';
import { merge } from '../../core/merge/merge.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { fieldsOf, repeatsOf, rowFieldsOf } from '../../core/template/fieldCatalogue.ts';
import type { FieldInfo } from '../../core/template/fieldCatalogue.ts';
import { parseContent } from '../../core/template/parseContent.ts';
import type { UnreadContent } from '../../core/template/parseContent.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { findMatter } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import { documentCategories } from '../repositories/documents.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import { senderOf } from './conduct.ts';
import { contactsBehind, greetedOf, readerFor } from './desk.ts';
import { setDraftLetter } from './letters.ts';
import { documentWords } from './shelf.ts';
import { problemsOver, readContent, uniquePaths } from './templateContent.ts';

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

/** All that a template can say, over every kind of matter, beside what it says on the one that is looked at. */
export async function readFields(
  office: Office,
  person: Account,
  matterId: string | undefined,
): Promise<FieldCatalogue> {
  const types = await listMatterTypes(office.db);
  const matter = matterId === undefined ? undefined : await findMatter(office.db, matterId, person.id);
  if (matterId !== undefined && !matter) throw notFound('matter');
  const reader = matter && (await readerOn(office, person, matter));
  // The matter's own kind first: where kinds call one path by two names, its name is shown.
  const ordered = matter ? [matter.type, ...types.filter(({ id }) => id !== matter.type.id)] : types;
  const unique = <T extends { readonly key: string }>(list: readonly T[]): T[] =>
    [...new Map([...list].reverse().map((one) => [one.key, one])).values()].reverse();
  return {
    fields: uniquePaths(ordered.flatMap(fieldsOf)).map((info) => viewField(info, reader)),
    repeats: uniqueRepeats(ordered).map(({ over, label, fields }) => ({
      over,
      label,
      rows: matter ? rowsOver(over, matter).length : 0,
      fields: fields.map((info) => viewField(info, rowReader(over, matter, reader))),
    })),
    roles: [
      ...groupBy(
        ordered.flatMap((type) => type.roles.map((role) => ({ role, type }))),
        ({ role }) => role.key,
      ),
    ].map(([key, holders]) => ({
      key,
      label: holders[0]?.role.label ?? key,
      types: holders.map(({ type }) => type.name),
    })),
    categories: await documentCategories(office.db),
    stages: unique(ordered.flatMap(({ stages }) => stages)).map(({ key, label }) => ({ key, label })),
    keyDates: unique(ordered.flatMap(({ keyDates }) => keyDates)).map(({ key, label }) => ({ key, label })),
    palette: (await readSettings(office.db)).palette.map((one) => ({ ...one })),
  };
}

async function readerOn(office: Office, person: Account, matter: StoredMatter): Promise<FieldReader> {
  const settings = await readSettings(office.db);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const greeted = matter.parties.slice(0, 1).map(({ contact }) => contact);
  return readerFor(matter, person, settings, greeted, office.now(), signature);
}

const rowReader = (
  over: string,
  matter: StoredMatter | undefined,
  reader: FieldReader | undefined,
): FieldReader | undefined => {
  const [first] = matter ? rowsOver(over, matter) : [];
  return first && reader?.at(first);
};

function uniqueRepeats(
  types: readonly MatterType[],
): readonly { readonly over: string; readonly label: string; readonly fields: readonly FieldInfo[] }[] {
  const all = types.flatMap((type) =>
    repeatsOf(type).map((repeat) => ({ ...repeat, fields: rowFieldsOf(type, repeat.over) ?? [] })),
  );
  return [...groupBy(all, ({ over }) => over)].flatMap(([over, [first, ...others]]) =>
    first
      ? [
          {
            over,
            label: first.label,
            fields: uniquePaths([first, ...others].flatMap(({ fields }) => fields)),
          },
        ]
      : [],
  );
}

const GROUPS: Readonly<Record<string, string>> = {
  matter: 'The matter',
  fact: 'The matter',
  date: 'Dates',
  calculated: 'Calculated',
  party: 'Parties',
  row: 'Each of them',
  responsible: 'People',
  sender: 'People',
  greeting: 'Greetings',
  practice: 'The practice',
  day: 'Dates',
};

const viewField = (info: FieldInfo, reader: FieldReader | undefined): FieldChoice => ({
  ...info,
  choices: (info.choices ?? []).map(({ key, label }) => ({ key, label })),
  group: GROUPS[info.path.slice(0, info.path.indexOf('.'))] ?? 'More',
  value: (reader && fieldText({ path: info.path, format: 'plain', shift: null }, reader)) ?? null,
});
