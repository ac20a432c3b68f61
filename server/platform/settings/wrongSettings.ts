import { DomainProblem } from '../problems/problem.ts';
import type { Reason } from '../../../core/model/reason.ts';

export const wrong = (why: Reason): DomainProblem =>
  new DomainProblem('badSettings', [why, { code: 'nothingChanged' }]);
