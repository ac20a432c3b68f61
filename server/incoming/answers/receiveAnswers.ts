import { readAnswers } from '../../../core/answers/givenAnswer.ts';
import type { AnswerFault } from '../../../core/answers/givenAnswer.ts';
import type { ReceivedFile } from '../../platform/files/receivedFile.ts';
import type { Services } from '../../platform/services.ts';
import { answerPageView, formView, thanksView } from './answerPageView.ts';
import type { PageView } from './answerPageView.ts';
import { giveAnswers } from './giveAnswers.ts';
import { openAnswerPage } from './openAnswerPage.ts';
import { readFiles } from './readFiles.ts';
import type { AnswerFile, FileFault } from './readFiles.ts';

/** A file, and the field of the form that it came in. */
interface Upload extends ReceivedFile {
  readonly field: string;
}

/** Takes a filled-in form and gives what its sender sees: thanks, what needs another look, or how the page stands now. */
export async function receiveAnswers(
  services: Services,
  secret: string,
  body: Readonly<Record<string, unknown>>,
  uploads: readonly Upload[],
): Promise<PageView> {
  const opened = await openAnswerPage(services, secret);
  if (!opened) return answerPageView(services, secret);
  const { page } = opened;
  const form = new Map(page.questions.map(({ key }) => [key, textsOf(body[`q-${key}`])]));
  const files = new Map<string, readonly AnswerFile[]>();
  const wrongFiles = new Map<string, FileFault>();
  for (const { key, kind } of page.questions) {
    if (kind !== 'files') continue;
    const read = await readFiles(
      services,
      uploads.filter(({ field }) => field === `q-${key}`),
    );
    if (typeof read === 'string') wrongFiles.set(key, read);
    else files.set(key, read);
  }
  const names = new Map([...files].map(([key, kept]) => [key, kept.map(({ fileName }) => fileName)]));
  const { answers, faults } = readAnswers(page.questions, form, names, page.currency);
  const all = new Map<string, AnswerFault | FileFault>([...faults, ...wrongFiles]);
  if (all.size > 0) return formView(opened, { form, faults: all });
  // Whoever was quicker, or the page's end meanwhile, is told by how it stands now.
  return (await giveAnswers(services, opened, { answers, files }))
    ? thanksView(opened)
    : answerPageView(services, secret);
}

const textsOf = (value: unknown): readonly string[] =>
  (Array.isArray(value) ? value : [value]).filter((one): one is string => typeof one === 'string');
