import { HttpProblem } from '../http/httpProblem.ts';

export const wrong = (detail: string): HttpProblem =>
  new HttpProblem('badSettings', `${detail} Nothing was changed.`);
