import type { RoundAnswers } from '../../../contract/rounds.ts';
import { tallyAnswers } from '../../../core/answers/tally.ts';
import type { AnswerWords } from '../../../core/answers/givenAnswer.ts';
import type { PersonScope } from '../../access/scope.ts';
import { pagesOfRound } from '../answers/answerPageQueries.ts';
import { roundHere } from './roundHere.ts';

const WORDS: AnswerWords = { yes: 'Yes', no: 'No', noDay: 'None of these' };

/** What those a round went to have answered, question by question; nothing where it asked nothing. */
export async function readRoundAnswers(scope: PersonScope, roundId: string): Promise<RoundAnswers> {
  const round = await roundHere(scope, roundId);
  const pages = await pagesOfRound(scope, round.id);
  return {
    asked: pages.length,
    answered: pages.filter(({ given }) => given !== undefined).length,
    questions: tallyAnswers(pages, WORDS).map(({ choices, ...one }) => ({ ...one, choices: [...choices] })),
  };
}
