import type { TemplateContentJson } from '../../contract/templates.ts';
import { parseContent } from '../../core/template/parseContent.ts';
import type { UnreadContent } from '../../core/template/parseContent.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Reads } from '../platform/database/reads.ts';
import { findTemplateFiles } from './fileQueries.ts';

/**
 * Reads a template's wording; refuses what cannot be kept, and says where it stands. A file that it encloses must be one
 * that was uploaded: what it is and how large is what the upload was, whatever the request says.
 */
export async function readContent(reads: Reads, json: TemplateContentJson): Promise<TemplateContent> {
  const read = parseContent(json as unknown as UnreadContent);
  if (!read.ok) throw new DomainProblem('badDocument', [], { problems: read.problems });
  const wanted = read.value.documents.flatMap((rule) => (rule.kind === 'fixed' ? [rule.fileId] : []));
  const known = await findTemplateFiles(reads, wanted);
  if (wanted.some((id) => !known.has(id)))
    throw new DomainProblem('badTemplate', [{ code: 'fileNeverUploaded' }, { code: 'nothingChanged' }]);
  return read.value;
}
