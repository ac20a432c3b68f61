import { openFields } from '../merge/merge.ts';
import type { Program } from '../merge/compile.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { isGeneralFile } from '../model/generalFile.ts';
import type { MatterRecord, MatterType } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import { resolveRecipients } from '../recipients/recipients.ts';
import { isMadeFor } from '../template/template.ts';
import type { TemplateContent } from '../template/template.ts';
import { checkForType } from '../template/checkTemplate.ts';
import type { Channel } from '../model/channel.ts';
import { latestOfCategory } from './documents.ts';

export type UnavailableReason = Problem<
  | 'roleUnknown'
  | 'roleEmpty'
  | 'noAddress'
  | 'documentMissing'
  | 'doNotWriteTo'
  | 'notForThisType'
  | 'needsMatter'
>;

/** Whether a template can be started on a matter, known before it is opened. */
export type Readiness =
  | { readonly kind: 'ready' }
  | { readonly kind: 'blanks'; readonly count: number }
  | { readonly kind: 'unavailable'; readonly reasons: readonly UnavailableReason[] };

export function readinessOf(program: Program, reader: FieldReader, channel: Channel = 'email'): Readiness {
  const { record } = reader.context;
  const faults = typeFaults(program, record);
  const reasons =
    faults.length > 0
      ? faults
      : [...recipientReasons(program, record, channel), ...documentReasons(program, record)];
  if (reasons.length > 0) return { kind: 'unavailable', reasons };
  const toFill = program.content.blanks.filter(
    ({ required, defaultFrom, proposes }) =>
      required && !proposes && !(defaultFrom && reader.read(defaultFrom.path)),
  );
  const count = toFill.length + openFields(program, reader).size;
  return count === 0 ? { kind: 'ready' } : { kind: 'blanks', count };
}

function recipientReasons(
  { content }: Program,
  record: MatterRecord,
  channel: Channel,
): readonly UnavailableReason[] {
  const { recipients, problems } = resolveRecipients(content.recipients, record, channel);
  // One who has no address keeps it from nobody else; the sheet says who was left out.
  const first = problems.filter(
    ({ where, code }) => where === 'to' && (code !== 'noAddress' || recipients.to.length === 0),
  );
  if (first.length > 0) return first;
  const barred = new Set(
    record.parties.filter(({ contact }) => contact.doNotWriteTo).map(({ contact }) => contact.id),
  );
  return recipients.to
    .filter(({ contactId }) => contactId !== undefined && barred.has(contactId))
    .map(({ name }) => ({ code: 'doNotWriteTo', where: 'to', params: { name } }));
}

function documentReasons({ content }: Program, record: MatterRecord): readonly UnavailableReason[] {
  return content.documents
    .flatMap((rule) => (rule.kind === 'latest' && rule.required ? [rule.category] : []))
    .filter((category) => !latestOfCategory(record.documents, category))
    .map((category) => ({ code: 'documentMissing', where: 'documents', params: { category } }));
}

/** A template that does not hold on this type of matter is not offered on it, rather than failing once it is open. */
const typeFaults = ({ content }: Program, record: MatterRecord): readonly UnavailableReason[] =>
  suitsType(content, record.type) ? [] : [notForThisType(record)];

/** Whether a template, its passages in place, is meant for matters of a type and says nothing that they lack; whom it goes to is another question. */
export const suitsType = (content: TemplateContent, type: MatterType): boolean =>
  isMadeFor(content, type.id) &&
  checkForType(content, type).every(({ code, where }) => code === 'unknownRole' && where === 'recipients');

const notForThisType = ({ id, type }: MatterRecord): UnavailableReason => ({
  code: isGeneralFile(id) ? 'needsMatter' : 'notForThisType',
  where: 'template',
  params: { type: type.name },
});
