import type { DocumentNode, InlineNode } from '../template/document.ts';
import { documentOf } from '../template/document.ts';
import { withAnswerButton } from '../template/question.ts';
import { NO_PASSAGES, expandInline, expandPassages } from '../template/passages.ts';
import type { Passages } from '../template/passages.ts';
import type { TemplateContent } from '../template/template.ts';
import { compileFill } from './fill.ts';
import type { Fill, Medium } from './fill.ts';
import { htmlBlockPieces, htmlPieces, IN_MESSAGE, valueHtml } from './renderHtml.ts';
import type { HtmlStyle } from './renderHtml.ts';
import { inlinePieces, textBlockPieces, textPieces } from './renderText.ts';
import { tidyBlocks, tidyLine } from './tidy.ts';

/** A template made ready to be merged many times. Compile once for each version and its passages, and keep it. */
export interface Program {
  /** The template with its passages in place and its omissions as conditions. */
  readonly content: TemplateContent;
  readonly subject: Fill;
  readonly html: Fill;
  readonly text: Fill;
}

const SAYS_NOTHING = /^(?:\s|<[^>]*>|&nbsp;)*$/;

export const htmlMedium = (style: HtmlStyle): Medium => ({
  encode: valueHtml,
  // A picture says something without a word.
  isBlank: (html) => SAYS_NOTHING.test(html) && !html.includes('<img'),
  signaturePieces: (blocks) => htmlBlockPieces(blocks, style),
});

export const TEXT_MEDIUM: Medium = {
  encode: (text) => text,
  isBlank: (text) => text.trim() === '',
  signaturePieces: textBlockPieces,
};

export const styleOf = ({ plain }: Pick<TemplateContent, 'plain'>): HtmlStyle =>
  plain ? { ...IN_MESSAGE, plain } : IN_MESSAGE;

export function compile(content: TemplateContent, passages: Passages = NO_PASSAGES): Program {
  const tidied = tidyContent(content, passages);
  const { html, text } = bodyFills(tidied.body, styleOf(content));
  return { content: tidied, subject: lineFill(tidied.subject), html, text };
}

/** A template's wording with its passages in place and its omissions as conditions. */
export const tidyContent = (content: TemplateContent, passages: Passages): TemplateContent => ({
  ...content,
  subject: tidyLine(expandInline(content.subject, passages)),
  body: documentOf(withAnswerButton(tidyBlocks(expandPassages(content.body.content, passages)))),
});

/** A body as functions that write it, in HTML and in text. */
export const bodyFills = (
  body: DocumentNode,
  style: HtmlStyle,
): { readonly html: Fill; readonly text: Fill } => {
  const write = compileFill(textPieces(body), TEXT_MEDIUM);
  return {
    html: compileFill(htmlPieces(body, style), htmlMedium(style)),
    text: (scope) => write(scope).trimEnd(),
  };
};

/** A subject, a text message or a file name as a function that writes it. */
export const lineFill = (nodes: readonly InlineNode[], lineBreak?: string): Fill =>
  compileFill(inlinePieces(nodes, lineBreak), TEXT_MEDIUM);
