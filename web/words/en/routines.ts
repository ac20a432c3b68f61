import type { ChaserPlanView, ChaseView } from '../../../contract/chasers.ts';
import type { DoneStep, RoutineOccasion } from '../../../contract/routines.ts';
import { isCaution, STOPS } from '../../../core/model/noteCodes.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { dayOf, listDay, readDay, today, writeDay } from '../dates.ts';
import { noteWords } from './noteWords.ts';
import { plural, reasonWords } from './wording.ts';

/** What is said of routines and chaser plans. */
export const say = {
  chooseADocument: 'Choose a document of this matter',
  routines: 'Routines',
  routine: 'Routine',
  newRoutine: 'New routine',
  chaserPlans: 'Chaser plans',
  chaserPlan: 'Chaser plan',
  newChaserPlan: 'New chaser plan',
  noRoutinesYet: 'No routines yet',
  whatARoutineIs:
    'A routine does several things on a matter in one press: it sends messages, adds follow-ups, moves the stage. Everything it would do is shown first.',
  noPlansYet: 'No chaser plans yet',
  whatAPlanIs:
    'A chaser plan follows a message: it sends reminders on working days until the answer comes, then it tells you.',
  name: 'Name',
  about: 'What it is for',
  steps: 'Steps',
  runs: 'Runs',
  status: 'Status',
  for: 'For',
  everyType: 'every matter type',
  everyRole: 'everyone who may send',
  whoMayRun: 'Who may run it',
  role: { administrator: 'administrators', practitioner: 'practitioners', assistant: 'assistants' },
  byItself: (most: number) => `runs by itself, at most ${most} a day`,
  runsByItself: 'It runs by itself where it is offered',
  mostADay: 'At most so many a day',
  byItselfMeans:
    'Within working hours, for the person responsible for the matter. Where something has to be filled in or decided, it does nothing and says so on Today.',
  retired: 'not in use',
  inUse: 'in use',
  needsMending: 'needs mending',
  version: (number: number) => `version ${number}`,
  versionBy: (number: number, by: string, atUtc: number) =>
    `Version ${number}, ${by}, ${listDay(dayOf(atUtc), today())}`,
  versions: 'Versions',
  save: 'Save as new version',
  saveNew: 'Save',
  saved: 'Saved',
  retire: 'Retire',
  putBack: 'Use again',
  addAStep: 'Add a step',
  removeStep: (n: number) => `Remove step ${n}`,
  moveUp: (n: number) => `Move step ${n} up`,
  remove: 'Remove',
  up: 'Up',
  kinds: {
    send: 'Send',
    document: 'Make the document',
    followUp: 'Add a follow-up',
    stage: 'Move the stage to',
    date: 'Set the date',
    fact: 'Set the fact',
  },
  whatItDoes: 'What it does',
  template: 'Template',
  aTemplateThatIsGone: 'a template that is gone',
  chooseATemplate: 'choose a template',
  what: 'What to do',
  inWorkingDays: 'in working days',
  workingDays: 'working days',
  stage: 'Stage',
  date: 'Date',
  fact: 'Fact',
  value: 'Value',
  to: 'to',
  cc: 'Cc',
  bcc: 'Bcc',
  on: 'due in',
  theDay: 'The day',
  today: 'today',
  inDays: (days: number) => `in ${plural(days, 'working day')}`,
  askedWhenRun: 'asked when it runs',
  aFixedValue: 'a fixed value',
  offeredWhen: 'When it is offered',
  onlyByHand: 'It is not offered; people run it from the matter.',
  addAReason: 'Add a reason',
  removeReason: (n: number) => `Remove reason ${n}`,
  reasons: {
    stage: 'the stage is',
    date: 'a date is near',
    overdue: 'an answer is overdue',
    document: 'a document arrived',
  },
  moreThan: 'for more than',
  from: 'from',
  until: 'until',
  daysFromToday: 'days from today',
  daysFrom: 'First day, from today',
  daysUntil: 'Last day, from today',
  category: 'Category',
  withinTheLast: 'within the last',
  days: 'days',
  withinDays: 'Within so many days',
  andOnlyIf: 'and only if',
  beside: 'What it would do on a matter',
  whichMatter: 'Try it on a matter',
  chooseAMatter: 'Choose a matter to see what it would do there. Nothing is done.',
  offeredThere: 'It would be offered there now:',
  notOfferedThere: 'It would not be offered there now.',
  suits: (names: readonly string[]) => `Can be run on: ${joinNames(names)}`,
  suitsNothing: 'It cannot be run on any matter type.',
  run: 'Run',
  running: 'Running…',
  runIt: 'Run this routine',
  whatItWouldDo: 'What it does here',
  messages: 'Messages',
  pleaseFillIn: 'Please fill in',
  notes: 'Margin notes',
  ignore: 'Ignore this note',
  ignored: 'ignored',
  enclosed: 'Enclosed',
  ran: 'The routine was run.',
  undo: 'Undo',
  undone: 'undone',
  everythingTakenBack: 'Everything it did was taken back.',
  close: 'Close',
  foot: (steps: number, messages: number) =>
    messages === 0
      ? `${plural(steps, 'step')}, no message`
      : `${plural(steps, 'step')}, ${plural(messages, 'message')} · it can be undone while ${messages === 1 ? 'the message is' : 'the messages are'} held`,
  allRoutines: 'All routines',
  offeredNow: 'Offered now',
  noneOffered: 'Nothing is offered now.',
  ranHere: 'Run here lately',
  byItselfShort: 'by itself',
  didNothing: 'Did nothing:',
  today_: {
    offered: 'Routines to run',
    ran: 'Ran by themselves',
    chases: 'Reminders under way',
  },
  inProgress: 'In progress',
  noSuchPlan: 'There is no such chaser plan.',
  reminders: 'Reminders',
  afterDays: 'After working days',
  tellMe: 'Then tell me',
  tellNot: 'The last reminder is the end',
  tellAfter: 'Tell after working days',
  tellWhat: 'The follow-up says',
  tellWhatUsually: 'No answer to our reminders',
  endsAt: 'It ends when the answer comes, when the matter is closed, and at the stage',
  anyStage: 'no other stage',
  addAReminder: 'Add a reminder',
  after: 'After',
  send: 'send',
  removeReminder: (n: number) => `Remove reminder ${n}`,
  nextOnesUse: (number: number) => `Reminders that are still to go use version ${number}.`,
  chaseThis: 'Add reminders…',
  choosePlan: 'Chaser plan',
  startIt: 'Start the reminders',
  stop: 'Stop',
  skip: 'Skip the next one',
  needsYou: 'Needs you:',
  started: 'The reminders are set.',
  whatTheyAsk: 'What fills their blanks',
} as const;

/** One step as it would be, or was, done. */
export function stepWords(step: DoneStep): string {
  switch (step.does) {
    case 'send':
      return step.to.length > 0 ? `Send “${step.name}” to ${joinNames([...step.to])}` : `Send “${step.name}”`;
    case 'document':
      return `Make the document “${step.name}”`;
    case 'followUp':
      return `Add a follow-up: ${step.what}, by ${writeDay(readDay(step.dueOn), 'longWeekday')}`;
    case 'stage':
      return step.from === step.label
        ? `The stage stays ${step.label}`
        : `Move the stage from ${step.from} to ${step.label}`;
    case 'date':
      return `Set ${step.label} to ${writeDay(readDay(step.date), 'long')}`;
    case 'fact':
      return `Set ${step.label} to ${step.text}`;
    default:
      return step satisfies never;
  }
}

/** Why a routine is offered. */
export function occasionWords({ on, label, date, workingDays }: RoutineOccasion): string {
  switch (on) {
    case 'stage':
      return `the stage is ${label}`;
    case 'date':
      return `${label}: ${date === null ? '' : listDay(readDay(date), today())}`;
    case 'overdue':
      return `no answer for ${plural(workingDays ?? 0, 'working day')}`;
    case 'document':
      return `${label} arrived`;
    default:
      return on satisfies never;
  }
}

type Params = Readonly<Record<string, string | number>>;
interface Why {
  readonly code: string;
  readonly params: Params;
}

const PROBLEMS: Readonly<Record<string, (params: Params) => string>> = {
  noSteps: () => 'It has no step yet.',
  templateGone: ({ type }) =>
    type === undefined ? 'Its template is not there any more.' : `Its template is not for “${type}”.`,
  notALetter: () => 'Only a letter can be made a document.',
  typeGone: () => 'One of its matter types is not there any more.',
  noSuchStage: ({ type }) => `“${type}” has no such stage.`,
  noSuchDate: ({ type }) => `“${type}” has no such date.`,
  noSuchFact: ({ type }) => `“${type}” has no such fact.`,
  noSuchField: ({ type }) => `“${type}” has nothing by that name.`,
  factDoesNotFit: ({ label }) => `The value does not fit “${label}”.`,
  notForThisType: ({ type }) => `It is not for “${type}”.`,
  notAnswered: ({ label }) => `Please fill in “${label}”.`,
  answerNotRead: ({ label, value }) => `“${value}” cannot be read as “${label}”.`,
  noWorkingDay: () => 'The calendar has no such working day.',
  writerGone: () => 'The person it would go out for has left, or may not send.',
  matterGone: () => 'The matter, or the message, is not there for the person it would go out for.',
  matterChanged: () => 'Someone changed the matter at that moment.',
};

const isNote = (code: string): boolean => isCaution(code) || STOPS.some((stop) => stop === code);

/** Why something cannot be done, or did not go by itself. */
export function whyWords({ code, params }: Why): string {
  const own = PROBLEMS[code];
  if (own) return own(params);
  if (!isNote(code)) return reasonWords({ code, params });
  const { title, detail } = noteWords({ code: code as Parameters<typeof noteWords>[0]['code'], params });
  return `${title} ${detail}`.trim();
}

/** What comes next of a chaser plan. */
export function nextWords({ next, ended }: Pick<ChaseView, 'next' | 'ended'>): string {
  if (ended) return ENDS[ended.why];
  if (!next) return 'waits';
  const day = next.dueOn === null ? '' : listDay(readDay(next.dueOn), today());
  if (next.does === 'remind')
    return next.template === null
      ? `${day}: ${PROBLEMS['templateGone']?.({}) ?? ''}`
      : `${day}: “${next.template.name}”${CHANNELS[next.template.channel]}`;
  return next.does === 'tell' ? `${day}: tells you` : 'ends with the last reminder';
}

const CHANNELS = { email: '', text: ' by text message', letter: ' by letter' } as const;

const ENDS: Readonly<Record<NonNullable<ChaseView['ended']>['why'], string>> = {
  answered: 'ended: answered',
  stage: 'ended: the matter has moved on',
  byHand: 'stopped by hand',
  told: 'ended: no answer; a follow-up says so',
  done: 'ended with the last reminder',
};

/** The reminders of a plan in one line. */
export function planWords({ content, templates }: ChaserPlanView): string {
  const steps = content.steps.map(({ afterWorkingDays, templateId }) => {
    const template = templates[templateId];
    return `${afterWorkingDays} days: ${template ? `${template.name}${CHANNELS[template.channel]}` : say.aTemplateThatIsGone}`;
  });
  return [...steps, ...(content.tellAfter === null ? [] : [`${content.tellAfter} days: tells you`])].join(
    ' · ',
  );
}

/** What the server would say too. */
export const reasonOf = {
  chaserDaysInOrder: 'Each step comes later than the one before.',
} as const;

/** A reminder that went: when, and what it was made by. */
export const wentWords = ({ on, template, templateVersion, channel }: ChaseView['went'][number]): string =>
  `${listDay(readDay(on), today())}: “${template}” (version ${templateVersion})${CHANNELS[channel]}`;
