import { pipeline } from 'node:stream/promises';
import type { Writable } from 'node:stream';
import { ZipFile } from 'yazl';
import { safeFileName } from '../../../core/mime/plan.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findMessage } from '../../messages/queries.ts';
import { uniqueNames } from '../../platform/files/uniqueNames.ts';
import { joinLetters } from '../../platform/pdf/joinLetters.ts';
import type { LetterToJoin } from '../../platform/pdf/joinLetters.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { letterPages } from '../letterPages.ts';
import { roundHere } from './roundHere.ts';
import { letterLines } from './lineQueries.ts';

/** Pages of one PDF are held whole while it is made. */
const MOST_LETTERS = 1_000;

interface LetterLine {
  readonly id: string;
  readonly reference: string;
  readonly to: string;
}

async function lettersHere(scope: PersonScope, roundId: string): Promise<readonly LetterLine[]> {
  await roundHere(scope, roundId);
  const lines = await letterLines(scope, roundId);
  if (lines.length > 0) return lines;
  throw new DomainProblem('badRequest', [{ code: 'noLetters' }]);
}

/** A letter as it was frozen, or as it would be printed now where it is a draft. */
async function bytesOf(services: Services, scope: PersonScope, id: string): Promise<Buffer> {
  const message = await findMessage(scope, id);
  return message?.frozen ? services.blobs.get(message.frozen.blob) : letterPages(services, scope, id);
}

/** The letters of a round as one PDF in their order, a bookmark for each; each on a right-hand page where it is wanted. */
export async function lettersPdf(
  services: Services,
  scope: PersonScope,
  roundId: string,
  { duplex = false }: { readonly duplex?: boolean },
): Promise<Buffer> {
  const lines = await lettersHere(scope, roundId);
  if (lines.length > MOST_LETTERS)
    throw new DomainProblem('badRequest', [{ code: 'tooManyLetters', most: MOST_LETTERS }]);
  async function* letters(): AsyncGenerator<LetterToJoin> {
    for (const { id, to, reference } of lines)
      yield { title: `${to} · ${reference}`, bytes: await bytesOf(services, scope, id) };
  }
  return joinLetters(letters(), { duplex });
}

/** The letters of a round as a ZIP of PDFs, written as they are made: one at a time is held. */
export async function lettersZip(
  services: Services,
  scope: PersonScope,
  roundId: string,
): Promise<(into: Writable) => Promise<void>> {
  const lines = await lettersHere(scope, roundId);
  return async (into) => {
    const zip = new ZipFile();
    const name = uniqueNames();
    const writing = pipeline(zip.outputStream, into);
    writing.catch(() => undefined);
    for (const [n, { id, to, reference }] of lines.entries()) {
      const bytes = await bytesOf(services, scope, id);
      const file = safeFileName(`${String(n + 1).padStart(4, '0')} ${reference} ${to}.pdf`);
      zip.addBuffer(bytes, name(file), { compress: false });
      if (into.writableNeedDrain) await new Promise((done) => into.once('drain', done));
    }
    zip.end();
    await writing;
  };
}
