import type { Question, QuestionKind } from '../template/question.ts';
import { optionWords } from '../template/question.ts';
import { answerText } from './givenAnswer.ts';
import type { AnswerWords, GivenAnswer } from './givenAnswer.ts';

/** A page of a round: what it asked, and what was answered last; undefined where nobody has. */
export interface TalliedPage {
  readonly questions: readonly Question[];
  readonly given: ReadonlyMap<string, GivenAnswer> | undefined;
}

/** What was answered to one question. */
export interface QuestionTally {
  readonly ask: string;
  /** How many answered it. */
  readonly answered: number;
  /** Where there is something to choose from, how often each was chosen, what nobody chose among them. */
  readonly choices: readonly { readonly text: string; readonly times: number }[];
}

const CHOOSES: ReadonlySet<QuestionKind> = new Set(['yesNo', 'one', 'several', 'day']);

/** Questions in their order; those of the same key and kind are one, in the words of the first. */
export function tallyAnswers(pages: readonly TalliedPage[], words: AnswerWords): readonly QuestionTally[] {
  const questions = new Map<string, Question>();
  for (const page of pages)
    for (const question of page.questions)
      if (!questions.has(idOf(question))) questions.set(idOf(question), question);
  return [...questions.values()].map((question) => {
    const answers = pages.flatMap(({ questions: asked, given }) => {
      const here = asked.some((one) => idOf(one) === idOf(question));
      const answer = here ? given?.get(question.key) : undefined;
      return answer ? [answer] : [];
    });
    return {
      ask: question.ask,
      answered: answers.length,
      choices: CHOOSES.has(question.kind) ? choicesOf(question, answers, words) : [],
    };
  });
}

const idOf = ({ key, kind }: Question): string => `${kind} ${key}`;

function choicesOf(
  { kind, options }: Question,
  answers: readonly GivenAnswer[],
  words: AnswerWords,
): QuestionTally['choices'] {
  const offered =
    kind === 'yesNo'
      ? [words.yes, words.no]
      : kind === 'day'
        ? [...options.map((option) => optionWords(kind, option)), words.noDay]
        : options;
  const times = new Map(offered.map((text) => [text, 0]));
  for (const answer of answers)
    for (const text of chosenIn(answer, words)) times.set(text, (times.get(text) ?? 0) + 1);
  return [...times].map(([text, n]) => ({ text, times: n }));
}

function chosenIn(answer: GivenAnswer, words: AnswerWords): readonly string[] {
  if (answer.kind === 'several') return answer.texts;
  if (answer.kind === 'day' && answer.date !== null)
    return [optionWords('day', answer.time === null ? answer.date : `${answer.date}T${answer.time}`)];
  return [answerText(answer, words)];
}
