import { patternOf } from '../figures/pattern.ts';
import { merge } from '../merge/merge.ts';
import type { Recipients } from '../recipients/recipients.ts';
import { resolveRecipients } from '../recipients/recipients.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import type { DocumentNode, InlineDocument } from '../template/document.ts';
import type { SendOptions, TemplateContent } from '../template/template.ts';
import { compose, readerTo, withQuoted } from './compose.ts';
import type { ComposedMessage } from './compose.ts';
import { enclosuresByRule } from './enclosures.ts';
import type { WantedEnclosure } from './enclosures.ts';
import type { ComposeInput } from './input.ts';

/** A draft as it stands, as far as another template leaves any of it. */
export interface Draft {
  readonly recipients: Recipients;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
  readonly sendOptions: SendOptions;
  readonly references: readonly string[];
}

/** A draft under another template, and what its former template had enclosed, which goes with it. */
export interface Recomposed extends ComposedMessage {
  readonly formerly: readonly WantedEnclosure[];
}

/**
 * What a draft becomes under another template of its channel. What was answered stays, and so does whoever was put in by
 * hand; the wording is the new template's. `before` is the former template's content, where there was one.
 */
export function recompose(
  input: ComposeInput,
  draft: Draft,
  before: TemplateContent | undefined,
): Recomposed {
  const { record, channel, program } = input;
  const rules = before?.recipients ?? { to: [], cc: [], bcc: [] };
  const byOld = resolveRecipients(rules, record, channel).recipients;
  const answering = draft.references.length > 0 || input.takenUp !== undefined;
  const keeps = answering || !sameAddresses(byOld, draft.recipients);
  const composed = compose(input);
  const recipients = keeps ? draft.recipients : composed.recipients;
  const reader = readerTo(input, recipients);
  const merged = merge(program, reader);
  const body = withQuoted(merged.body, input.takenUp);
  const { answersAll, copyToSelf, followUpId, appointment } = draft.sendOptions;
  return {
    ...composed,
    recipients,
    subject: answering ? draft.subject : merged.subject,
    body,
    blanks: merged.blanks,
    answers: { ...merged.proposed, ...carriedOver(draft, merged.blanks) },
    enclosures: enclosuresByRule(program.content.documents, record.documents, reader),
    formerly: before ? enclosuresByRule(before.documents, record.documents, reader) : [],
    sendOptions: {
      ...composed.sendOptions,
      begun: patternOf(body.content),
      ...(answersAll ? { answersAll } : {}),
      ...(copyToSelf ? { copyToSelf } : {}),
      ...(followUpId === undefined ? {} : { followUpId }),
      ...(appointment ? { appointment } : {}),
    },
    references: draft.references,
    reader,
  };
}

const sameAddresses = (a: Recipients, b: Recipients): boolean =>
  (['to', 'cc', 'bcc'] as const).every(
    (line) =>
      a[line].length === b[line].length && a[line].every(({ address }, n) => address === b[line][n]?.address),
  );

/** Answers to the same question: by its key, or else by its label and kind. Others are kept, for switching back. */
function carriedOver(
  { answers, blanks }: Pick<Draft, 'answers' | 'blanks'>,
  wanted: readonly BlankDefinition[],
): Answers {
  const byLabel = new Map(blanks.map((blank) => [`${blank.kind} ${blank.label.toLowerCase()}`, blank.key]));
  const found = wanted.flatMap(({ key, kind, label }): readonly (readonly [string, string])[] => {
    const from = answers[key] === undefined ? byLabel.get(`${kind} ${label.toLowerCase()}`) : key;
    const answer = from === undefined ? undefined : answers[from];
    return answer === undefined || answer === '' ? [] : [[key, answer]];
  });
  return { ...answers, ...Object.fromEntries(found) };
}
