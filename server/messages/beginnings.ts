import { parseMail } from '../platform/mail/parseMail.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import { formatDate } from '../../core/dates/formatDate.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { DOCUMENT_VERSION } from '../../core/template/document.ts';
import type { BlockNode, FieldNode, TextNode } from '../../core/template/document.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { Office } from '../app/services.ts';
import type { StoredEntry } from '../correspondence/entry.ts';
import type { StoredEnclosure } from './message.ts';
import { madeId } from './enclosures/madeId.ts';

const field = (path: string): FieldNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
});
export const text = (words: string): TextNode => ({ type: 'text', text: words });

const bare = (content: readonly BlockNode[]): TemplateContent => ({
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  body: { type: 'doc', version: DOCUMENT_VERSION, content },
  blanks: [],
  documents: [],
  category: 'Letter',
});

/** What a message without a template starts from: a greeting, room to write, and who signs. */
export const BARE_SHEET = bare([
  { type: 'paragraph', content: [field('greeting.formal'), text(',')] },
  { type: 'paragraph' },
  { type: 'paragraph', content: [text('With kind regards,')] },
  { type: 'signature' },
]);

/** A text message has no room for more than its words. */
export const BARE_TEXT = bare([{ type: 'paragraph' }]);

/** The most of a text that is passed on in the body; all of it stands in the record. */
const MAX_QUOTED_CHARS = 20_000;

/** The words of an entry as they are passed on: who wrote, when, about what, and the text, below a line. */
export async function quotedBlocks(
  office: Office,
  entry: StoredEntry,
  timeZone: string,
): Promise<readonly BlockNode[]> {
  const parsed = await parseMail(await office.blobs.get(entry.rawBlob));
  const { date } = zonedTime(timeZone, entry.occurredAtUtc);
  const { from } = entry.people;
  const lines = (parsed.text ?? '').slice(0, MAX_QUOTED_CHARS).split(/\n{2,}/);
  const head = `${from.name || from.address} wrote on ${formatDate(date, 'longWeekday')}, “${entry.subject}”:`;
  return [
    { type: 'divider' },
    { type: 'paragraph', content: [text(head)] },
    ...lines.flatMap((one): readonly BlockNode[] => {
      const content = one
        .split('\n')
        .filter((line) => line.trim() !== '')
        .flatMap((line, n) => [...(n === 0 ? [] : [{ type: 'hardBreak' } as const]), text(line.trimEnd())]);
      return content.length > 0 ? [{ type: 'paragraph', content }] : [];
    }),
  ];
}

/** What an entry enclosed, enclosed again by the same bytes. */
export const enclosuresOf = (entry: StoredEntry): readonly StoredEnclosure[] =>
  entry.attachments.map(({ name, mediaType, sizeBytes, blob }) => ({
    documentId: madeId('entry', blob),
    fileName: safeFileName(name),
    category: '',
    mediaType,
    sizeBytes,
    blob,
  }));
