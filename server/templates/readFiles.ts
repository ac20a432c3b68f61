import type { FoundFile, FoundFiles } from '../../contract/imports.ts';
import { documentOf } from '../../core/template/document.ts';
import type { InlineDocument } from '../../core/template/document.ts';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { uniquePaths } from './templateContent.ts';
import { fieldsOf } from '../../core/template/fieldCatalogue.ts';
import { readWording } from '../platform/files/readWording.ts';
import { readGaps } from '../../core/reading/placeGaps.ts';
import type { Scope } from '../access/scope.ts';

const EMPTY: Pick<FoundFile, 'subject' | 'body' | 'gaps' | 'leftOut'> = {
  subject: [],
  body: { ...documentOf([]) },
  gaps: [],
  leftOut: [],
};

/** Reads old wording from files, each by itself, and finds the codes and gaps in it. Nothing is kept yet. */
export async function readFiles(scope: Scope, files: readonly ReceivedFile[]): Promise<FoundFiles> {
  if (files.length === 0) throw new DomainProblem('badRequest', [{ code: 'fileExpected' }]);
  const types = await listMatterTypes(scope);
  const fields = uniquePaths(types.flatMap(fieldsOf));
  const items: FoundFile[] = [];
  // One after the other: a file may take a thread and half a gigabyte, and sixty of them must not at once.
  for (const { name, read: bytesOf } of files) {
    const read = await readWording(name, await bytesOf());
    if (!read.ok) {
      items.push({ fileName: name, problem: read.why, ...EMPTY });
      continue;
    }
    const { body } = read.wording;
    const subject: InlineDocument =
      read.wording.subject === '' ? [] : [{ type: 'text', text: read.wording.subject }];
    items.push({
      fileName: name,
      problem: null,
      subject: subject.map((node) => ({ ...node })),
      body: { ...body },
      leftOut: read.wording.leftOut.map((one) => ({ ...one, pictures: [...one.pictures] })),
      gaps: readGaps({ subject, body }, fields).map((gap) => ({
        ...gap,
        suggestions: gap.suggestions.map((one) => ({ ...one })),
      })),
    });
  }
  return { items };
}
