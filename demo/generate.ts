import type { Contact } from '../core/model/contact.ts';
import { asId } from '../core/model/ids.ts';
import type { MatterId } from '../core/model/ids.ts';
import type { Party, Row } from '../core/model/matter.ts';
import { money } from '../core/model/money.ts';
import { addDays, addMonths, daysBetween } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { addWorkingDays, rollToWorkingDay } from '../core/dates/workingDays.ts';
import { dateValue, moneyValue, textValue } from '../core/model/value.ts';
import type { Value } from '../core/model/value.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import type { NewMatter } from '../server/matters/matter.ts';
import { COURSES, FIRST_COURSES, LATER_COURSES, SURVEY } from './courses.ts';
import type { Course, StepKey } from './courses.ts';
import { CONTACTS, OWNERS } from './contacts.ts';
import { documentsFor } from './documents.ts';
import { collected } from './moreDocuments.ts';
import { certificateRenewal, conditionSurvey, damageClaim } from './matterTypes.ts';
import { MORE_OWNERS } from './moreContacts.ts';
import { PEOPLE } from './people.ts';
import { demoCalendar } from './practice.ts';
import { chance } from './random.ts';
import type { Chance } from './random.ts';
import { BERTHS, CAUSES, CERTIFICATES, RECOMMENDATIONS, VESSELS } from './wording.ts';

/** A matter with the story that its correspondence tells. */
export interface DemoMatter {
  readonly matter: NewMatter;
  readonly openedOn: PlainDate;
  /** Templates sent so far, in order, each with its day. */
  readonly story: readonly { readonly step: StepKey; readonly on: PlainDate }[];
  /** The stage it was in once so many had been sent. */
  readonly stageAfter: (told: number) => string;
  /** The survey whose vessel it is about, which it stands beside. */
  readonly survey?: DemoMatter['matter'];
}

/** Owners with something the work has to cope with, on the first matters; everyone after them is plain. */
const NOTABLE: readonly (readonly Contact[])[] = [
  [CONTACTS.ines, CONTACTS.aksel],
  [CONTACTS.paulVane, CONTACTS.maryVane],
  [CONTACTS.tomBraeSenior],
  [CONTACTS.siobhan],
  [CONTACTS.torbjorn],
  [CONTACTS.colmDrury, CONTACTS.niamhDrury],
  [CONTACTS.captain],
  [CONTACTS.jurgen],
  [CONTACTS.yulia],
  [CONTACTS.tomBraeJunior],
  [CONTACTS.bounced],
  [CONTACTS.odd],
  [CONTACTS.refused],
  [CONTACTS.lowTide],
  [CONTACTS.noMail],
  [CONTACTS.sandbank],
];

export interface GenerateOptions {
  readonly today: PlainDate;
  readonly matters: number;
  readonly luck: Chance;
  readonly blobs: BlobStore;
}

/** Makes the practice's matters with their documents, the same from the same seed and day. */
export async function generateMatters({
  today,
  matters,
  luck,
  blobs,
}: GenerateOptions): Promise<readonly DemoMatter[]> {
  const made: DemoMatter[] = [];
  for (let n = 0; n < matters; n += 1) made.push(await makeMatter(n, { today, luck, blobs, made }));
  return made;
}

/** The latest survey that no renewal stands beside yet. */
const surveyFor = (made: readonly DemoMatter[]): DemoMatter['matter'] | undefined =>
  made.findLast(
    ({ matter }) => matter.type === conditionSurvey && !made.some(({ survey }) => survey === matter),
  )?.matter;

interface Making extends Omit<GenerateOptions, 'matters'> {
  readonly made: readonly DemoMatter[];
}

async function makeMatter(n: number, { today, luck, blobs, made: before }: Making): Promise<DemoMatter> {
  const isLater = n >= FIRST_COURSES;
  const courses = isLater ? LATER_COURSES : COURSES;
  const usual = n === 0 ? SURVEY : (courses[n % courses.length] ?? SURVEY);
  const course = n < STEADY_MATTERS ? usual : wander(usual, chance(n));
  // The first is in the middle of its course today; the others are anywhere in the last year and a half.
  const openedOn = addDays(today, n === 0 ? -36 : -luck.between(8, luck.pick([60, 110, 220, 430])));
  const story = tell(course, openedOn, today, n === 0 ? 4 : undefined);
  const survey = isLater && course.type === certificateRenewal ? surveyFor(before) : undefined;
  const picked = NOTABLE[n] ?? [luck.pick(isLater ? MORE_OWNERS : OWNERS)];
  const owners = survey ? ownersOf(survey) : picked;
  const [vessel, kind] = survey ? vesselIn(survey) : vesselOf(n);
  const dates = workedDates(datesOf(course, openedOn, story), today);
  const facts = factsOf(course, vessel, kind, luck);
  const tables = tablesOf(course, dates, openedOn, luck);
  const reference = `${course.prefix}-${2041 + n * 3}`;
  const parties = partiesOf(course, n, owners);
  const made = await documentsFor({
    type: course.type,
    vessel,
    reference,
    dates,
    tables,
    story,
    openedOn,
    today,
    luck,
    blobs,
  });
  // Drawn by chances of their own, so that what came before stays as it was.
  const others =
    n < STEADY_MATTERS
      ? []
      : await collected({ vessel, reference, openedOn, today, luck: chance(5_000 + n), blobs });
  const documents = [...made, ...others];
  const restricted = n === 6;
  const matter: NewMatter = {
    id: asId<MatterId>(luck.id()),
    reference,
    title: `${vessel}, ${kind}`,
    type: course.type,
    stage: stageOf(course, story.length),
    responsible: luck.pick([PEOPLE.maud, PEOPLE.jonas, PEOPLE.petra]),
    parties,
    facts,
    dates,
    tables,
    documents,
    restricted,
    accessFor: restricted ? [PEOPLE.maud.id, PEOPLE.idris.id] : [],
    openedAtUtc: Date.parse(`${openedOn}T09:00:00Z`),
  };
  return {
    matter,
    openedOn,
    story,
    stageAfter: (told) => stageOf(course, told),
    ...(survey && { survey }),
  };
}

const ownersOf = ({ parties }: NewMatter): readonly Contact[] =>
  parties.filter(({ role }) => role === 'owner').map(({ contact }) => contact);

/** A matter is called after its vessel and what kind of vessel that is. */
function vesselIn({ title }: NewMatter): readonly [string, string] {
  const [vessel = title, kind = ''] = title.split(', ');
  return [vessel, kind];
}

function vesselOf(n: number): readonly [string, string] {
  const vessel = VESSELS[n % VESSELS.length];
  if (!vessel) throw new Error('no vessels');
  const [name, kind] = vessel;
  return n < VESSELS.length ? vessel : [`${name} ${Math.floor(n / VESSELS.length) + 1}`, kind];
}

/** The first matters keep to their course, so that what is shown of them is always the same. */
const STEADY_MATTERS = 8;

/** What a matter can do without; what makes its documents it cannot. */
const LEFT_OUT: ReadonlySet<StepKey> = new Set([
  'report-when',
  'cover',
  'lift-out',
  'chaser',
  'invoice-reminder',
  'window',
]);

/** No two matters run alike: a step is left out now and then, and a reminder comes between. */
function wander(course: Course, luck: Chance): Course {
  const steps = course.steps.flatMap(([step, days], n): Course['steps'] => {
    if (LEFT_OUT.has(step) && luck.next() < 0.25) return [];
    const reminder = n > 4 && step !== 'chaser' && luck.next() < 0.4;
    return reminder
      ? [
          [step, days],
          ['chaser', 11],
        ]
      : [[step, days]];
  });
  return { ...course, steps };
}

function tell(
  { steps }: Course,
  openedOn: PlainDate,
  today: PlainDate,
  most = steps.length,
): DemoMatter['story'] {
  const story: { step: StepKey; on: PlainDate }[] = [];
  let on = openedOn;
  for (const [step, days] of steps.slice(0, most)) {
    on = addWorkingDays(demoCalendar(today), addDays(on, days - 1), 1) ?? on;
    if (daysBetween(on, today) < 1) break;
    story.push({ step, on });
  }
  return story;
}

function stageOf({ type, steps }: Course, told: number): string {
  const at =
    told >= steps.length
      ? type.stages.length - 1
      : Math.min(type.stages.length - 2, Math.floor((told / steps.length) * type.stages.length));
  return type.stages[at]?.key ?? '';
}

function datesOf(
  { type, later }: Course,
  openedOn: PlainDate,
  story: DemoMatter['story'],
): Readonly<Record<string, PlainDate>> {
  if (later) return later.dates(openedOn);
  const on = (step: StepKey): PlainDate | undefined => story.find((one) => one.step === step)?.on;
  if (type === conditionSurvey)
    return {
      surveyDay: on('report-when') ? addDays(on('report-when') ?? openedOn, -1) : addDays(openedOn, 21),
    };
  if (type === damageClaim)
    return { loss: addDays(openedOn, -6), notice: addDays(openedOn, -2), inspection: addDays(openedOn, 5) };
  return { expiry: addMonths(openedOn, 4) };
}

/** Nobody is surveyed on a Sunday, and certificates run out whenever they do. */
function workedDates(
  dates: Readonly<Record<string, PlainDate>>,
  today: PlainDate,
): Readonly<Record<string, PlainDate>> {
  const worked = Object.entries(dates).map(([key, date]) => [
    key,
    key === 'surveyDay' || key === 'inspection'
      ? rollToWorkingDay(demoCalendar(today), date, 'previous')
      : date,
  ]);
  return Object.fromEntries(worked) as Readonly<Record<string, PlainDate>>;
}

const pounds = (amount: number): Value => moneyValue(money(amount * 100, 'GBP'));

function factsOf(
  { type, later }: Course,
  vessel: string,
  kind: string,
  luck: Chance,
): Readonly<Record<string, Value>> {
  const common = { vessel: textValue(vessel), kind: textValue(kind), berth: textValue(luck.pick(BERTHS)) };
  if (later) return { ...common, ...later.facts(luck) };
  if (type === conditionSurvey)
    return { ...common, purpose: { kind: 'choice', key: 'OWN', label: 'for the owners’ own use' } };
  if (type === damageClaim) {
    return {
      ...common,
      policy: textValue(`CM/${luck.between(10_000, 99_999)}`),
      cause: textValue(luck.pick(CAUSES)),
      excess: pounds(luck.pick([250, 500, 1000])),
    };
  }
  return {
    ...common,
    certificate: textValue(luck.pick(CERTIFICATES)),
    number: textValue(`PS ${luck.between(1000, 9999)}`),
  };
}

function tablesOf(
  { type, later }: Course,
  dates: Readonly<Record<string, PlainDate>>,
  openedOn: PlainDate,
  luck: Chance,
): Readonly<Record<string, readonly Row[]>> {
  const fees: readonly Row[] = [
    { what: textValue('Attendance and report'), amount: pounds(luck.between(45, 110) * 10) },
    { what: textValue('Travelling'), amount: pounds(luck.between(4, 14) * 10) },
  ];
  if (later) return { fees, ...later.tables(openedOn, luck) };
  if (type === conditionSurvey) {
    const due = addMonths(dates['surveyDay'] ?? openedOn, 2);
    const start = luck.between(0, RECOMMENDATIONS.length - 4);
    const recommendations = RECOMMENDATIONS.slice(start, start + luck.between(2, 4)).map(
      ([grade, item], n): Row => ({
        ref: textValue(`${grade}${n + 1}`),
        item: textValue(item),
        grade: { kind: 'choice', key: grade, label: grade },
        due: dateValue(due),
        closed: { kind: 'yesNo', value: false },
      }),
    );
    return { fees, recommendations };
  }
  if (type !== damageClaim) return { fees };
  const estimates = ['Planking and frames', 'Paint and making good'].map((item): Row => ({
    yard: textValue('Copper Cove Marine Repairs'),
    item: textValue(item),
    amount: pounds(luck.between(80, 640) * 10),
  }));
  return { fees, estimates };
}

function partiesOf({ type, later }: Course, n: number, owners: readonly Contact[]): readonly Party[] {
  if (later) return later.parties(n, owners);
  const owner = owners.map((contact): Party => ({ role: 'owner', contact }));
  const [first] = owners;
  if (type === conditionSurvey) {
    const yard = n % 2 === 0 ? CONTACTS.hallamSlip : CONTACTS.thorneQuay;
    const client: readonly Party[] = first ? [{ role: 'client', contact: first }] : [];
    const broker: readonly Party[] = n < 15 ? [{ role: 'broker', contact: CONTACTS.verity }] : [];
    return [
      ...client,
      ...owner,
      ...broker,
      { role: 'insurer', contact: CONTACTS.bligh },
      { role: 'yard', contact: yard },
    ];
  }
  if (type === damageClaim) {
    return [
      { role: 'client', contact: n % 2 === 0 ? CONTACTS.hamish : CONTACTS.odile },
      ...owner,
      { role: 'repairer', contact: CONTACTS.copperCove },
      { role: 'adjuster', contact: CONTACTS.pilar },
    ];
  }
  return [...owner, { role: 'registry', contact: CONTACTS.registry }];
}
