import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import type { Reason } from '../../core/model/reason.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

/** As short as one may be (NIST SP 800-63B-4 §3.1.1.2, passwords that stand alone). */
export const MIN_PASSWORD = 15;
/** More than 10^10 guesses, by the estimate of zxcvbn: the best of its five marks. */
const LEAST_SCORE = 4;

let checker: ZxcvbnFactory | undefined;

/** What is wrong with a password: too short, or easily guessed from words, names, keys, dates or what is known of the person. */
export function passwordFaults(password: string, known: readonly string[]): readonly Reason[] {
  const letters = [...password.normalize('NFKC')].length;
  if (letters < MIN_PASSWORD) return [{ code: 'passwordTooShort', least: MIN_PASSWORD }];
  checker ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  const words = known.flatMap((one) => [one, ...one.split(/[\s@.-]+/)]).filter((word) => word.length > 2);
  return checker.check(password, words).score < LEAST_SCORE ? [{ code: 'passwordGuessable' }] : [];
}

/** Throws where a password is too weak to be taken. */
export function refuseWeak(password: string, known: readonly string[]): void {
  const faults = passwordFaults(password, known);
  if (faults.length > 0) throw new DomainProblem('badPassword', [...faults, { code: 'nothingChanged' }]);
}
