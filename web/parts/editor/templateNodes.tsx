import { Node } from '@tiptap/core';
import { NodeViewContent, NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import type { NodeViewProps } from '@tiptap/react';
import { useContext } from 'react';
import type { ConditionGroup } from '../../../core/model/condition.ts';
import { groupWords } from '../../../core/template/outline.ts';
import { bodyBase, lineBase } from './baseExtensions.ts';
import { valueOf, TemplatePlacesContext, isRepeated, placeOf } from './templateContext.ts';
import type { TemplatePlaces } from './templateContext.ts';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/parts-editor.ts';
import classes from './Places.module.css';

const hidden = (name: string, initial: unknown) => ({ [name]: { default: initial, rendered: false } });

const inlineAtom = (name: string, attributes: Record<string, unknown>, View: typeof FieldView) =>
  Node.create({
    name,
    group: 'inline',
    inline: true,
    atom: true,
    addAttributes: () =>
      Object.assign({}, ...Object.entries(attributes).map(([key, value]) => hidden(key, value))),
    parseHTML: () => [],
    renderHTML: () => ['span', {}],
    addNodeView: () => ReactNodeViewRenderer(View, { as: 'span' }),
  });

function FieldView({ node, selected, editor, getPos }: NodeViewProps) {
  const places = useContext(TemplatePlacesContext);
  const path = String(node.attrs['path']);
  const { label, value, known } = placeOf(places, path);
  const pos = getPos();
  // Of a row's field only the one outside a repeat can be what is meant.
  const sound = path.startsWith('row.') && pos !== undefined && isRepeated(editor.state.doc, pos);
  const wrong = sound ? undefined : places.wrong?.get(path);
  return (
    <Tip label={wrong ?? (value === null ? say.thisMatterHasNothingHere : say.here(value))}>
      <NodeViewWrapper
        as="span"
        className={classes.field}
        data-selected={selected}
        data-unknown={!known}
        data-wrong={wrong !== undefined}
      >
        {label}
      </NodeViewWrapper>
    </Tip>
  );
}

function BlankView({ node, selected }: NodeViewProps) {
  const { blanks, wrong } = useContext(TemplatePlacesContext);
  const said = wrong?.get(String(node.attrs['key']));
  const blank = blanks.find(({ key }) => key === node.attrs['key']);
  return (
    <Tip label={said ?? say.onlyTheWriterKnows}>
      <NodeViewWrapper
        as="span"
        className={classes.blank}
        data-selected={selected}
        data-wrong={said !== undefined}
      >
        {blank?.label ?? say.aBlank}
      </NodeViewWrapper>
    </Tip>
  );
}

function PassageWordsView({ node, selected }: NodeViewProps) {
  const { passages } = useContext(TemplatePlacesContext);
  const passage = passages.find(({ id }) => id === node.attrs['id']);
  return (
    <Tip label={say.passageAlwaysInTodaysWording(passage?.name ?? 'gone')}>
      <NodeViewWrapper
        as="span"
        className={classes.passageWords}
        data-selected={selected}
        data-unknown={!passage}
      >
        {passage?.opening ?? say.aPassageThatIsGone}
      </NodeViewWrapper>
    </Tip>
  );
}

const Passage = Node.create({
  name: 'passage',
  group: 'block',
  atom: true,
  addAttributes: () => hidden('id', ''),
  parseHTML: () => [],
  renderHTML: () => ['div', {}],
  addNodeView: () => ReactNodeViewRenderer(PassageView),
});

function PassageView({ node, selected }: NodeViewProps) {
  const { passages } = useContext(TemplatePlacesContext);
  const passage = passages.find(({ id }) => id === node.attrs['id']);
  return (
    <NodeViewWrapper className={classes.passage} data-selected={selected} data-unknown={!passage}>
      <small>{say.passage(passage?.name ?? say.oneThatIsGone)}</small>
      {passage?.opening}
    </NodeViewWrapper>
  );
}

const Signature = Node.create({
  name: 'signature',
  group: 'block',
  atom: true,
  parseHTML: () => [],
  renderHTML: () => ['div', {}],
  addNodeView: () => ReactNodeViewRenderer(SignatureView),
});

function SignatureView({ selected }: NodeViewProps) {
  return (
    <NodeViewWrapper className={classes.passage} data-selected={selected}>
      <small>{say.theSignatureOfTheSender}</small>
    </NodeViewWrapper>
  );
}

const namesOf = (places: TemplatePlaces) => ({
  field: (path: string) => placeOf(places, path).label,
  value: (path: string, value: string | number | boolean) => valueOf(places, path, value),
});

/** A frame around what stands under a condition, or once for each; its line at the top says which. */
const frame = (name: 'showWhen' | 'repeat', attributes: Record<string, unknown>, View: typeof ShowWhenView) =>
  Node.create({
    name,
    group: 'block',
    content: 'block+',
    defining: true,
    addAttributes: () =>
      Object.assign({}, ...Object.entries(attributes).map(([key, value]) => hidden(key, value))),
    parseHTML: () => [],
    renderHTML: () => ['div', {}, 0],
    addNodeView: () => ReactNodeViewRenderer(View),
  });

function ShowWhenView({ node }: NodeViewProps) {
  const places = useContext(TemplatePlacesContext);
  const when = node.attrs['when'] as ConditionGroup;
  return (
    <NodeViewWrapper className={classes.frame}>
      <small contentEditable={false}>
        {when.conditions.length === 0
          ? say.alwaysNoConditionYet
          : say.onlyWhen(groupWords(when, namesOf(places)))}
      </small>
      <NodeViewContent />
    </NodeViewWrapper>
  );
}

function RepeatView({ node }: NodeViewProps) {
  const places = useContext(TemplatePlacesContext);
  const repeat = places.catalogue?.repeats.find(({ over }) => over === node.attrs['over']);
  const when = node.attrs['when'] as ConditionGroup | null;
  return (
    <NodeViewWrapper className={classes.frame}>
      <small contentEditable={false}>
        {say.onceForEachOf(
          repeat?.label ?? say.somethingThatIsGone,
          when && when.conditions.length > 0 ? say.when(groupWords(when, namesOf(places))) : '',
        )}
      </small>
      <NodeViewContent />
    </NodeViewWrapper>
  );
}

/** Places that only templates have. */
const templateInline = [
  inlineAtom('field', { path: '', format: 'plain', shift: null, whenEmpty: { kind: 'ask' } }, FieldView),
  inlineAtom('blank', { key: '' }, BlankView),
  inlineAtom('passageWords', { id: '' }, PassageWordsView),
];

/** The wording of a template: the letter's own condition, which shows none, gives way to one that does. */
export const templateBody = [
  ...bodyBase.filter(({ name }) => name !== 'showWhen'),
  frame('showWhen', { when: { join: 'all', conditions: [] } }, ShowWhenView),
  ...templateInline,
  Passage,
  Signature,
  frame('repeat', { over: '', when: null }, RepeatView),
];

/** A template's subject. */
export const templateLine = [...lineBase, ...templateInline];
