import { getSchema } from '@tiptap/core';
import type { Editor } from '@tiptap/core';
import { EditorState } from '@tiptap/pm/state';
import type { Transaction } from '@tiptap/pm/state';
import { describe, expect, it } from 'vitest';
import type { TemplateContentJson, TemplateProblemView } from '../../../../contract/templates.ts';
import { templateBody } from '../../../parts/editor/templateNodes.tsx';
import { NEW_DRAFT } from './draft.ts';
import { applyRemedy, REMEDY_WORDS, remediesFor } from './problemRemedies.ts';
import type { ProblemRemedy } from './problemRemedies.ts';

const schema = getSchema(templateBody);
const field = (path: string, attrs: object = {}) => ({ type: 'field', attrs: { path, ...attrs } });
const text = (words: string) => ({ type: 'text', text: words });

/** As much of an editor as remedies use: a state, and a way to change it. */
function editorOf(...content: object[]): Editor {
  const doc = schema.nodeFromJSON({ type: 'doc', content: [{ type: 'paragraph', content }] });
  const editor = {
    state: EditorState.create({ schema, doc }),
    view: {
      dispatch: (transaction: Transaction) => {
        editor.state = editor.state.apply(transaction);
      },
    },
  };
  return editor as unknown as Editor;
}

const problem = (
  code: string,
  where: string,
  params: TemplateProblemView['params'] = {},
): TemplateProblemView => ({
  code,
  where,
  params,
  severity: 'error',
  types: [],
});

function apply(
  remedy: ProblemRemedy,
  one: TemplateProblemView,
  editor: Editor,
  content: Partial<TemplateContentJson> = {},
): Partial<TemplateContentJson> {
  let changed: Partial<TemplateContentJson> = {};
  applyRemedy(remedy, one, {
    editors: [null, editor],
    content: { ...NEW_DRAFT.content, ...content },
    onContent: (part) => {
      changed = part;
    },
  });
  return changed;
}

const nodesOf = (editor: Editor): unknown[] => {
  const nodes: unknown[] = [];
  editor.state.doc.descendants((node) => {
    if (node.isInline)
      nodes.push(
        node.isText ? node.text : `${node.type.name} ${String(node.attrs['path'] ?? node.attrs['key'])}`,
      );
  });
  return nodes;
};

describe('remedies of the workshop', () => {
  it('are offered for what can be mended where it stands, each with its words', () => {
    const codes = [
      ['unknownField', 'fact.gone', ['goTo', 'takeOut']],
      ['formatNeedsDate', 'fact.x', ['goTo', 'plainFormat']],
      ['blankNeverAsked', 'k', ['dropBlank']],
      ['unknownRole', 'recipients', ['dropRule']],
      ['unknownRole', 'party.broker', ['goTo', 'takeOut']],
      ['noRecipients', 'recipients', []],
      ['gapInWords', '____', ['goTo', 'makeBlank']],
    ] as const;
    for (const [code, where, expected] of codes) {
      const remedies = remediesFor(problem(code, where));
      expect([code, remedies]).toEqual([code, expected]);
      for (const remedy of remedies) expect(REMEDY_WORDS[remedy]).not.toBe('');
    }
  });

  it('make one blank of a code wherever it stands', () => {
    const editor = editorOf(text('Dear {{client.name}}, '), field('fact.x'), text(' for {{client.name}}.'));
    const found = {
      ...problem('codeInWords', '{{client.name}}'),
      params: { label: 'client name', answer: 'text' },
    };
    const made: object[] = [];
    applyRemedy('makeBlank', found, {
      editors: [editor],
      content: { blanks: [] } as never,
      onContent: (part) => made.push(part),
    });
    expect(made).toEqual([
      { blanks: [{ key: 'clientName', label: 'client name', kind: 'text', required: true }] },
    ]);
    expect(nodesOf(editor)).toEqual([
      'Dear ',
      'blank clientName',
      ', ',
      'field fact.x',
      ' for ',
      'blank clientName',
      '.',
    ]);
  });

  it('take every place of a field out, and leave the words around it', () => {
    const editor = editorOf(
      text('On '),
      field('fact.gone'),
      text(' and '),
      field('fact.here'),
      field('fact.gone'),
      text('.'),
    );
    apply('takeOut', problem('unknownField', 'fact.gone'), editor);
    expect(nodesOf(editor)).toEqual(['On  and ', 'field fact.here', '.']);
  });

  it('leave a row’s field where its rows are, and what other matter types have', () => {
    const doc = schema.nodeFromJSON({
      type: 'doc',
      content: [
        { type: 'paragraph', content: [text('Outside '), field('row.item')] },
        {
          type: 'repeat',
          attrs: { over: 'table.fees', when: null },
          content: [{ type: 'paragraph', content: [field('row.item')] }],
        },
      ],
    });
    const editor = editorOf();
    (editor as unknown as { state: EditorState }).state = EditorState.create({ schema, doc });
    apply('takeOut', problem('rowFieldOutsideRepeat', 'row.item'), editor);
    expect(nodesOf(editor)).toEqual(['Outside ', 'field row.item']);
    const some = { ...problem('unknownField', 'fact.hull'), types: ['Damage claim'] };
    expect(remediesFor(some)).toEqual(['goTo']);
    expect(remediesFor({ ...problem('unknownRole', 'recipients'), types: ['Damage claim'] })).toEqual([]);
  });

  it('write a field as it is, or without its shift', () => {
    const shift = { amount: 2, unit: 'days' };
    const editor = editorOf(
      field('fact.x', { format: 'long', shift }),
      field('fact.y', { format: 'long', shift }),
    );
    const formatOf = (): unknown[] => {
      const found: unknown[] = [];
      editor.state.doc.descendants(({ type, attrs }) => {
        if (type.name === 'field') found.push([attrs['format'], attrs['shift']]);
      });
      return found;
    };
    apply('plainFormat', problem('formatNeedsDate', 'fact.x'), editor);
    expect(formatOf()).toEqual([
      ['plain', shift],
      ['long', shift],
    ]);
    apply('withoutShift', problem('shiftNeedsDate', 'fact.y'), editor);
    expect(formatOf()).toEqual([
      ['plain', shift],
      ['long', null],
    ]);
  });

  it('drop the blank that is asked nowhere, the later of two, or ask for one that has no question', () => {
    const blank = (key: string, label: string) => ({ key, label, kind: 'text', required: true }) as const;
    const blanks = [blank('a', 'One'), blank('b', 'Two'), blank('a', 'One again')];
    const dropped = apply('dropBlank', problem('blankDefinedTwice', 'a'), editorOf(), { blanks });
    expect(dropped.blanks?.map(({ label }) => label)).toEqual(['One', 'Two']);
    const asked = apply('askForIt', problem('blankUndefined', 'c'), editorOf(), { blanks });
    expect(asked.blanks?.at(-1)).toMatchObject({ key: 'c', label: 'c', required: true });
  });

  it('write to a party that is not there no longer, and leave the others', () => {
    const recipients = {
      to: [{ role: 'owner' }, { role: 'broker' }],
      cc: [{ role: 'broker' }, { address: 'not whole', name: '' }],
      bcc: [],
    };
    const role = apply('dropRule', problem('unknownRole', 'recipients', { role: 'broker' }), editorOf(), {
      recipients,
    });
    expect(role.recipients).toEqual({
      to: [{ role: 'owner' }],
      cc: [{ address: 'not whole', name: '' }],
      bcc: [],
    });
    const bad = apply('dropRule', problem('badAddress', 'recipients', { address: 'not whole' }), editorOf(), {
      recipients,
    });
    expect(bad.recipients?.cc).toEqual([{ role: 'broker' }]);
  });
});
