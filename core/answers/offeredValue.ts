import type { FactDefinition, MatterType } from '../model/matter.ts';
import { fitsFact } from '../model/factValue.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { numberValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { answerPlace } from '../template/checkQuestions.ts';
import type { Question } from '../template/question.ts';
import type { GivenAnswer } from './givenAnswer.ts';

/** What an answer offers to the record, and where. */
export type OfferedValue =
  | { readonly to: 'fact'; readonly key: string; readonly label: string; readonly value: Value }
  | { readonly to: 'date'; readonly key: string; readonly label: string; readonly date: PlainDate }
  | { readonly to: 'address'; readonly role: string; readonly lines: readonly string[] }
  | {
      readonly to: 'row';
      readonly table: string;
      readonly column: string;
      readonly label: string;
      readonly value: Value;
    };

/**
 * What an answer offers to a matter of a type: undefined where its question names no place, the type has none of that name
 * any more, or the answer does not fit it (a choice that the record does not have).
 */
export function offeredValue(
  { goesTo }: Question,
  answer: GivenAnswer,
  type: MatterType,
): OfferedValue | undefined {
  const place = goesTo === null ? undefined : answerPlace(goesTo, type);
  switch (place?.kind) {
    case 'date':
      return answer.kind === 'day' && answer.date !== null
        ? { to: 'date', key: place.key, label: place.definition.label, date: answer.date }
        : undefined;
    case 'address':
      return answer.kind === 'address' ? { to: 'address', role: place.role, lines: answer.lines } : undefined;
    case 'fact': {
      const value = valueFor(answer, place.definition);
      return value && { to: 'fact', key: place.key, label: place.definition.label, value };
    }
    case 'row': {
      const { table, definition } = place;
      const value = valueFor(answer, definition);
      return value && { to: 'row', table, column: definition.key, label: definition.label, value };
    }
    case 'category':
    case undefined:
      return undefined;
    default:
      return place satisfies never;
  }
}

function valueFor(answer: GivenAnswer, definition: FactDefinition): Value | undefined {
  const value = asKind(answer, definition);
  return value && fitsFact(value, definition) ? value : undefined;
}

function asKind(answer: GivenAnswer, { kind, choices }: FactDefinition): Value | undefined {
  switch (answer.kind) {
    case 'yesNo':
      return { kind: 'yesNo', value: answer.value };
    case 'number':
      return numberValue(answer.value);
    case 'amount':
      return { kind: 'money', money: answer.money };
    case 'day': {
      if (answer.date === null) return undefined;
      return kind === 'dateTime'
        ? { kind, date: answer.date, time: answer.time ?? '00:00' }
        : { kind: 'date', date: answer.date };
    }
    case 'one': {
      if (kind !== 'choice') return asText(answer.text, kind);
      const choice = choices?.find(({ label }) => label === answer.text);
      return choice && { kind, key: choice.key, label: choice.label };
    }
    case 'words':
    case 'consent':
      return asText(answer.text, kind);
    case 'several':
      return asText(answer.texts.join(', '), kind);
    case 'address':
      return asText(answer.lines.join('\n'), kind);
    case 'files':
      return undefined;
    default:
      return answer satisfies never;
  }
}

/** A short text is one line. */
const asText = (text: string, kind: FactDefinition['kind']): Value =>
  kind === 'longText' ? { kind, text } : { kind: 'text', text: text.replace(/\s*\n\s*/gu, ', ') };
