import { formatDate, formatTime } from '../dates/formatDate.ts';
import type { ZonedTime } from '../dates/zonedClock.ts';
import type { Mailbox } from '../model/mailbox.ts';
import { inlineOf } from '../template/walk.ts';
import type { BlockNode, TextNode } from '../template/document.ts';
import type { TakenUp } from './input.ts';

const words = (text: string): TextNode => ({ type: 'text', text });

/** The most of a text that is quoted in the body; all of it stands in the record. */
const MAX_QUOTED_CHARS = 20_000;
const MAX_QUOTED_BLOCKS = 400;

/** An entry's own words, in the practice's time zone. */
export interface QuotedEntry extends Pick<TakenUp['entry'], 'people' | 'subject'> {
  readonly sent: ZonedTime;
  readonly content: readonly BlockNode[];
}

/** The words of an entry below a line: passed on with who wrote to whom, when and about what, or quoted in an answer. */
export function quotedBlocks(entry: QuotedEntry, how: TakenUp['how']): readonly BlockNode[] {
  return [
    { type: 'divider' },
    linesOf(how === 'forward' ? headOf(entry) : [wroteOf(entry)]),
    ...withinBounds(entry.content),
  ];
}

/** A plain text as blocks: a line left empty parts paragraphs. */
export const plainBlocks = (text: string): readonly BlockNode[] =>
  text
    .slice(0, MAX_QUOTED_CHARS)
    .split(/\n{2,}/)
    .map((one) => one.split('\n').filter((line) => line.trim() !== ''))
    .flatMap((lines) => (lines.length > 0 ? [linesOf(lines.map((line) => line.trimEnd()))] : []));

const linesOf = (lines: readonly string[]): BlockNode => ({
  type: 'paragraph',
  content: lines.flatMap((line, n) => [...(n === 0 ? [] : [{ type: 'hardBreak' } as const]), words(line)]),
});

const wroteOf = ({ people, sent }: QuotedEntry): string =>
  `${people.from.name || people.from.address} wrote on ${formatDate(sent.date, 'longWeekday')} at ${formatTime(sent.hour, sent.minute)}:`;

/** The names of its header fields, as RFC 5322 has them. */
const headOf = ({ people, sent, subject }: QuotedEntry): readonly string[] => [
  `From: ${mailboxText(people.from)}`,
  `Sent: ${formatDate(sent.date, 'longWeekday')}, ${formatTime(sent.hour, sent.minute)}`,
  ...(people.to.length > 0 ? [`To: ${people.to.map(mailboxText).join(', ')}`] : []),
  ...(people.cc.length > 0 ? [`Cc: ${people.cc.map(mailboxText).join(', ')}`] : []),
  `Subject: ${subject}`,
];

const mailboxText = ({ name, address }: Mailbox): string =>
  name === '' || name === address ? address : `${name} <${address}>`;

/** Whole blocks, as many as a letter holds; what is left away is said. */
function withinBounds(content: readonly BlockNode[]): readonly BlockNode[] {
  let chars = 0;
  const kept = content.slice(0, MAX_QUOTED_BLOCKS).filter((block, n) => {
    chars += lengthOf(block);
    return chars <= MAX_QUOTED_CHARS || n === 0;
  });
  return kept.length === content.length
    ? kept
    : [...kept, linesOf(['[The message goes on. All of it is in our file.]'])];
}

const lengthOf = (block: BlockNode): number =>
  inlineOf([block]).reduce((sum, node) => sum + (node.type === 'text' ? node.text.length : 1), 0);
