import { formatDate } from '../dates/formatDate.ts';
import type { Mailbox } from '../model/mailbox.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { BlockNode, TextNode } from '../template/document.ts';

const words = (text: string): TextNode => ({ type: 'text', text });

/** The most of a text that is passed on in the body; all of it stands in the record. */
const MAX_QUOTED_CHARS = 20_000;

/** The words of an entry as they are passed on: who wrote, when, about what, and the text, below a line. */
export function quotedBlocks(
  { from, subject }: { readonly from: Mailbox; readonly subject: string },
  date: PlainDate,
  text: string,
): readonly BlockNode[] {
  const head = `${from.name || from.address} wrote on ${formatDate(date, 'longWeekday')}, “${subject}”:`;
  return [
    { type: 'divider' },
    { type: 'paragraph', content: [words(head)] },
    ...text
      .slice(0, MAX_QUOTED_CHARS)
      .split(/\n{2,}/)
      .flatMap((one): readonly BlockNode[] => {
        const content = one
          .split('\n')
          .filter((line) => line.trim() !== '')
          .flatMap((line, n) => [
            ...(n === 0 ? [] : [{ type: 'hardBreak' } as const]),
            words(line.trimEnd()),
          ]);
        return content.length > 0 ? [{ type: 'paragraph', content }] : [];
      }),
  ];
}
