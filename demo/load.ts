import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { groupBy } from '../core/model/groupBy.ts';
import { addWorkingDays } from '../core/dates/workingDays.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { zonedTime } from '../core/dates/zonedClock.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { insertContact } from '../server/directory/contactQueries.ts';
import { insertEntry } from '../server/correspondence/fileQueries.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';
import type { Tx } from '../server/platform/database/transaction.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { insertFollowUp } from '../server/matters/followUpQueries.ts';
import { insertMatter, touchMatter } from '../server/matters/changeQueries.ts';
import { changeLinks } from '../server/matters/linkQueries.ts';
import { openGeneralFile } from '../server/matters/generalFile.ts';
import { insertMatterType } from '../server/matters/matterTypeQueries.ts';
import { insertDocument } from '../server/matters/documents/documentQueries.ts';
import { ofThePractice } from './moreDocuments.ts';
import { GENERAL_FILE } from '../core/model/generalFile.ts';
import { insertPassage } from '../server/templates/passageQueries.ts';
import { chooseSignature, insertPerson, listPeople } from '../server/access/peopleQueries.ts';
import { SIGN_IN_KEY } from '../server/access/signIn/signInSettings.ts';
import { writeSetting, writeSettings } from '../server/platform/settings/queries.ts';
import { insertTemplate } from '../server/templates/queries.ts';
import { countUse } from '../server/templates/useQueries.ts';
import { ALL_CONTACTS } from './contacts.ts';
import { correspondenceOf } from './correspondence.ts';
import type { DemoEntry } from './correspondence.ts';
import { fillInTray } from './inTray.ts';
import { generateMatters } from './generate.ts';
import type { DemoMatter } from './generate.ts';
import { MATTER_TYPES } from './matterTypes.ts';
import { PEOPLE } from './people.ts';
import { demoCalendar, demoSettings } from './practice.ts';
import { chance } from './random.ts';
import type { Chance } from './random.ts';
import { rewrittenIn } from './rewritings.ts';
import { TEMPLATES } from './templates.ts';
import { findingWords } from '../server/templates/findingWords.ts';
import { PASSAGES, passageBody } from './passages.ts';

const SEED = 2041;

/** What is still to be done on some matters, with the working days from today. */
const FOLLOW_UPS: readonly (readonly [what: string, workingDays: number])[] = [
  ['Ring about the mooring', 1],
  ['Heard from the yard?', -2],
  ['Ask for the old certificate', 3],
  ['Are the grade A items closed?', -1],
];

export interface DemoSize {
  readonly matters: number;
  /** Where its people can sign on as well. */
  readonly signOn?: string | undefined;
}

/** Fills an empty practice with the demo: everything made from one seed, its days counted from today. */
export async function loadDemo(
  folder: string,
  nowUtc: number,
  { matters: count, signOn }: DemoSize,
): Promise<{ readonly matters: number; readonly entries: number }> {
  await mkdir(folder, { recursive: true });
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    if ((await listPeople(unscoped(db, 'seeding'))).length > 0) return { matters: 0, entries: 0 };
    const blobs = blobStore(join(folder, 'blobs'));
    const { date: today } = zonedTime('Europe/London', nowUtc);
    const luck = chance(SEED);
    const matters = await generateMatters({ today, matters: count, luck, blobs });
    const own = await ofThePractice(chance(SEED + 1), blobs, today);
    const stories: { demo: DemoMatter; entries: readonly DemoEntry[] }[] = [];
    for (const demo of matters)
      stories.push({ demo, entries: await correspondenceOf({ demo, today, luck, blobs }) });
    await inTransaction(db, async (tx) => {
      await fillLibrary(tx, today, nowUtc);
      if (signOn !== undefined)
        await writeSetting(tx, SIGN_IN_KEY, {
          signOn: { label: 'the stand-in', issuer: signOn, clientId: 'officium' },
        });
      await openGeneralFile(tx, nowUtc);
      for (const document of own) await insertDocument(tx, GENERAL_FILE, document);
      for (const { matter } of matters) await insertMatter(tx, matter);
      for (const { matter, survey } of matters)
        if (survey) await changeLinks(tx, matter.id, { survey: survey.id });
      await fileAll(tx, stories);
      await noteFollowUps(tx, matters, { today, nowUtc, luck });
    });
    await fillInTray(
      db,
      blobs,
      matters.map(({ matter }) => matter),
      nowUtc,
    );
    return {
      matters: matters.length,
      entries: stories.reduce((sum, { entries }) => sum + entries.length, 0),
    };
  } finally {
    await db.destroy();
  }
}

/** Everything that is there before the first matter: settings, people, kinds, wording. */
async function fillLibrary(tx: Tx, today: PlainDate, nowUtc: number): Promise<void> {
  await writeSettings(tx, demoSettings(today));
  for (const person of Object.values(PEOPLE)) await insertPerson(tx, person);
  // People belong to organisations: those are there first.
  for (const kind of ['organisation', 'person'])
    for (const contact of ALL_CONTACTS.filter((one) => one.kind === kind)) await insertContact(tx, contact);
  for (const type of MATTER_TYPES) await insertMatterType(tx, type);
  for (const passage of PASSAGES)
    await insertPassage(
      tx,
      { ...passage, versionId: `${passage.id}-1`, body: passageBody(passage) },
      { by: PEOPLE.idris.id, atUtc: nowUtc, why: 'First wording' },
    );
  for (const [key, person] of Object.entries(PEOPLE))
    if (PASSAGES.some(({ id }) => id === `passage-signature-${key}`))
      await chooseSignature(tx, person.id, { passageId: `passage-signature-${key}` });
  for (const template of TEMPLATES)
    await insertTemplate(
      tx,
      { ...template, words: findingWords(template.name, template.tags, template.content) },
      { by: PEOPLE.idris.id, atUtc: nowUtc, why: 'First wording' },
    );
}

interface Day {
  readonly today: PlainDate;
  readonly nowUtc: number;
  readonly luck: Chance;
}

async function noteFollowUps(
  tx: Tx,
  matters: readonly DemoMatter[],
  { today, nowUtc, luck }: Day,
): Promise<void> {
  for (const [n, [what, days]] of FOLLOW_UPS.entries()) {
    const matter = matters[n * 3 + 1]?.matter;
    if (matter)
      await insertFollowUp(tx, {
        id: luck.id(),
        matterId: matter.id,
        what,
        dueOn: addWorkingDays(demoCalendar(today), today, days) ?? today,
        personId: matter.responsible.id,
        messageId: null,
        madeUtc: nowUtc,
      });
  }
}

/** Files in the order of time across all matters, as it happened; the chain of seals is laid in that order. */
async function fileAll(
  tx: Tx,
  stories: readonly { readonly demo: DemoMatter; readonly entries: readonly DemoEntry[] }[],
): Promise<void> {
  const typeOf = new Map(stories.map(({ demo }) => [demo.matter.id, demo.matter.type.id]));
  const all = stories
    .flatMap(({ entries }) => entries)
    .sort((a, b) => a.entry.occurredAtUtc - b.entry.occurredAtUtc);
  const templates = new Map(TEMPLATES.map((one) => [one.templateId as string, one]));
  const uses = new Map<string, number>();
  for (const { entry, text, templateId = '' } of all) {
    const template = templates.get(templateId);
    const nth = (uses.get(templateId) ?? 0) + 1;
    uses.set(templateId, nth);
    await insertEntry(tx, template ? { ...entry, rewritten: rewrittenIn(template, nth) } : entry, text);
    await touchMatter(tx, entry.matterId, entry.occurredAtUtc);
  }
  const demoOf = new Map(stories.map(({ demo }) => [demo.matter.id, demo]));
  for (const [matterId, entries] of groupBy(all, ({ entry }) => entry.matterId)) {
    let after: string | undefined;
    let told = 0;
    for (const { entry, templateId } of entries) {
      if (templateId === undefined) continue;
      await countUse(tx, {
        typeId: typeOf.get(matterId) ?? '',
        stage: demoOf.get(matterId)?.stageAfter(told) ?? '',
        after,
        templateId,
        personId: entry.authorId ?? '',
        atUtc: entry.occurredAtUtc,
      });
      after = templateId;
      told += 1;
    }
  }
}
