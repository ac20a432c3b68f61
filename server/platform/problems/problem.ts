import type { ProblemCode } from '../../../contract/problems.ts';
import type { Reason, Thing } from '../../../core/model/reason.ts';

/** A refusal with its code, thrown by use cases. It knows nothing of how it is told: HTTP maps it, a command prints it. */
export class DomainProblem extends Error {
  readonly code: ProblemCode;
  /** What happened, what is safe and what to do, in that order; empty where the code says all there is. */
  readonly because: readonly Reason[];
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(
    code: ProblemCode,
    because: readonly Reason[] = [],
    extra: Readonly<Record<string, unknown>> = {},
  ) {
    super([code, ...because.map((reason) => JSON.stringify(reason))].join(' '));
    this.code = code;
    this.because = because;
    this.extra = extra;
  }
}

/** The same for what is not there and for what is not for this person: a refusal must not tell which. */
export const notFound = (what: Thing): DomainProblem =>
  new DomainProblem('notFound', [{ code: 'noSuch', what }]);
