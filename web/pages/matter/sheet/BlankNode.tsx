import { Autocomplete, Select } from '@mantine/core';
import { Node } from '@tiptap/core';
import { NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import type { NodeViewProps } from '@tiptap/react';
import { useContext, useState } from 'react';
import { answerOf, readAnswer } from '../../../../core/template/blanks.ts';
import { isPartOfName } from '../../../../core/model/words.ts';
import { BlanksContext } from './blanksContext.ts';
import type { Blank } from './blanksContext.ts';
import { DateBlank } from './DateBlank.tsx';
import { sizedByContent } from './sizing.ts';
import { LIST_BELOW } from '../../../ui/fieldLook.ts';
import { say } from '../../../words/en/matter-sheet.ts';
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
/** Longer lists are narrowed by typing. */
const MOST_AT_A_GLANCE = 8;

function BlankField({ blank, answer, onAnswer }: BlankFieldProps) {
  const common = {
    'data-open': answer.trim() === '',
    'data-blank-field': '',
    'aria-label': blank.label,
    'aria-required': blank.required,
    'aria-description': blank.help,
  };
  const options = choicesOf(blank);
  if (options) {
    return (
      <Select
        {...common}
        variant="unstyled"
        size="xs"
        className={classes.blankChoice ?? ''}
        classNames={{ input: classes.blank ?? '' }}
        rightSection={null}
        data={options.map(({ key, label }) => ({ value: key, label }))}
        value={answer === '' ? null : answer}
        placeholder={blank.label}
        searchable={options.length > MOST_AT_A_GLANCE}
        comboboxProps={LIST_BELOW}
        onChange={(chosen) => {
          onAnswer(chosen ?? '');
        }}
      />
    );
  }
  if (blank.kind === 'date' || blank.kind === 'dateTime')
    return (
      <DateBlank
        kind={blank.kind}
        label={blank.label}
        looking={blank.looks ?? 'ahead'}
        answer={answer}
        onAnswer={onAnswer}
        common={common}
      />
    );
  if (blank.kind === 'longText') {
    return (
      <textarea
        {...common}
        className={classes.blank}
        rows={Math.max(2, answer.split('\n').length)}
        value={answer}
        placeholder={blank.label}
        onChange={(event) => {
          onAnswer(event.currentTarget.value);
        }}
      />
    );
  }
  return <TypedBlank blank={blank} answer={answer} onAnswer={onAnswer} common={common} />;
}

interface TypedBlankProps extends BlankFieldProps {
  readonly common: Readonly<Record<string, unknown>>;
}

/** Figures and short words. What a figure is understood as stands beside it while it is typed, and in its place then. */
function TypedBlank({ blank, answer, onAnswer, common }: TypedBlankProps) {
  const { offered } = useContext(BlanksContext);
  const [typing, setTyping] = useState(false);
  const names =
    blank.kind === 'contact' ? offered.parties : blank.kind === 'document' ? offered.documents : [];
  const isFigure = blank.kind === 'number' || blank.kind === 'money';
  const { choices = [], currency = '', help: _help, ...definition } = blank;
  const value = isFigure ? readAnswer({ ...definition, choices }, answer, currency) : undefined;
  const understood = value && answerOf(value);
  const unread = isFigure && answer.trim() !== '' && understood === undefined;
  const width = Math.max(MIN_WIDTH_CH, (answer || blank.label).length + 1);
  const field = {
    ...(sizedByContent ? {} : { style: { width: `${width}ch` } }),
    'aria-invalid': unread,
    value: answer,
    placeholder: blank.label,
    onFocus: () => {
      setTyping(true);
    },
    onBlur: () => {
      setTyping(false);
      const meant = blank.kind === 'contact' ? personMeant(answer, names) : undefined;
      if (meant !== undefined) onAnswer(meant);
      if (understood !== undefined && understood !== answer) onAnswer(understood);
    },
  };
  return (
    <>
      {names.length > 0 ? (
        <Autocomplete
          {...common}
          {...field}
          variant="unstyled"
          size="xs"
          className={classes.blankChoice ?? ''}
          classNames={{ input: classes.blank ?? '' }}
          data={[...new Set(names)]}
          comboboxProps={LIST_BELOW}
          onChange={onAnswer}
        />
      ) : (
        <input
          {...common}
          {...field}
          className={classes.blank}
          inputMode={isFigure ? 'decimal' : 'text'}
          onChange={(event) => {
            onAnswer(event.currentTarget.value);
          }}
        />
      )}
      {typing && understood !== undefined && understood !== answer.trim() ? (
        <small className={classes.readAs}>{understood}</small>
      ) : null}
      {unread ? <small className={classes.readAs}>{UNREAD[blank.kind]}</small> : null}
    </>
  );
}

/** The one of those offered whose name has every word begun with what was typed; undefined where none or several have. */
function personMeant(typed: string, names: readonly string[]): string | undefined {
  if (names.includes(typed)) return undefined;
  const fits = names.filter((name) => isPartOfName(typed, name));
  return fits.length === 1 ? fits[0] : undefined;
}

const UNREAD: Readonly<Partial<Record<Blank['kind'], string>>> = {
  money: say.noAmountYet1284,
  number: say.noNumberYet,
};

function choicesOf(blank: Blank): readonly { readonly key: string; readonly label: string }[] | undefined {
  if (blank.kind === 'yesNo')
    return [
      { key: 'yes', label: 'yes' },
      { key: 'no', label: 'no' },
    ];
  return blank.kind === 'choice' ? (blank.choices ?? []) : undefined;
}
