import type { Editor } from '@tiptap/core';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { documentEnclosure } from './enclosureList.ts';
import { findWords } from './noteHighlights.ts';

export type Remedy = Message['notes'][number]['remedies'][number];
type Lines = Pick<Message, 'to' | 'cc' | 'bcc'>;

/** What remedies can reach: the sheet's parts as they stand, and how to change them. */
export interface SheetParts {
  readonly body: Editor | null;
  readonly page: HTMLElement | null;
  readonly matter: MatterDetail;
  readonly lines: Lines;
  readonly enclosures: Message['enclosures'];
  readonly setLine: (part: keyof Lines, recipients: Message['to']) => void;
  readonly setEnclosures: (enclosures: Message['enclosures']) => void;
}

const PARTS = ['to', 'cc', 'bcc'] as const;

/** Does what a note offers to do about itself. */
export function carryOut(remedy: Remedy, sheet: SheetParts): void {
  const { lines, enclosures, setLine, setEnclosures, matter } = sheet;
  const keepOnLines = (keep: (one: Message['to'][number]) => boolean): void => {
    for (const part of PARTS) {
      const left = lines[part].filter(keep);
      if (left.length < lines[part].length) setLine(part, left);
    }
  };
  switch (remedy.kind) {
    case 'enclose': {
      const document = asEnclosure(matter, remedy.documentId);
      if (document) setEnclosures([...enclosures, document]);
      return;
    }
    case 'removeRecipient':
      keepOnLines(({ address }) => address !== remedy.address);
      return;
    case 'keepOnly':
      keepOnLines(({ address }) => address === remedy.address);
      return;
    case 'replaceAddress':
      for (const part of PARTS)
        if (lines[part].some(({ address }) => address === remedy.address))
          setLine(
            part,
            lines[part].map((one) =>
              one.address === remedy.address ? { name: '', address: remedy.by, roles: [] } : one,
            ),
          );
      return;
    case 'replaceWords':
      replaceWords(sheet.body, remedy.block, remedy.words, remedy.by);
      return;
    case 'replaceEnclosure': {
      const document = asEnclosure(matter, remedy.by);
      if (document) setEnclosures(enclosures.map((one) => (one.id === remedy.enclosureId ? document : one)));
      return;
    }
    case 'removeEnclosure':
      setEnclosures(enclosures.filter(({ id }) => id !== remedy.enclosureId));
      return;
    case 'goToBlank':
      sheet.page
        ?.querySelector<HTMLElement>(`[data-blank-key="${CSS.escape(remedy.key)}"] [data-blank-field]`)
        ?.focus();
      return;
    default:
      remedy satisfies never;
  }
}

/** A document of the matter as it would be enclosed. */
function asEnclosure(matter: MatterDetail, id: string): Message['enclosures'][number] | undefined {
  const document = matter.documents.find((one) => one.id === id);
  return document && documentEnclosure(document);
}

function replaceWords(editor: Editor | null, block: number, words: string, by: string): void {
  const place = editor && findWords(editor.state.doc, block, words);
  if (place) editor.view.dispatch(editor.state.tr.insertText(by, place.from, place.to));
}
