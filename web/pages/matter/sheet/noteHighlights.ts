import { Extension } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import type { Message } from '../../../../contract/messages.ts';

type Note = Message['notes'][number];

const key = new PluginKey<DecorationSet>('noteHighlights');

/** Where some words stand in a text block, counted in reading order as the checks count them. */
export function findWords(
  doc: ProseNode,
  block: number,
  words: string,
): { readonly from: number; readonly to: number } | undefined {
  let seen = -1;
  let found: { from: number; to: number } | undefined;
  doc.descendants((node, pos) => {
    if (found || !node.isTextblock) return !found;
    seen += 1;
    if (seen !== block) return false;
    // Each blank or break is one place in the text, as it is one position in the document.
    const at = node.textBetween(0, node.content.size, undefined, '\ufffc').indexOf(words);
    if (at >= 0) found = { from: pos + 1 + at, to: pos + 1 + at + words.length };
    return false;
  });
  return found;
}

function decorate(doc: ProseNode, notes: readonly Note[]): DecorationSet {
  const marks = notes.flatMap((note, n) => {
    if (note.where.part !== 'body' || !('words' in note.where)) return [];
    const place = findWords(doc, note.where.block, note.where.words);
    return place
      ? [
          Decoration.inline(place.from, place.to, {
            class: 'noted',
            'data-note': String(n),
            'data-severity': note.severity,
          }),
        ]
      : [];
  });
  return DecorationSet.create(doc, marks);
}

/** Draws a wash under the words that notes speak of. Nothing of it is part of the letter. */
export const NoteHighlights = Extension.create({
  name: 'noteHighlights',
  addProseMirrorPlugins: () => [
    new Plugin<DecorationSet>({
      key,
      state: {
        init: () => DecorationSet.empty,
        apply(transaction, known) {
          const notes = transaction.getMeta(key) as readonly Note[] | undefined;
          return notes ? decorate(transaction.doc, notes) : known.map(transaction.mapping, transaction.doc);
        },
      },
      props: { decorations: (state) => key.getState(state) },
    }),
  ],
});

export const notesKey = key;
