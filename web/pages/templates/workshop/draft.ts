import type { NewTemplate, TemplateContentJson, TemplateDetail } from '../../../../contract/templates.ts';

/** A template as it stands in the workshop, kept or not. */
export interface WorkshopDraft {
  readonly name: string;
  readonly folder: string;
  readonly tags: readonly string[];
  readonly channel: NewTemplate['channel'];
  readonly content: TemplateContentJson;
}

const field = (path: string) => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
});

const doc = (content: readonly object[]): TemplateContentJson['body'] => ({
  type: 'doc',
  ...{ content },
});

/** What a new template begins with: a greeting, room to write, and who signs. */
export const NEW_DRAFT: WorkshopDraft = {
  name: '',
  folder: '',
  tags: [],
  channel: 'email',
  content: {
    recipients: { to: [], cc: [], bcc: [] },
    subject: [],
    body: doc([
      { type: 'paragraph', content: [field('greeting.formal'), { type: 'text', text: ',' }] },
      { type: 'paragraph' },
      { type: 'paragraph', content: [{ type: 'text', text: 'With kind regards,' }] },
      { type: 'signature' },
    ]),
    blanks: [],
    documents: [],
    category: '',
  },
};

export const draftOf = ({ name, folder, tags, channel, content }: TemplateDetail): WorkshopDraft => ({
  name,
  folder,
  tags,
  channel,
  content,
});

/** A blank's key made of its label: unlike any other in the template. */
export function freshKey(label: string, taken: readonly string[]): string {
  const words = label
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N} ]/gu, '')
    .trim()
    .toLowerCase()
    .split(/\s+/);
  const base =
    words.map((word, n) => (n === 0 ? word : word.slice(0, 1).toUpperCase() + word.slice(1))).join('') ||
    'blank';
  let key = base;
  for (let n = 2; taken.includes(key); n += 1) key = `${base}${n}`;
  return key;
}
