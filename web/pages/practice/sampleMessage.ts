import { bodyFills } from '../../../core/merge/compile.ts';
import { htmlPage, textPage } from '../../../core/merge/htmlPage.ts';
import type { HtmlStyle } from '../../../core/merge/renderHtml.ts';
import type { MessageLook } from '../../../core/model/messageLook.ts';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../../core/template/document.ts';
import { say } from '../../words/en/practice.ts';

const line = (...content: InlineNode[]): BlockNode => ({ type: 'paragraph', content });
const words = (text: string): InlineNode => ({ type: 'text', text });

const SUBJECT = say.yourAppointment;
const BODY = documentOf([
  line(words(say.dearMsOkafor)),
  line(
    words(say.thankYouForYourMessage),
    {
      type: 'text',
      text: say.howToFindUs,
      marks: [{ type: 'link', attrs: { href: 'https://practice.example' } }],
    },
    words(say.isDescribedOnOurPage),
  ),
  { type: 'button', attrs: { label: say.chooseAnotherDay, href: 'https://practice.example' } },
  line(words(say.withKindRegards)),
  line(words(say.thePractice)),
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
