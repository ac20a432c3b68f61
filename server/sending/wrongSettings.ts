import { DomainProblem } from '../platform/problems/problem.ts';

export const wrong = (detail: string): DomainProblem =>
  new DomainProblem('badSettings', `${detail} Nothing was changed.`);
