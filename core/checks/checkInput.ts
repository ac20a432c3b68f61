import type { WrittenLetter } from '../merge/finish.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { fieldText } from '../merge/fieldText.ts';
import type { Contact } from '../model/contact.ts';
import type { ContactId, DocumentId } from '../model/ids.ts';
import type { MatterRecord } from '../model/matter.ts';
import type { Recipients } from '../recipients/recipients.ts';
import { writeAnswer } from '../template/blanks.ts';
import type { BlankDefinition } from '../template/blanks.ts';
import { textBlocks } from '../template/walk.ts';
import type { InlineNode } from '../template/document.ts';
import { groupHolds } from '../values/conditions.ts';

export interface Enclosure {
  readonly documentId: DocumentId;
  readonly fileName: string;
  readonly category: string;
  readonly sizeBytes: number;
}

/** A text block of the body as its reader sees it. */
export interface Line {
  readonly block: number;
  readonly text: string;
}

/** Words of the text that belong to another matter, as the practice's index knows them. */
export interface Elsewhere {
  readonly words: string;
  readonly kind: 'reference' | 'name';
  readonly matterReference: string;
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
  readonly enclosures: readonly Enclosure[];
  readonly elsewhere: readonly Elsewhere[];
  /** The most the sender's host takes, encoded. */
  readonly maxMessageBytes: number;
}

/** A letter as lines of text, with answers and late values in place. */
export function readableLetter(
  letter: WrittenLetter,
  reader: FieldReader,
): Pick<CheckInput, 'subject' | 'lines' | 'openBlanks'> {
  const { currency } = reader.context.record.type;
  const open = new Map<string, BlankDefinition>();
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
  const lines = textBlocks(letter.body.content).map((b, block) => ({
    block,
    text: (b.content ?? []).map(write).join(''),
  }));
  return { subject, lines, openBlanks: [...open.values()] };
}
