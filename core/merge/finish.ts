import type { Answers, BlankDefinition } from '../template/blanks.ts';
import type { DocumentNode, InlineDocument } from '../template/document.ts';
import type { TemplateContent } from '../template/template.ts';
import type { FieldReader } from './fieldReader.ts';
import { oneLine } from './fieldText.ts';
import { bodyFills, lineFill, styleOf } from './compile.ts';
import type { Program } from './compile.ts';
import { htmlPage } from './htmlPage.ts';
import type { HtmlStyle } from './renderHtml.ts';
import type { MessageLook } from '../model/messageLook.ts';
import type { Scope } from './fill.ts';

/** A letter with the writer's answers, as it stands in the sheet. */
export interface WrittenMessage {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
}

/** What a recipient gets. */
export interface FinishedMessage {
  /** One line, without control characters. */
  readonly subject: string;
  readonly html: string;
  readonly text: string;
  /** The blanks still open; their places are left empty. A letter with any required one must not go. */
  readonly open: readonly BlankDefinition[];
}

const scopeOf = (blanks: readonly BlankDefinition[], answers: Answers, reader: FieldReader): Scope => ({
  reader,
  blanks,
  answers,
  open: new Map(),
});

/** How the HTML of a message is dressed: in the practice's look, with pictures where the given function says. */
export interface Dress {
  readonly look: MessageLook;
  readonly pictureUrl?: HtmlStyle['pictureUrl'];
}

/**
 * Turns a written letter into what is sent: answers and late values become text, marks of origin fall away. HTML and
 * text come from the same tree.
 */
export function finishMessage(
  letter: WrittenMessage,
  reader: FieldReader,
  kind: Pick<TemplateContent, 'plain'> = {},
  dress?: Dress,
): FinishedMessage {
  const scope = scopeOf(letter.blanks, letter.answers, reader);
  const bare = styleOf(kind);
  const style: HtmlStyle = dress
    ? { ...bare, look: dress.look, pictureUrl: dress.pictureUrl ?? bare.pictureUrl }
    : bare;
  const { html, text } = bodyFills(letter.body, style);
  const body = html(scope);
  return {
    subject: oneLine(lineFill(letter.subject)(scope)),
    html: dress ? htmlPage(body, style) : body,
    text: text(scope),
    open: [...scope.open.values()],
  };
}

/** A compiled template straight to what a recipient gets, without a sheet in between: for previews and rounds. */
export function finishProgram(program: Program, reader: FieldReader, answers: Answers): FinishedMessage {
  const scope = scopeOf(program.content.blanks, answers, reader);
  return {
    subject: oneLine(program.subject(scope)),
    html: program.html(scope),
    text: program.text(scope),
    open: [...scope.open.values()],
  };
}

/** The HTML body alone, the inner loop of a round. */
export const finishHtml = (program: Program, reader: FieldReader, answers: Answers): string =>
  program.html(scopeOf(program.content.blanks, answers, reader));
