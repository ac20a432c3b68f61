import type { DocumentNode } from '../../core/template/document.ts';
import { parseDocument } from '../../core/template/parseDocument.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import { passageProblems } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';

export function readPassageBody(json: unknown): DocumentNode {
  const read = parseDocument(json, 'template');
  if (read.ok) return read.value;
  throw new HttpProblem('badDocument', undefined, { problems: read.problems });
}

/** A passage within itself, by whatever way, is refused with the way. */
export async function refuseCircle(
  office: Office,
  id: string,
  name: string,
  body: DocumentNode,
): Promise<void> {
  const passages: Passages = new Map([...(await office.programs.passages(office.db)), [id, { name, body }]]);
  const problems = passageProblems([{ type: 'passage', attrs: { id } }], passages);
  const circle = problems.find(({ code }) => code === 'passageCircle');
  if (circle) {
    throw new HttpProblem('badDocument', `It would stand within itself: ${String(circle.params['path'])}.`, {
      problems,
    });
  }
}
