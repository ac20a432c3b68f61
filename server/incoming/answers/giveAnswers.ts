import { answersText } from '../../../core/answers/givenAnswer.ts';
import type { GivenAnswer } from '../../../core/answers/givenAnswer.ts';
import { offeredValue } from '../../../core/answers/offeredValue.ts';
import { standsAlready } from '../../../core/answers/takeOffered.ts';
import { takesAnswers } from '../../../core/answers/pageState.ts';
import { previewText } from '../../../core/correspondence/previewText.ts';
import { asId } from '../../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../../core/model/ids.ts';
import { answerPlace } from '../../../core/template/checkQuestions.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import { unscoped } from '../../access/unscoped.ts';
import { insertEntry } from '../../correspondence/fileQueries.ts';
import type { NewEntry } from '../../correspondence/entry.ts';
import { touchMatter } from '../../matters/changeQueries.ts';
import { insertDocument } from '../../matters/documents/documentQueries.ts';
import { documentFrom } from '../../matters/documents/newDocument.ts';
import type { StoredDocument, StoredMatter } from '../../matters/matter.ts';
import { findMatter } from '../../matters/queries.ts';
import type { Services } from '../../platform/services.ts';
import { endAnswered } from '../../sending/chasers/endChase.ts';
import { markAnswered } from '../../sending/answers/answerPageQueries.ts';
import { putLeaving } from '../../sending/unasked.ts';
import { endFollowUps } from '../fileIncoming.ts';
import { confirmation } from './confirmation.ts';
import { insertOffered, replaceOffered } from './offeredQueries.ts';
import type { OpenedPage } from './openAnswerPage.ts';
import type { AnswerFile } from './readFiles.ts';
import { wordsIn } from './pageWords.ts';

/** What a recipient gave: their answers, and the files of each question. */
export interface Given {
  readonly answers: ReadonlyMap<string, GivenAnswer>;
  readonly files: ReadonlyMap<string, readonly AnswerFile[]>;
}

/** A page is put right this often at most: whoever goes on does something else with it. */
export const MOST_TIMES = 20;
const CHANNEL = 'answer';

/**
 * Takes what a recipient answered, in one transaction: the entry, its files as documents, what waited for it ended, what it
 * offers to the record, and a confirmation on its way. False where somebody was quicker or the page takes no answers any
 * more: nothing is kept then, and the page says how things stand.
 */
export async function giveAnswers(services: Services, opened: OpenedPage, given: Given): Promise<boolean> {
  const { page, state, message } = opened;
  if (!takesAnswers(state) || page.timesAnswered >= MOST_TIMES) return false;
  const scope = unscoped(services.db, 'answers');
  const matter = await findMatter(scope, page.matterId);
  if (!matter) return false;
  const filed = await filedAnswers(services, opened, given, matter);
  const confirms = await confirmation(services, opened, filed.text);
  const taken = await changing(services, scope, async (change) => {
    const { tx, atUtc, audit, tell, leaveAsIs } = change;
    if (!(await markAnswered(tx, page, given.answers, atUtc))) {
      leaveAsIs();
      return false;
    }
    const { entry, text } = filed;
    await insertEntry(tx, entry, text);
    await touchMatter(tx, matter.id, atUtc);
    await keepDocuments(services, change, opened, given, matter);
    await endFollowUps(change, entry);
    await endAnswered(change, matter.id);
    await offer(services, change, opened, given, matter, entry.id);
    await putLeaving(change, confirms, 'answerPage');
    await audit('answers.given', 'matter', matter.id, { messageId: message.id, entryId: entry.id });
    if (message.roundId !== undefined) tell({ kind: 'round', id: message.roundId });
    tell({ kind: 'entry', id: entry.id, matterId: matter.id });
    tell({ kind: 'matter', id: matter.id, matterId: matter.id });
    return true;
  });
  if (taken && confirms.length > 0) services.wakeRunner();
  return taken;
}

/** The answers as they are filed: canonical JSON that holds what people read of it too. */
async function filedAnswers(
  services: Services,
  { page, message, settings }: OpenedPage,
  { answers, files }: Given,
  matter: StoredMatter,
): Promise<{ readonly entry: NewEntry; readonly text: string }> {
  const { words } = wordsIn('en');
  const text = answersText(page.questions, answers, words);
  const given = page.questions.map(({ key, ask, kind }) => ({
    key,
    ask,
    kind,
    answer: answers.get(key) ?? null,
  }));
  const bytes = Buffer.from(JSON.stringify({ version: 1, title: page.title, answers: given, text }, null, 1));
  const nowUtc = services.now();
  const { from, internetMessageId } = message.frozen;
  const entry: NewEntry = {
    id: asId<EntryId>(services.newId()),
    matterId: asId<MatterId>(matter.id),
    direction: 'in',
    channel: CHANNEL,
    occurredAtUtc: nowUtc,
    filedAtUtc: nowUtc,
    subject: page.timesAnswered === 0 ? page.title : words.corrected(page.title),
    opening: previewText(text),
    category: 'Received',
    people: { from: page.recipient, to: [from], cc: [], bcc: [] },
    attachments: [...files.values()].flat().map(({ fileName, mediaType, sizeBytes, blob }) => ({
      name: fileName,
      mediaType,
      sizeBytes,
      blob,
    })),
    rawBlob: await services.blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId: `<${services.newId()}@${settings.practiceEmail.split('@')[1] ?? 'localhost'}>`,
    references: [...message.references, internetMessageId],
    messageId: null,
    templateVersionId: null,
    authorId: null,
    refusals: [],
    cautionsOverridden: [],
  };
  return { entry, text };
}

async function keepDocuments(
  services: Pick<Services, 'newId' | 'now'>,
  { tx }: Change,
  { page, settings }: OpenedPage,
  { files }: Given,
  matter: StoredMatter,
): Promise<void> {
  const made: StoredDocument[] = [];
  for (const question of page.questions) {
    const place = question.goesTo === null ? undefined : answerPlace(question.goesTo, matter.type);
    const category = place?.kind === 'category' ? place.category : 'Received';
    for (const file of files.get(question.key) ?? []) {
      const document = documentFrom(services, { matter, settings }, { ...file, category }, made);
      made.push(document);
      await insertDocument(tx, matter.id, document);
    }
  }
}

/** What answers offer to the record; what the same page offered before and nobody took gives way. */
async function offer(
  services: Pick<Services, 'newId'>,
  { tx, atUtc }: Change,
  { page }: OpenedPage,
  { answers }: Given,
  matter: StoredMatter,
  entryId: string,
): Promise<void> {
  await replaceOffered(tx, page.id);
  for (const question of page.questions) {
    const answer = answers.get(question.key);
    const offered = answer && offeredValue(question, answer, matter.type);
    if (offered && (offered.to === 'address' || !standsAlready(offered, matter)))
      await insertOffered(tx, {
        id: services.newId(),
        matterId: matter.id,
        entryId,
        pageId: page.id,
        questionKey: question.key,
        ask: question.ask,
        who: page.recipient.name || page.recipient.address,
        contactId: page.contactId,
        offered,
        madeUtc: atUtc,
      });
  }
}
