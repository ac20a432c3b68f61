import { merge } from '../../core/merge/merge.ts';
import type { Answers, BlankDefinition } from '../../core/template/blanks.ts';
import { conductOf } from '../../core/template/template.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import type { StoredMatter } from '../matters/queries.ts';
import type { StoredMessage } from './message.ts';
import { findPerson } from '../access/peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { findVersion } from '../templates/queries.ts';
import { contactsBehind, greetedOf } from './layOut.ts';
import { readerFor } from './readerFor.ts';
import { enclosuresByRule } from './enclosures/enclosuresByRule.ts';

/**
 * A draft begun anew from another template of its channel. What was answered stays, and so does whoever was put in or
 * enclosed by hand; the wording is the new template's.
 */
export async function switchTemplate(
  office: Office,
  message: StoredMessage,
  matter: StoredMatter,
  templateId: string,
): Promise<StoredMessage> {
  const template = await office.programs.find(office.db, templateId);
  const sender = await findPerson(office.db, message.authorId);
  if (!template || !sender) throw notFound('template');
  if (template.channel !== message.channel)
    throw new HttpProblem(
      'templateUnavailable',
      `“${template.name}” is sent another way than this message. Start it from the shelf.`,
    );
  const before = message.templateVersionId
    ? await findVersion(office.db, message.templateVersionId)
    : undefined;
  const { content } = template.program;
  const rules = before?.content.recipients ?? { to: [], cc: [], bcc: [] };
  const byOld = resolveRecipients(rules, matter, message.channel).recipients;
  const byNew = resolveRecipients(content.recipients, matter, message.channel).recipients;
  const answering = message.references.length > 0;
  const recipients = answering || !sameAddresses(byOld, message.recipients) ? message.recipients : byNew;
  const contacts = await contactsBehind(office, recipients, matter);
  const reader = readerFor(
    matter,
    sender,
    await readSettings(office.db),
    greetedOf(recipients, contacts),
    office.now(),
    await office.programs.signatureOf(office.db, sender.id),
  );
  const letter = merge(template.program, reader);
  const ruled = new Set(
    (before ? await enclosuresByRule(office, before.content, matter, reader, []) : []).map(
      ({ documentId }) => documentId,
    ),
  );
  const enclosed = await enclosuresByRule(office, content, matter, reader, []);
  const there = new Set(enclosed.map(({ documentId }) => documentId));
  const { answersAll, copyToSelf } = message.conduct;
  return {
    ...message,
    templateVersionId: template.versionId,
    recipients,
    subject: answering ? message.subject : letter.subject,
    body: letter.body,
    blanks: letter.blanks,
    answers: { ...letter.proposed, ...carriedOver(message, letter.blanks) },
    enclosures: [
      ...enclosed,
      ...message.enclosures.filter(({ documentId }) => !ruled.has(documentId) && !there.has(documentId)),
    ],
    conduct: {
      ...conductOf(content),
      ...(answersAll ? { answersAll } : {}),
      ...(copyToSelf ? { copyToSelf } : {}),
    },
  };
}

const sameAddresses = (a: Recipients, b: Recipients): boolean =>
  (['to', 'cc', 'bcc'] as const).every(
    (line) =>
      a[line].length === b[line].length && a[line].every(({ address }, n) => address === b[line][n]?.address),
  );

/** Answers to the same question: by its key, or else by its label and kind. Others are kept, for switching back. */
function carriedOver({ answers, blanks }: StoredMessage, wanted: readonly BlankDefinition[]): Answers {
  const byLabel = new Map(blanks.map((blank) => [`${blank.kind} ${blank.label.toLowerCase()}`, blank.key]));
  const found = wanted.flatMap(({ key, kind, label }): readonly (readonly [string, string])[] => {
    const from = answers[key] === undefined ? byLabel.get(`${kind} ${label.toLowerCase()}`) : key;
    const answer = from === undefined ? undefined : answers[from];
    return answer === undefined || answer === '' ? [] : [[key, answer]];
  });
  return { ...answers, ...Object.fromEntries(found) };
}
