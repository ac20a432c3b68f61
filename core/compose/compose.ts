import { bareSubject } from '../correspondence/answers.ts';
import { patternOf } from '../figures/pattern.ts';
import { fieldReader } from '../merge/fieldReader.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { merge } from '../merge/merge.ts';
import type { Contact } from '../model/contact.ts';
import type { Mailbox } from '../model/mailbox.ts';
import type { MatterDocument } from '../model/matter.ts';
import type { Recipients } from '../recipients/recipients.ts';
import { latestNamed } from '../shelf/documents.ts';
import { documentOf } from '../template/document.ts';
import type { DocumentNode, InlineDocument } from '../template/document.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import { sendOptionsOf } from '../template/template.ts';
import type { SendOptions } from '../template/template.ts';
import { enclosuresFor, enclosureWords } from './enclosures.ts';
import type { WantedEnclosure } from './enclosures.ts';
import type { ComposeInput, TakenUp } from './input.ts';
import { recipientsFor } from './recipients.ts';
import { senderOf, signerFor } from './senders.ts';

/** A message as it begins. What shows it and what stores it say the same, since both have it from here. */
export interface ComposedMessage {
  readonly recipients: Recipients;
  readonly from: Mailbox;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  /** What blanks propose by themselves, and what was answered beforehand. */
  readonly answers: Answers;
  readonly enclosures: readonly WantedEnclosure[];
  /** What its template encloses, by the names that people know it by. */
  readonly enclosureNames: readonly string[];
  readonly sendOptions: SendOptions;
  /** Message-IDs of the thread it continues, oldest first (RFC 5322 §3.6.4). */
  readonly references: readonly string[];
  /** Reads the matter's fields for those it goes to. */
  readonly reader: FieldReader;
}

/**
 * What a message begins as: recipients, sender, subject, body, blanks, enclosures and options, from a template, a matter,
 * whoever writes and what it starts from. Nothing else decides any of these. Pure: the same input gives the same message.
 */
export function compose(input: ComposeInput): ComposedMessage {
  const { record, program, takenUp, practice, writer } = input;
  const recipients = recipientsFor(input);
  const reader = readerTo(input, recipients);
  const merged = merge(program, reader);
  const options = sendOptionsOf(program.content);
  const answers = { ...merged.proposed, ...input.answers };
  // A text message is a few lines; what it answers lies on the other's telephone.
  const body = input.channel === 'text' ? merged.body : withQuoted(merged.body, takenUp);
  return {
    recipients,
    from: senderOf(options.sender, writer, record, practice),
    subject:
      takenUp && input.channel !== 'text' ? [{ type: 'text', text: subjectOf(takenUp) }] : merged.subject,
    body,
    blanks: merged.blanks,
    answers,
    enclosures: enclosuresFor(program.content.documents, record.documents, reader, {
      documentIds: [
        ...(input.documentIds ?? []),
        ...documentsNamed(merged.blanks, answers, record.documents),
      ],
      ...(takenUp ? { takenUp } : {}),
    }),
    enclosureNames: program.content.documents.map((rule) => enclosureWords(rule, record.documents)),
    sendOptions: {
      ...options,
      begun: patternOf(body.content),
      ...(takenUp ? { takenUp: takenUpAs(takenUp) } : {}),
      ...(takenUp?.how === 'all' ? { answersAll: true } : {}),
      ...(input.followUpId === undefined ? {} : { followUpId: input.followUpId }),
      ...(input.appointment ? { appointment: input.appointment } : {}),
    },
    references: takenUp && takenUp.how !== 'forward' ? threadOf(takenUp) : [],
    reader,
  };
}

/** A document that is named in answer to a blank is meant to go along, in its latest version. */
const documentsNamed = (
  blanks: readonly BlankDefinition[],
  answers: Answers,
  documents: readonly MatterDocument[],
): readonly string[] =>
  blanks.flatMap(({ key, kind }) =>
    kind === 'document' ? (latestNamed(documents, answers[key] ?? '')?.id ?? []) : [],
  );

/** What is remembered of an entry taken up. */
export const takenUpAs = ({ entry, how, quoted }: TakenUp): NonNullable<SendOptions['takenUp']> => ({
  entryId: entry.id,
  how,
  ...(how !== 'forward' && quoted.length > 0 ? { quoted: true } : {}),
});

/** A text with the words that are passed on below it. */
export const withQuoted = (body: DocumentNode, takenUp: TakenUp | undefined): DocumentNode =>
  takenUp && takenUp.quoted.length > 0 ? documentOf([...body.content, ...takenUp.quoted]) : body;

/** Reads the matter's fields for those that a message goes to: greetings are made for them. */
export function readerTo(
  { record, writer, practice, moment, program, signature, contacts, chosen = [] }: ComposeInput,
  { to }: Recipients,
): FieldReader {
  const known = new Map(
    [...contacts, ...chosen, ...record.parties.map(({ contact }) => contact)].map((one) => [one.id, one]),
  );
  const greeted = to.flatMap(
    ({ contactId }): readonly Contact[] => (contactId && [known.get(contactId) ?? []].flat()) || [],
  );
  return fieldReader({
    record,
    sender: signerFor(program.content.sender, writer, record, practice).person,
    practice: practice.practice,
    calendar: practice.calendar,
    greeted,
    today: moment.today,
    hour: moment.hour,
    signature,
  });
}

/** RFC 5322 §3.6.4: the thread so far, then the message answered. */
const threadOf = ({ entry }: TakenUp): readonly string[] =>
  entry.internetMessageId === null ? entry.references : [...entry.references, entry.internetMessageId];

const subjectOf = ({ entry, how }: TakenUp): string =>
  `${how === 'forward' ? 'Fwd' : 'Re'}: ${bareSubject(entry.subject)}`;
