import { MovedMeanwhile } from './advance.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

/** Somebody else was quicker: said as a conflict rather than as a fault. */
export const asConflict =
  (code: 'notADraft' | 'cannotRecall' | 'cannotDecide') =>
  (error: unknown): never => {
    throw error instanceof MovedMeanwhile ? new DomainProblem(code) : error;
  };
