import type { Mailbox } from '../model/mailbox.ts';
import type { WrittenMessage } from '../merge/finish.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { fieldText } from '../merge/fieldText.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import { formatMoney } from '../model/money.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { ValueKind } from '../model/value.ts';
import type { Contact } from '../model/contact.ts';
import type { Channel } from '../model/channel.ts';
import type { ContactId, DocumentId } from '../model/ids.ts';
import type { MatterRecord } from '../model/matter.ts';
import type { Recipients } from '../recipients/recipients.ts';
import { writeAnswer } from '../template/blanks.ts';
import type { BlankDefinition } from '../template/blanks.ts';
import { allInline, textBlocks } from '../template/walk.ts';
import type { InlineNode, Mark } from '../template/document.ts';
import { groupHolds } from '../values/conditions.ts';

export interface CheckedEnclosure {
  readonly id: string;
  /** The document of the matter that it is, where it is one. */
  readonly documentId?: DocumentId | undefined;
  readonly fileName: string;
  readonly category: string;
  readonly sizeBytes: number;
  /** Marked on the matter as for the practice alone. */
  readonly restricted?: boolean;
  /** It stands on another matter than the one that is written about. */
  readonly otherMatter?: boolean;
}

/** A text block of the body as its reader sees it. */
export interface Line {
  readonly block: number;
  readonly text: string;
}

/** Words of the text that belong to another matter, as the practice's index knows them. */
export interface Elsewhere {
  readonly words: string;
  readonly kind: 'reference' | 'name' | 'address';
  readonly matterReference: string;
  /** Whether it is the name of what that matter is about, rather than of somebody on it. */
  readonly isSubject?: boolean;
}

/** Words that the record filled in: as they read now, as they were filled in, and as the record would have them today. */
export interface FilledValue {
  /** The text block they stand in; null in the subject. */
  readonly block: number | null;
  readonly path: string;
  readonly label: string;
  readonly kind: ValueKind | undefined;
  readonly words: string;
  readonly original: string;
  readonly current: string | undefined;
}

export interface LinkWritten {
  readonly block: number;
  readonly words: string;
  readonly href: string;
}

/** An amount of the record, as it is written. */
export interface MoneyKnown {
  readonly label: string;
  readonly text: string;
}

/** All that checks look at: a draft as written, beside what the record knows. */
export interface CheckInput {
  readonly subject: string;
  readonly lines: readonly Line[];
  readonly openBlanks: readonly BlankDefinition[];
  readonly recipients: Recipients;
  /** The directory's contacts behind the recipients. */
  readonly contacts: ReadonlyMap<ContactId, Contact>;
  readonly record: MatterRecord;
  readonly enclosures: readonly CheckedEnclosure[];
  readonly elsewhere: readonly Elsewhere[];
  /** The most the sender's host takes, encoded. */
  readonly maxMessageBytes: number;
  readonly channel: Channel;
  readonly from: Mailbox;
  readonly today: PlainDate;
  readonly calendar: WorkingCalendar;
  readonly values: readonly FilledValue[];
  readonly links: readonly LinkWritten[];
  /** What was answered where a person is asked for. */
  readonly people: readonly PersonNamed[];
  /** The record's amounts: facts, calculated values and the cells of its tables. */
  readonly amounts: readonly MoneyKnown[];
  /** Addresses, by their key, that this matter has to do with: its parties', those it was in correspondence with, our own. */
  readonly knownHere: ReadonlySet<string>;
  /** The practice's own addresses, by their key. */
  readonly ownAddresses: ReadonlySet<string>;
  /** For an address that nobody is known by: the known one that is a single slip away. */
  readonly nearAddresses: ReadonlyMap<string, { readonly address: string; readonly name: string }>;
  /** To whom the same template went on this matter lately, by address key. */
  readonly sentBefore: ReadonlyMap<string, { readonly template: string; readonly daysAgo: number }>;
  /** Documents that must go along; without a category any will do. */
  readonly wanted: readonly { readonly label: string; readonly category?: string }[];
  /** Keys of the roles, all of whose holders its template writes to. */
  readonly roles: ReadonlySet<string>;
  /** Addresses, by key, that its template copies whatever the matter. */
  readonly fixed: ReadonlySet<string>;
  /** Where answers go, when not to the sender. */
  readonly replyTo: string | undefined;
  /** Whether it was begun as an answer to everybody. */
  readonly answersAll: boolean;
  /** Set where it asks its recipients something: whether the practice has an address for answers, and the message a way there. */
  readonly asking?: { readonly hasAddress: boolean; readonly hasWay: boolean };
  /** Cautions that the practice does without. */
  readonly turnedOff: ReadonlySet<string>;
}

/** The answer to a blank that asks for a person. */
export interface PersonNamed {
  readonly key: string;
  readonly label: string;
  readonly answer: string;
}

/** A letter as lines of text, with answers and late values in place. */
export function readableMessage(
  letter: WrittenMessage,
  reader: FieldReader,
): Pick<CheckInput, 'subject' | 'lines' | 'openBlanks' | 'people' | 'values' | 'links'> {
  const { currency } = reader.context.record.type;
  const open = new Map<string, BlankDefinition>();
  const people = new Map<string, PersonNamed>();
  const write = (node: InlineNode): string => {
    switch (node.type) {
      case 'text':
        return node.text;
      case 'hardBreak':
        return '\n';
      case 'late':
      case 'field':
        return fieldText(node.attrs, reader) ?? '';
      case 'blank': {
        const { key } = node.attrs;
        const blank = letter.blanks.find((known) => known.key === key) ?? {
          key,
          label: 'a blank',
          kind: 'text',
          required: true,
        };
        const answer = writeAnswer(
          blank,
          Object.hasOwn(letter.answers, key) ? letter.answers[key] : undefined,
          currency,
        );
        if (answer === undefined && blank.required) open.set(key, blank);
        if (answer !== undefined && blank.kind === 'contact')
          people.set(key, { key, label: blank.label, answer });
        return answer ?? '';
      }
      case 'picture':
        return node.attrs.alt;
      case 'showWords':
        return groupHolds(node.attrs.when, reader.read) ? node.content.map(write).join('') : '';
      case 'passageWords':
        return '';
      default:
        return node satisfies never;
    }
  };
  const subject = letter.subject.map(write).join('');
  const blocks = textBlocks(letter.body.content).map(({ content }) => content ?? []);
  const lines = blocks.map((nodes, block) => ({ block, text: nodes.map(write).join('') }));
  const values = [
    ...valuesIn(letter.subject, null, reader),
    ...blocks.flatMap((nodes, block) => valuesIn(nodes, block, reader)),
  ];
  const links = blocks.flatMap((nodes, block) => linksIn(nodes, block));
  return { subject, lines, people: [...people.values()], openBlanks: [...open.values()], values, links };
}

/** The stretches of a line that the record filled in. One that was made bold in part is still one. */
function valuesIn(
  nodes: readonly InlineNode[],
  block: number | null,
  reader: FieldReader,
): readonly FilledValue[] {
  return stretches(nodes, 'value').flatMap(({ mark, words }): readonly FilledValue[] => {
    const { path, label, original } = mark.attrs;
    const kind = reader.read(path)?.kind;
    // A row's value and one of several lines have no one place in the record to be compared with.
    if (path.startsWith('row.') || kind === 'longText' || kind === 'address') return [];
    return [{ block, path, label, kind, words, original, current: fieldText(mark.attrs, reader) }];
  });
}

const linksIn = (nodes: readonly InlineNode[], block: number): readonly LinkWritten[] =>
  stretches(nodes, 'link').map(({ mark, words }) => ({ block, words, href: mark.attrs.href }));

type MarkOf<T extends Mark['type']> = Extract<Mark, { readonly type: T }>;

/** Neighbouring text with the same mark of a kind, joined. */
function stretches<T extends 'value' | 'link'>(
  nodes: readonly InlineNode[],
  type: T,
): readonly { readonly mark: MarkOf<T>; readonly words: string }[] {
  const found: { mark: MarkOf<T>; words: string; upTo: number }[] = [];
  allInline(nodes).forEach((node, at) => {
    const mark =
      node.type === 'text' ? node.marks?.find((one): one is MarkOf<T> => one.type === type) : undefined;
    if (node.type !== 'text' || !mark) return;
    const last = found.at(-1);
    if (last?.upTo === at - 1 && JSON.stringify(last.mark) === JSON.stringify(mark)) {
      last.words += node.text;
      last.upTo = at;
    } else found.push({ mark, words: node.text, upTo: at });
  });
  return found;
}

/** Every amount that a record holds, with what it is called: for comparing what a text says. */
export function amountsOf(reader: FieldReader): readonly MoneyKnown[] {
  const { type, tables } = reader.context.record;
  const named = [
    ...type.facts.map(({ key, label }) => ({ path: `fact.${key}`, label })),
    ...type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
  ];
  const cells = Object.values(tables).flatMap((rows) => rows.flatMap((row) => Object.values(row)));
  const ofCells = cells.flatMap((value) =>
    value.kind === 'money' ? [{ label: '', text: formatMoney(value.money) }] : [],
  );
  return [
    ...named.flatMap(({ path, label }) => {
      const value = reader.read(path);
      return value?.kind === 'money' ? [{ label, text: formatMoney(value.money) }] : [];
    }),
    ...ofCells,
  ];
}
