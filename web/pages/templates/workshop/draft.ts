import type { NewTemplate, TemplateContentJson, TemplateDetail } from '../../../../contract/templates.ts';
import { say } from '../../../words/en/templates-workshop.ts';

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
      { type: 'paragraph', content: [{ type: 'text', text: say.withKindRegards }] },
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
