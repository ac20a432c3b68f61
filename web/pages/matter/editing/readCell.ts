import { readDate } from '../../../../core/dates/readDate.ts';
import type { FactDefinition } from '../../../../core/model/matter.ts';
import type { Value } from '../../../../core/model/value.ts';
import { readAnswer } from '../../../../core/template/blanks.ts';
import { today } from '../../../words/dates.ts';
import { useCalendar, useMoments } from '../../../parts/editor/useMoments.ts';

export type CellDefinition = Pick<FactDefinition, 'key' | 'label' | 'kind' | 'choices'>;
/** Reads what is typed or pasted as a value of its kind; undefined where it does not fit. */
export type ReadCell = (definition: CellDefinition, text: string) => Value | undefined;

const YES = new Set(['yes', 'y', 'true', 'x', '1']);
const NO = new Set(['no', 'n', 'false', '0']);

export function useReadCell(currency: string): ReadCell {
  const calendar = useCalendar();
  const momentOf = useMoments();
  return ({ label, kind, choices }, text) => {
    const asked = { key: '', label, kind, required: false, ...(choices ? { choices } : {}) };
    return readAnswer(asked, asAnswer(text), currency);

    /** As an answer is kept: days by ISO 8601, choices by their key. */
    function asAnswer(typed: string): string {
      const word = typed.trim().toLowerCase();
      switch (kind) {
        case 'date':
          return readDate(typed, today(), calendar) ?? '';
        case 'dateTime':
          return momentOf(typed);
        case 'yesNo':
          return YES.has(word) ? 'yes' : NO.has(word) ? 'no' : typed;
        case 'choice':
          return choices?.find((one) => one.label.toLowerCase() === word)?.key ?? typed;
        default:
          return typed;
      }
    }
  };
}
