import type { Editor } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { TemplateContentJson, TemplateProblemView } from '../../../../contract/templates.ts';
import { BLANK_KINDS } from '../../../../core/template/blanks.ts';
import { freshKey } from '../../../words/freshKey.ts';
import { isRepeated } from '../../../parts/editor/templateContext.ts';
import { say } from '../../../words/en/templates-workshop.ts';

/** What can be done about a problem of a template, beside its words. */
export type ProblemRemedy =
  'goTo' | 'takeOut' | 'plainFormat' | 'withoutShift' | 'dropBlank' | 'askForIt' | 'makeBlank' | 'dropRule';

export const REMEDY_WORDS: Readonly<Record<ProblemRemedy, string>> = {
  goTo: say.goToIt,
  takeOut: say.remove,
  plainFormat: say.writeItAsItIs,
  withoutShift: say.withoutTheShift,
  dropBlank: say.dropTheBlank,
  askForIt: say.askForIt,
  makeBlank: say.makeItABlank,
  dropRule: say.doNotWriteToThem,
};

const IN_TEXT: readonly ProblemRemedy[] = ['goTo', 'makeBlank'];
const IN_WORDING: readonly ProblemRemedy[] = ['goTo', 'takeOut'];
const REMEDIES: Readonly<Record<string, readonly ProblemRemedy[]>> = {
  unknownField: IN_WORDING,
  rowFieldOutsideRepeat: IN_WORDING,
  formatNeedsDate: ['goTo', 'plainFormat'],
  formatNeedsNumber: ['goTo', 'plainFormat'],
  shiftNeedsDate: ['goTo', 'withoutShift'],
  unknownTable: IN_WORDING,
  blankUndefined: ['goTo', 'askForIt', 'takeOut'],
  blankNeverAsked: ['dropBlank'],
  blankDefinedTwice: ['dropBlank'],
  passageMissing: IN_WORDING,
  passageCircle: IN_WORDING,
  passagesTooLong: IN_WORDING,
  pictureWithoutWords: ['goTo'],
  questionAskedTwice: IN_WORDING,
  questionRepeats: IN_WORDING,
  questionWithoutChoice: IN_WORDING,
  questionsTooMany: IN_WORDING,
  questionNowhereToGo: IN_WORDING,
  questionWrongKind: IN_WORDING,
  badAddress: ['dropRule'],
  codeInWords: IN_TEXT,
  gapInWords: IN_TEXT,
};

/**
 * What is offered for a problem; a party that a matter type lacks is either in a rule or in a repeat. What some kinds
 * of matter have is not taken out for those that lack it: it is shown alone.
 */
export function remediesFor({ code, where, types }: TemplateProblemView): readonly ProblemRemedy[] {
  if (types.length > 0 && LACKED_BY_SOME.has(code)) return where === 'recipients' ? [] : ['goTo'];
  if (code === 'unknownRole') return where === 'recipients' ? ['dropRule'] : IN_WORDING;
  return REMEDIES[code] ?? [];
}

/** What is wrong only on the matter types that it names. */
const LACKED_BY_SOME = new Set(['unknownField', 'unknownTable', 'unknownRole']);

/** Whether a node of the wording is what a problem speaks of. */
function isMeant({ type, attrs }: ProseNode, where: string): boolean {
  switch (type.name) {
    case 'field':
      return attrs['path'] === where;
    case 'blank':
      return attrs['key'] === where;
    case 'picture':
      return attrs['picture'] === where;
    case 'passage':
    case 'passageWords':
      return attrs['id'] === where;
    case 'repeat':
      return attrs['over'] === where;
    default:
      return false;
  }
}

interface Place {
  readonly editor: Editor;
  readonly pos: number;
  readonly node: ProseNode;
}

function placesOf(
  editors: readonly (Editor | null)[],
  { code, where }: TemplateProblemView,
): readonly Place[] {
  return editors.flatMap((editor) => {
    const found: Place[] = [];
    editor?.state.doc.descendants((node, pos) => {
      const sound = code === 'rowFieldOutsideRepeat' && isRepeated(editor.state.doc, pos);
      if (isMeant(node, where) && !sound) found.push({ editor, pos, node });
    });
    return found;
  });
}

interface RemedyDesk {
  readonly editors: readonly (Editor | null)[];
  readonly content: TemplateContentJson;
  readonly onContent: (part: Partial<TemplateContentJson>) => void;
}

/** Does what was chosen about a problem: in the wording, or in what stands beside it. */
export function applyRemedy(remedy: ProblemRemedy, problem: TemplateProblemView, desk: RemedyDesk): void {
  const { content, onContent } = desk;
  const places = placesOf(desk.editors, problem);
  switch (remedy) {
    case 'goTo': {
      const [written] = IN_TEXT === REMEDIES[problem.code] ? wordsPlaces(desk.editors, problem.where) : [];
      written?.editor.chain().focus().setTextSelection(written).scrollIntoView().run();
      const [first] = places;
      first?.editor.chain().focus().setNodeSelection(first.pos).scrollIntoView().run();
      return;
    }
    case 'takeOut':
      for (const { editor, pos, node } of [...places].reverse())
        editor.view.dispatch(editor.state.tr.delete(pos, pos + node.nodeSize));
      return;
    case 'plainFormat':
      setAttribute(places, 'format', 'plain');
      return;
    case 'withoutShift':
      setAttribute(places, 'shift', null);
      return;
    case 'dropBlank': {
      const at = content.blanks.findLastIndex(({ key }) => key === problem.where);
      onContent({ blanks: content.blanks.filter((_, n) => n !== at) });
      return;
    }
    case 'askForIt':
      onContent({
        blanks: [
          ...content.blanks,
          { key: problem.where, label: problem.where, kind: 'text', required: true },
        ],
      });
      return;
    case 'makeBlank':
      makeBlank(problem, desk);
      return;
    case 'dropRule':
      onContent({ recipients: withoutRule(content.recipients, problem) });
      return;
    default:
      remedy satisfies never;
  }
}

interface WordsPlace {
  readonly editor: Editor;
  readonly from: number;
  readonly to: number;
}

/** Everywhere that words stand in the wording, in whichever marks. */
const wordsPlaces = (editors: readonly (Editor | null)[], words: string): readonly WordsPlace[] =>
  editors.flatMap((editor) => {
    const found: WordsPlace[] = [];
    editor?.state.doc.descendants((block, pos) => {
      if (!block.isTextblock) return true;
      // One sign for each node that is no text, so that places in the text are places in the block.
      const text = block.textBetween(0, block.content.size, undefined, '\uFFFC');
      for (let at = text.indexOf(words); at >= 0; at = text.indexOf(words, at + words.length))
        found.push({ editor, from: pos + 1 + at, to: pos + 1 + at + words.length });
      return false;
    });
    return found;
  });

/** Puts one blank in every place of a code or a gap. */
function makeBlank(
  { where, params }: TemplateProblemView,
  { editors, content, onContent }: RemedyDesk,
): void {
  const label = String(params['label'] ?? where);
  const key = freshKey(
    label,
    content.blanks.map((blank) => blank.key),
  );
  const kind = BLANK_KINDS.find((one) => one === params['answer']) ?? 'text';
  onContent({ blanks: [...content.blanks, { key, label, kind, required: true }] });
  for (const { editor, from, to } of [...wordsPlaces(editors, where)].reverse()) {
    const { blank } = editor.state.schema.nodes;
    // An amount is written with its sign: one that stands before the gap would be there twice.
    const signed = kind === 'money' && /\p{Sc}/u.test(editor.state.doc.textBetween(from - 1, from));
    if (blank)
      editor.view.dispatch(editor.state.tr.replaceWith(signed ? from - 1 : from, to, blank.create({ key })));
  }
}

function setAttribute(places: readonly Place[], name: string, value: unknown): void {
  for (const { editor, pos } of places)
    editor.view.dispatch(editor.state.tr.setNodeAttribute(pos, name, value));
}

type Recipients = TemplateContentJson['recipients'];

function withoutRule(recipients: Recipients, { params }: TemplateProblemView): Recipients {
  const keep = (rules: Recipients['to']): Recipients['to'] =>
    rules.filter((rule) =>
      'role' in rule
        ? rule.role !== params['role']
        : !('address' in rule) || rule.address !== params['address'],
    );
  return { to: keep(recipients.to), cc: keep(recipients.cc), bcc: keep(recipients.bcc) };
}
