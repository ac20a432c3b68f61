import { compile } from '../merge/compile.ts';
import type { Program } from '../merge/compile.ts';
import type { Channel } from '../model/channel.ts';
import { DOCUMENT_VERSION } from '../template/document.ts';
import type { BlockNode, FieldNode, TextNode } from '../template/document.ts';
import type { TemplateContent } from '../template/template.ts';

const field = (path: string): FieldNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
});
const text = (words: string): TextNode => ({ type: 'text', text: words });

const bare = (content: readonly BlockNode[]): TemplateContent => ({
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  body: { type: 'doc', version: DOCUMENT_VERSION, content },
  blanks: [],
  documents: [],
  category: 'Letter',
});

/** What a message without a template starts from: a greeting, room to write, and who signs. */
const SHEET = compile(
  bare([
    { type: 'paragraph', content: [field('greeting.formal'), text(',')] },
    { type: 'paragraph' },
    { type: 'paragraph', content: [text('With kind regards,')] },
    { type: 'signature' },
  ]),
);

/** A text message has no room for more than its words. */
const TEXT = compile(bare([{ type: 'paragraph' }]));

export const bareProgram = (channel: Channel): Program => (channel === 'text' ? TEXT : SHEET);
