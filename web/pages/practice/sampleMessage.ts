import { bodyFills } from '../../../core/merge/compile.ts';
import { htmlPage, textPage } from '../../../core/merge/htmlPage.ts';
import type { HtmlStyle } from '../../../core/merge/renderHtml.ts';
import type { MessageLook } from '../../../core/model/messageLook.ts';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../../core/template/document.ts';

const line = (...content: InlineNode[]): BlockNode => ({ type: 'paragraph', content });
const words = (text: string): InlineNode => ({ type: 'text', text });

const SUBJECT = 'Your appointment';
const BODY = documentOf([
  line(words('Dear Ms Okafor,')),
  line(
    words('Thank you for your message. The appointment is on Thursday; '),
    {
      type: 'text',
      text: 'how to find us',
      marks: [{ type: 'link', attrs: { href: 'https://practice.example' } }],
    },
    words(' is described on our page. Please let us know by Tuesday if the day does not suit you.'),
  ),
  { type: 'button', attrs: { label: 'Choose another day', href: 'https://practice.example' } },
  line(words('With kind regards,')),
  line(words('The practice')),
]);

/** Nothing of a sample is filled in from a record. */
const NOTHING = {
  blanks: [],
  answers: {},
  open: new Map(),
  get reader(): never {
    throw new Error('a sample has no fields');
  },
};

/** A message of no matter, in the look that is being chosen. */
export function sampleMessage(look: MessageLook, pictureUrl: HtmlStyle['pictureUrl']) {
  const { html, text } = bodyFills(BODY, { look, pictureUrl });
  return {
    subject: SUBJECT,
    html: htmlPage(html(NOTHING), { look, pictureUrl }),
    text: textPage(text(NOTHING), look),
  };
}
