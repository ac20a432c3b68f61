import { join } from 'node:path';
import type { ChaserPlanJson } from '../contract/chasers.ts';
import type { RoutineJson } from '../contract/routines.ts';
import { scopeOf } from '../server/access/scopeOf.ts';
import type { PersonScope } from '../server/access/scope.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import type { Services } from '../server/platform/services.ts';
import type { EntryListItem } from '../server/correspondence/entry.ts';
import { findEntry } from '../server/correspondence/queries.ts';
import { createPlan } from '../server/sending/chasers/keepPlan.ts';
import { startChase } from '../server/sending/chasers/startChase.ts';
import { lastWordOurs } from '../server/sending/routines/routineQueries.ts';
import { createRoutine } from '../server/sending/routines/keepRoutine.ts';
import { mattersInHand } from '../server/today/queries.ts';
import { demoServices } from './services.ts';

const SURVEY = 'type-condition-survey';
const CERTIFICATE = 'type-certificate-renewal';
const CLAIM = 'type-damage-claim';

const ROUTINES: readonly RoutineJson[] = [
  {
    name: 'Send the report and close the drafting',
    about: 'The report, a follow-up on its items, and the stage',
    typeIds: [SURVEY],
    roles: [],
    steps: [
      { does: 'send', templateId: 'template-report' },
      { does: 'followUp', what: 'Are the grade A items closed?', workingDays: 15 },
      { does: 'stage', stage: 'reported' },
    ],
    offeredOn: [{ on: 'stage', stage: 'drafting' }],
  },
  {
    name: 'Close the matter',
    about: 'A closing message to the client, and the stage',
    typeIds: [SURVEY],
    roles: ['administrator', 'practitioner'],
    steps: [
      { does: 'send', templateId: 'template-closing' },
      { does: 'stage', stage: 'closed' },
    ],
    offeredOn: [{ on: 'stage', stage: 'reported' }],
  },
  {
    name: 'Open the renewal window',
    about: 'Tells the owner that the window is open, and asks again in three weeks',
    typeIds: [CERTIFICATE],
    roles: [],
    steps: [
      { does: 'send', templateId: 'template-window' },
      { does: 'followUp', what: 'Has the owner applied?', workingDays: 15 },
    ],
    offeredOn: [{ on: 'date', path: 'calculated.windowOpens', fromDays: -14, untilDays: 14 }],
  },
  {
    name: 'Book the survey day',
    about: 'Sets the day and confirms it to everyone on board',
    typeIds: [SURVEY],
    roles: [],
    steps: [
      { does: 'date', key: 'surveyDay', workingDays: null },
      { does: 'send', templateId: 'template-survey-day' },
      { does: 'stage', stage: 'booked' },
    ],
    offeredOn: [{ on: 'stage', stage: 'instructed' }],
  },
  {
    name: 'Look after silence',
    about: 'A follow-up where nothing was heard for two weeks',
    typeIds: [SURVEY, CLAIM, CERTIFICATE],
    roles: [],
    steps: [{ does: 'followUp', what: 'Nothing heard: ring them', workingDays: 1 }],
    offeredOn: [{ on: 'overdue', workingDays: 10 }],
  },
];

const PLANS: readonly ChaserPlanJson[] = [
  {
    name: 'Papers we wait for',
    steps: [
      { afterWorkingDays: 7, templateId: 'template-chaser' },
      { afterWorkingDays: 14, templateId: 'template-chaser' },
    ],
    tellAfter: 19,
    tellWhat: 'Ring them, no answer to our reminders',
    endsAt: [],
  },
  {
    name: 'Unpaid invoice',
    steps: [
      { afterWorkingDays: 8, templateId: 'template-invoice-reminder' },
      { afterWorkingDays: 13, templateId: 'template-last-reminder' },
    ],
    tellAfter: 20,
    tellWhat: 'The invoice is still unpaid',
    endsAt: [],
  },
];

/** Fills the blanks of the reminders, for nobody is there when they go. */
const ANSWERS = { waitingFor: 'the signed terms' };

/** Writes five routines and two chaser plans, each of which follows something that was sent lately. */
export async function fillRoutines(folder: string, nowUtc: number): Promise<void> {
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    const services = demoServices(db, blobStore(join(folder, 'blobs')), nowUtc);
    const idris = await scopeOf(db, 'person-idris');
    const maud = await scopeOf(db, 'person-maud');
    if (!idris || !maud) return;
    for (const content of ROUTINES) await createRoutine(services, idris, { content });
    const plans = [];
    for (const content of PLANS) plans.push(await createPlan(services, idris, { content }));
    const [papers, invoices] = plans;
    const sent = await sentLately(services, maud);
    const paper = sent.find(({ category }) => category !== 'Invoice');
    const invoice = sent.find(({ category }) => category === 'Invoice');
    for (const [plan, entry] of [
      [papers, paper],
      [invoices, invoice],
    ] as const)
      if (plan && entry)
        await startChase(services, maud, { planId: plan.id, entryId: entry.id, answers: ANSWERS });
  } finally {
    await db.destroy();
  }
}

/** What was sent last on the matters in hand and waits for an answer, the latest first. */
async function sentLately({ db }: Services, maud: PersonScope): Promise<readonly EntryListItem[]> {
  const ids = await mattersInHand(maud, 'mine', 200);
  const ours = await lastWordOurs(unscoped(db, 'seeding'), ids);
  const entries: EntryListItem[] = [];
  for (const { entryId } of [...ours].sort((a, b) => b.occurredAtUtc - a.occurredAtUtc)) {
    const entry = await findEntry(maud, entryId);
    if (entry) entries.push(entry);
  }
  return entries;
}
