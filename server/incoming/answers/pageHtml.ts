import { NO_DAY } from '../../../core/answers/givenAnswer.ts';
import type { AnswerFault, Form } from '../../../core/answers/givenAnswer.ts';
import { escapeHtml } from '../../../core/merge/renderHtml.ts';
import type { Question } from '../../../core/template/question.ts';
import type { FileFault } from './readFiles.ts';
import { optionIn } from './pageWords.ts';
import type { PageWords } from './pageWords.ts';

/** What a form shows: what is asked, what was written already, and what is wrong with it. */
export interface FormParts {
  readonly words: PageWords;
  /** BCP 47. */
  readonly tag: string;
  readonly questions: readonly Question[];
  readonly form: Form;
  readonly faults: ReadonlyMap<string, AnswerFault | FileFault>;
  readonly practice: string;
}

/** The form of a page: one question under another, each with its fault beside it, one button. */
export function formHtml(parts: FormParts): string {
  const { words, questions, practice } = parts;
  return (
    `<form method="post" enctype="multipart/form-data" novalidate>` +
    questions.map((question) => questionHtml(question, parts)).join('') +
    `<button>${escapeHtml(words.send)}</button></form><p class="fine">${escapeHtml(words.goesTo(practice))}</p>`
  );
}

function questionHtml(question: Question, { words, tag, form, faults }: FormParts): string {
  const { key, ask, required } = question;
  const fault = faults.get(key);
  const name = `q-${key}`;
  const texts = form.get(key) ?? [];
  const said = fault ? `<p class="fault" id="${name}-fault">${escapeHtml(words.fault[fault])}</p>` : '';
  const described = fault ? ` aria-describedby="${name}-fault" aria-invalid="true"` : '';
  const optional = required ? '' : ` <small>(${escapeHtml(words.optional)})</small>`;
  const choices = choicesOf(question, words, tag);
  if (choices.length > 0) {
    const type = question.kind === 'several' ? 'checkbox' : 'radio';
    const options = choices
      .map(
        ([value, label]) =>
          `<label class="option"><input type="${type}" name="${name}" value="${escapeHtml(value)}"${texts.includes(value) ? ' checked' : ''}${described}><span>${escapeHtml(label)}</span></label>`,
      )
      .join('');
    return `<fieldset><legend>${escapeHtml(ask)}${optional}</legend>${said}${options}</fieldset>`;
  }
  return (
    `<div class="question"><label for="${name}">${escapeHtml(ask)}${optional}</label>${said}` +
    `${fieldHtml(question, name, texts[0] ?? question.value ?? '', described, words)}</div>`
  );
}

/** What there is to choose from, as it is sent and as it is read. */
function choicesOf(
  { kind, options }: Question,
  words: PageWords,
  tag: string,
): readonly (readonly [string, string])[] {
  const offered = options.map((option) => [option, optionIn(tag, kind, option)] as const);
  switch (kind) {
    case 'yesNo':
      return [
        ['yes', words.yes],
        ['no', words.no],
      ];
    case 'day':
      return [...offered, [NO_DAY, words.noDay]];
    case 'one':
    case 'several':
      return offered;
    case 'number':
    case 'amount':
    case 'words':
    case 'address':
    case 'files':
    case 'consent':
      return [];
    default:
      return kind satisfies never;
  }
}

function fieldHtml(
  { kind }: Question,
  name: string,
  text: string,
  described: string,
  words: PageWords,
): string {
  const shared = `id="${name}" name="${name}"${described}`;
  const hint = (said: string): string => `<small>${escapeHtml(said)}</small>`;
  switch (kind) {
    case 'words':
      return `<textarea ${shared} rows="4">${escapeHtml(text)}</textarea>`;
    case 'address':
      return `<textarea ${shared} rows="5" autocomplete="street-address">${escapeHtml(text)}</textarea>${hint(words.addressHint)}`;
    case 'files':
      return `<input ${shared} type="file" multiple accept=".pdf,image/*,.txt,.csv,.doc,.docx,.xls,.xlsx,.odt,.ods">${hint(words.filesBounds)}`;
    case 'consent':
      return `<input ${shared} autocomplete="name" value="${escapeHtml(text)}">${hint(words.consentHint)}`;
    case 'number':
    case 'amount':
      return `<input ${shared} inputmode="decimal" value="${escapeHtml(text)}">`;
    case 'yesNo':
    case 'one':
    case 'several':
    case 'day':
      return '';
    default:
      return kind satisfies never;
  }
}
