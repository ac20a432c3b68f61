import { referenceParts, writeReference } from '../../core/model/referencePattern.ts';
import { may } from '../access/rights.ts';
import type { PersonScope } from '../access/scope.ts';
import { lastNumber, referenceTaken } from './queries.ts';
import { refuse } from './readChange.ts';

/** The next reference of a pattern; the number counts on from the last that any matter has or had. */
export async function nextReference(scope: PersonScope, pattern: string, year: number): Promise<string> {
  const parts = referenceParts(pattern, year);
  return writeReference(parts, (await lastNumber(scope, parts)) + 1);
}

/**
 * Refuses a reference that is not free. A number that the count has passed is refused whether a matter has it or not, in the
 * same words as one that is taken: what is refused must not tell of a matter that somebody may not see. Whoever sets the
 * practice up may take a number that was passed.
 */
export async function refuseUnfree(scope: PersonScope, matterId: string, reference: string): Promise<void> {
  const [, before = '', number = ''] = /^(.*?)(\d{1,9})$/.exec(reference) ?? [];
  const isPassed =
    number !== '' &&
    !may(scope.actor, 'settings') &&
    Number(number) <= (await lastNumber(scope, { before, after: '', digits: 1 }));
  if (isPassed || (await referenceTaken(scope, reference, matterId)))
    refuse({ code: 'referenceNotFree', reference });
}
