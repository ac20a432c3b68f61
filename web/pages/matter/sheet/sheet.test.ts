import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { getSchema } from '@tiptap/core';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { NOTE_GAP, layOutNotes } from './layOutNotes.ts';
import { findWords } from './noteHighlights.ts';
import { bodyExtensions, subjectContent, subjectExtensions, subjectNodesOf } from './editors.ts';

describe('notes in the margin', () => {
  it('stand at their places, and move apart only where they would touch', () => {
    expect(layOutNotes([100, 300], [40, 40])).toEqual([100, 300]);
    expect(layOutNotes([100, 110, 400], [40, 40, 40])).toEqual([100, 140 + NOTE_GAP, 400]);
    expect(layOutNotes([300, 100], [40, 40])).toEqual([300, 100]);
    expect(layOutNotes([], [])).toEqual([]);
  });

  it('never overlap and keep the order of their places', () => {
    const notes = fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 10, max: 90 })), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(notes, (list) => {
        const tops = layOutNotes(
          list.map(([anchor]) => anchor),
          list.map(([, height]) => height),
        );
        const placed = list
          .map(([anchor, height], n) => ({ anchor, height, top: tops[n] ?? -1 }))
          .sort((a, b) => a.top - b.top);
        placed.forEach(({ top, anchor }, n) => {
          const above = placed[n - 1];
          expect(top).toBeGreaterThanOrEqual(anchor);
          if (above) expect(top).toBeGreaterThanOrEqual(above.top + above.height + NOTE_GAP);
          if (above) expect(anchor).toBeGreaterThanOrEqual(above.anchor);
        });
      }),
      { seed: 3 },
    );
  });
});

describe('the editor', () => {
  const schema = getSchema(bodyExtensions);
  const value = {
    type: 'value',
    attrs: { path: 'fact.x', format: 'plain', shift: null, label: 'X', original: 'Wren' },
  };
  const letter = {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'Dear ' },
          { type: 'text', text: 'Wren', marks: [value] },
          { type: 'hardBreak' },
          { type: 'blank', attrs: { key: 'k' } },
          { type: 'text', text: ' SV-1' },
        ],
      },
      {
        type: 'bulletList',
        content: [
          {
            type: 'listItem',
            content: [
              {
                type: 'paragraph',
                content: [
                  {
                    type: 'text',
                    text: 'a',
                    marks: [{ type: 'bold' }, { type: 'italic' }, { type: 'underline' }],
                  },
                ],
              },
            ],
          },
        ],
      },
      {
        type: 'question',
        attrs: {
          key: 'q1',
          ask: 'Which day suits you?',
          kind: 'day',
          required: true,
          options: ['2026-12-14T09:30'],
          days: null,
          offers: null,
          goesTo: 'date.surveyDay',
          value: null,
        },
      },
      {
        type: 'heading',
        attrs: { level: 2 },
        content: [{ type: 'late', attrs: { path: 'greeting.hour', format: 'plain', shift: null } }],
      },
    ],
  };

  it('gives back what the server reads, node for node: a contract between two libraries and ours', () => {
    const shown = schema.nodeFromJSON(letter);
    shown.check();
    const [before, after] = [parseDocument(letter, 'message'), parseDocument(shown.toJSON(), 'message')];
    expect(before.ok).toBe(true);
    expect(after).toEqual(before);
  });

  it('holds every node and mark that letters may hold, and no other kind of block', () => {
    const own = Object.keys(schema.nodes).sort();
    expect(own).toEqual([
      ...[
        'blank',
        'bulletList',
        'button',
        'column',
        'columns',
        'divider',
        'doc',
        'hardBreak',
        'heading',
        'late',
      ],
      ...['listItem', 'orderedList', 'paragraph', 'picture', 'question', 'showWhen', 'showWords', 'space'],
      ...['table', 'tableCell', 'tableHeader', 'tableRow', 'text'],
    ]);
    expect(Object.keys(schema.marks).sort()).toEqual([
      ...['bold', 'colour', 'italic', 'link', 'subscript', 'superscript', 'underline', 'value'],
    ]);
  });

  it('keeps a subject to one line of text, blanks and values', () => {
    const line = getSchema(subjectExtensions);
    const nodes = [
      { type: 'text', text: 'Wren', marks: [value] },
      { type: 'blank', attrs: { key: 'k' } },
    ];
    const json = line.nodeFromJSON(subjectContent(nodes)).toJSON();
    expect(parseInline(subjectNodesOf(json), 'message')).toEqual(parseInline(nodes, 'message'));
    expect(subjectNodesOf({ type: 'doc', content: [{ type: 'paragraph' }] })).toEqual([]);
    expect(Object.keys(line.nodes)).not.toContain('hardBreak');
  });

  it('finds the words of a note in their block, past blanks and breaks', () => {
    const doc = schema.nodeFromJSON(letter);
    const place = findWords(doc, 0, 'SV-1');
    expect(place && doc.textBetween(place.from, place.to)).toBe('SV-1');
    const inList = findWords(doc, 1, 'a');
    expect(inList && doc.textBetween(inList.from, inList.to)).toBe('a');
    expect([findWords(doc, 0, 'absent'), findWords(doc, 1, 'SV-1'), findWords(doc, 9, 'a')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});
