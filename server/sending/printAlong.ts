import { canBePdf, isPrintable } from '../../core/model/printable.ts';
import type { StoredEnclosure } from '../messages/message.ts';
import { filePdf, joinPdfs } from '../platform/pdf/filePdf.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';

/**
 * A letter with what it encloses, page after page, as it goes to the printer. What no page can be made of is left out, as
 * its writer was told; what should be printed and is locked or damaged is refused before anything is sent.
 */
export async function printAlong(
  services: Pick<Services, 'blobs' | 'now'>,
  letter: Buffer,
  enclosures: readonly StoredEnclosure[],
): Promise<Buffer> {
  const printed = enclosures.filter(({ fileName }) => isPrintable(fileName));
  if (printed.length === 0) return letter;
  const pages = [{ name: 'The letter', bytes: letter }];
  for (const { fileName, blob } of printed) {
    const bytes = await services.blobs.get(blob);
    const made = canBePdf(fileName)
      ? await filePdf({ name: fileName, bytes, atUtc: services.now() })
      : ({ ok: true, bytes } as const);
    if (!made.ok)
      throw new DomainProblem('badFile', [
        { code: 'notPrintable', name: fileName },
        made.why,
        { code: 'nothingSent' },
      ]);
    pages.push({ name: fileName, bytes: made.bytes });
  }
  const joined = await joinPdfs(pages);
  if (!joined.ok)
    throw new DomainProblem('badFile', [joined.why, { code: 'nothingSent' }, { code: 'removeOrReplace' }]);
  return joined.bytes;
}
