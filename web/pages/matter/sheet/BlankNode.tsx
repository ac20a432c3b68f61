import { Node } from '@tiptap/core';
import { NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import type { NodeViewProps } from '@tiptap/react';
import { useContext, useId } from 'react';
import { BlanksContext } from './blanksContext.ts';
import type { Blank } from './blanksContext.ts';
import { DateBlank } from './DateBlank.tsx';
import { sizedByContent } from './sizing.ts';
import classes from './Sheet.module.css';

/** A ruled space with its label; what is typed is the answer, wherever the same blank stands again. */
export const BlankNode = Node.create({
  name: 'blank',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: false,
  addAttributes: () => ({ key: { default: '', rendered: false } }),
  parseHTML: () => [],
  renderHTML: () => ['span', { 'data-blank': '' }],
  addNodeView: () =>
    ReactNodeViewRenderer(BlankView, {
      as: 'span',
      // Keys and clicks inside belong to the field, not to the text around it.
      stopEvent: () => true,
      ignoreMutation: () => true,
    }),
});

function BlankView({ node }: NodeViewProps) {
  const { blanks, answers, onAnswer } = useContext(BlanksContext);
  const key = String(node.attrs['key']);
  const blank = blanks.find((known) => known.key === key);
  const answer = answers[key] ?? '';
  if (!blank) return <NodeViewWrapper as="span" />;
  return (
    <NodeViewWrapper as="span" className={classes.blankPlace} data-blank-key={key}>
      <BlankField
        blank={blank}
        answer={answer}
        onAnswer={(next) => {
          onAnswer(key, next);
        }}
      />
    </NodeViewWrapper>
  );
}

interface BlankFieldProps {
  readonly blank: Blank;
  readonly answer: string;
  readonly onAnswer: (answer: string) => void;
}

const MIN_WIDTH_CH = 6;

function BlankField({ blank, answer, onAnswer }: BlankFieldProps) {
  const common = {
    className: classes.blank,
    'data-open': answer.trim() === '',
    'data-blank-field': '',
    'aria-label': blank.label,
    'aria-required': blank.required,
    title: blank.help ?? blank.label,
  };
  const options = choicesOf(blank);
  const { offered } = useContext(BlanksContext);
  const names =
    blank.kind === 'contact' ? offered.parties : blank.kind === 'document' ? offered.documents : [];
  const listId = useId();
  if (options) {
    return (
      <select
        {...common}
        value={answer}
        onChange={(event) => {
          onAnswer(event.currentTarget.value);
        }}
      >
        <option value="">{blank.label}</option>
        {options.map(({ key, label }) => (
          <option key={key} value={key}>
            {label}
          </option>
        ))}
      </select>
    );
  }
  if (blank.kind === 'date')
    return <DateBlank label={blank.label} answer={answer} onAnswer={onAnswer} common={common} />;
  if (blank.kind === 'longText') {
    return (
      <textarea
        {...common}
        rows={Math.max(2, answer.split('\n').length)}
        value={answer}
        placeholder={blank.label}
        onChange={(event) => {
          onAnswer(event.currentTarget.value);
        }}
      />
    );
  }
  const width = Math.max(MIN_WIDTH_CH, (answer || blank.label).length + 1);
  return (
    <>
      <input
        {...common}
        list={names.length > 0 ? listId : undefined}
        style={sizedByContent ? undefined : { width: `${width}ch` }}
        inputMode={blank.kind === 'number' || blank.kind === 'money' ? 'decimal' : 'text'}
        value={answer}
        placeholder={blank.label}
        onChange={(event) => {
          onAnswer(event.currentTarget.value);
        }}
      />
      {names.length > 0 ? (
        <datalist id={listId}>
          {names.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      ) : null}
    </>
  );
}

function choicesOf(blank: Blank): readonly { readonly key: string; readonly label: string }[] | undefined {
  if (blank.kind === 'yesNo')
    return [
      { key: 'yes', label: 'yes' },
      { key: 'no', label: 'no' },
    ];
  return blank.kind === 'choice' ? (blank.choices ?? []) : undefined;
}
