import { useState } from 'react';
import type { ValueJson } from '../../../contract/matterTypes.ts';
import type { FactDefinition } from '../../../core/model/matter.ts';
import type { Value } from '../../../core/model/value.ts';
import { answerOf } from '../../../core/template/blanks.ts';
import { ContactPicker } from '../pickers/ContactPicker.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { DayField } from '../days/DayField.tsx';
import { useReadCell } from './useReadCell.ts';
import type { CellDefinition } from '../../../core/template/readCell.ts';
import { say } from '../../words/en/matter-editing.ts';
import classes from './ValueInput.module.css';

interface ValueInputProps {
  readonly definition: CellDefinition;
  readonly value: ValueJson | undefined;
  readonly currency: string;
  readonly autoFocus?: boolean;
  /** Null takes the value away. */
  readonly onValue: (value: ValueJson | null) => void;
  readonly onLeave?: () => void;
}

const YES_NO = [
  { key: 'yes', label: 'yes' },
  { key: 'no', label: 'no' },
];

/**
 * A value in place, in a field of its kind, with what is understood of it beside it. What does not fit stays to be mended,
 * and nothing is kept of it.
 */
export function ValueInput({ definition, value, currency, autoFocus, onValue, onLeave }: ValueInputProps) {
  const { label, kind, choices } = definition;
  const [typed, setTyped] = useState(value ? answerOf(value as Value) : '');
  const [misfit, setMisfit] = useState(false);
  const readCell = useReadCell(currency);
  const read = (text: string): Value | undefined => readCell(definition, text);
  const take = (text: string): void => {
    if (text.trim() === '') {
      setMisfit(false);
      if (value) onValue(null);
      return;
    }
    const taken = read(text);
    setMisfit(!taken);
    if (taken && JSON.stringify(taken) !== JSON.stringify(value)) onValue(taken as ValueJson);
  };
  const place = { autoFocus, onLeave };
  const options = kind === 'yesNo' ? YES_NO : kind === 'choice' ? choices : undefined;
  if (kind === 'contact')
    return (
      <ContactPicker
        label={label}
        chosen={value?.kind === 'contact' ? value.name : ''}
        {...(autoFocus === undefined ? {} : { autoFocus })}
        onChoose={(contact) => {
          onValue(contact ? { kind: 'contact', contactId: contact.id, name: contact.name } : null);
          onLeave?.();
        }}
      />
    );
  if (options) {
    const choose = (chosen: string): void => {
      setTyped(chosen);
      take(chosen);
    };
    return <ChosenValue label={label} typed={typed} options={options} {...place} onChoose={choose} />;
  }
  if (kind === 'date')
    return <DateValue {...{ label, typed, autoFocus, onLeave }} onType={setTyped} onTake={take} />;
  const common = {
    className: classes.input,
    'aria-label': label,
    'aria-invalid': misfit,
    title: misfit ? say.thisIsNotWhatCan(label) : label,
    autoFocus,
    value: typed,
    onChange: (event: { readonly currentTarget: { readonly value: string } }) => {
      setTyped(event.currentTarget.value);
    },
    onBlur: () => {
      take(typed);
      onLeave?.();
    },
  };
  if (kind === 'longText') return <textarea rows={3} {...common} />;
  const isFigure = kind === 'number' || kind === 'money' || kind === 'dateTime';
  const understood = isFigure ? written(read(typed)) : undefined;
  return (
    <>
      <input
        {...common}
        type="text"
        inputMode={isFigure ? 'decimal' : 'text'}
        placeholder={kind === 'dateTime' ? say.tomorrowAt930 : undefined}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key !== 'Escape') return;
          setTyped(value ? answerOf(value as Value) : '');
          event.stopPropagation();
          onLeave?.();
        }}
      />
      {understood === undefined || understood === typed.trim() ? null : (
        <small className={classes.readAs}>{understood}</small>
      )}
      {misfit ? <small className={classes.misfit}>{MISFITS[kind] ?? say.notUnderstood}</small> : null}
    </>
  );
}

interface DateValueProps {
  readonly label: string;
  readonly typed: string;
  readonly autoFocus: boolean | undefined;
  readonly onType: (day: string) => void;
  readonly onTake: (day: string) => void;
  readonly onLeave: (() => void) | undefined;
}

/** A day is taken once it is whole: when its field is left, or it is chosen. */
function DateValue({ label, typed, autoFocus, onType, onTake, onLeave }: DateValueProps) {
  const leave = (day: string): void => {
    onTake(day);
    onLeave?.();
  };
  const back = (): void => onLeave?.();
  return (
    <DayField {...{ label, autoFocus }} bare value={typed} onChange={onType} onLeave={leave} onBack={back} />
  );
}

interface ChosenValueProps {
  readonly onLeave: (() => void) | undefined;
  readonly label: string;
  readonly typed: string;
  readonly options: readonly { readonly key: string; readonly label: string }[];
  readonly autoFocus: boolean | undefined;
  readonly onChoose: (chosen: string) => void;
}

function ChosenValue({ label, typed, options, autoFocus, onChoose, onLeave }: ChosenValueProps) {
  return (
    <Choice
      className={classes.choice}
      label={label}
      bare
      autoFocus={autoFocus}
      value={typed}
      options={[
        { value: '', label: say.notSaid },
        ...options.map((one) => ({ value: one.key, label: one.label })),
      ]}
      onChange={onChoose}
      onBlur={onLeave}
    />
  );
}

const written = (value: Value | undefined): string | undefined => value && answerOf(value);

/** What a field that was not understood asks for. */
const MISFITS: Readonly<Partial<Record<FactDefinition['kind'], string>>> = {
  money: say.noAmountYet1284,
  number: say.noNumberYet,
  dateTime: say.aDayAndATime,
};
