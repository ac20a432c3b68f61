import type { DocumentNode } from '../../core/template/document.ts';
import { parseDocument } from '../../core/template/parseDocument.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { passageProblems } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import type { Scope } from '../access/scope.ts';
import { currentPassages } from './compiled.ts';

export function readPassageBody(json: unknown): DocumentNode {
  const read = parseDocument(json, 'template');
  if (read.ok) return read.value;
  throw new DomainProblem('badDocument', [], { problems: read.problems });
}

/** A passage within itself, by whatever way, is refused with the way. */
export async function refuseCircle(
  scope: Scope,
  id: string,
  name: string,
  body: DocumentNode,
): Promise<void> {
  const passages: Passages = new Map([...(await currentPassages(scope)), [id, { name, body }]]);
  const problems = passageProblems([{ type: 'passage', attrs: { id } }], passages);
  if (problems.some(({ code }) => code === 'passagesTooLong'))
    throw new DomainProblem('badDocument', [{ code: 'tooLongWithPassages' }, { code: 'nothingChanged' }], {
      problems,
    });
  const circle = problems.find(({ code }) => code === 'passageCircle');
  if (circle) {
    throw new DomainProblem(
      'badDocument',
      [{ code: 'withinItself', path: String(circle.params['path']) }, { code: 'nothingChanged' }],
      {
        problems,
      },
    );
  }
}
