import type { RoundMessage, RoundSummary, RoundView } from '../../../contract/rounds.ts';
import { writeNumber } from '../dates.ts';
import { cautionWords, noteWords } from './noteWords.ts';
import { plural, reasonWords } from './wording.ts';
import { isCaution } from '../../../core/model/noteCodes.ts';

/** What is said in rounds. */
export const say = {
  answersToThis: 'Answers',
  answeredOf: (answered: number, asked: number) => `${answered} of ${asked} have answered.`,
  answeredTimes: (times: number) => `${times} answered`,
  rounds: 'Rounds',
  newRound: 'New round',
  round: 'Round',
  name: 'Name',
  template: 'Template',
  madeBy: 'Made by',
  made: 'Made',
  status: 'Status',
  messages: 'Messages',
  whoStaysKeepsTheirs:
    'Whoever is in both keeps their message as it was written; the drafts of those who are not go.',
  referencesFile: 'A CSV file with references',
  chooseAFile: 'Read them from a CSV file…',
  readFrom: (count: number, column: string) => `${count} read from “${column}”`,
  noReferencesIn: 'No references were found in that file',
  noRoundsYet: 'No rounds yet',
  whatARoundIs:
    'A round is one template sent to many matters or people. Each message is checked before it goes, and filed on its own matter.',
  showMore: 'Show more',
  again: 'Prepare it again each month',
  againNever: 'not prepared again by itself',
  againOn: (day: number) => `prepared again on day ${day} of each month`,
  byItself: 'prepared by itself',
  toSend: 'Rounds to look at and send',
  prepare: 'Prepare the messages',
  preparing: 'Preparing…',
  to: 'to',
  of: 'of',
  whomTheTemplateNames: 'those named in the template',
  everyMatter: 'every matter type',
  matterType: 'Matter type',
  whichAre: 'which are',
  open: 'open',
  closed: 'closed',
  openOrClosed: 'Open or closed',
  stage: 'Stage',
  anyStage: 'any stage',
  inStage: 'in stage',
  ofResponsible: 'looked after by',
  anybody: 'anyone',
  responsible: 'Responsible',
  party: 'Party',
  matters: 'matters',
  matter: 'matter',
  matterHead: 'Matter',
  people: 'people',
  person: 'person',
  countOf: (matters: number, people: number) =>
    `${plural(matters, 'matter')}, ${plural(people, 'person', 'people')}`,
  counting: 'Counting…',
  leavingOut: 'leaving out',
  none: 'none',
  thoseSent: (category: string) => `those sent a message under “${category}”`,
  category: 'Category',
  sentWithinDays: 'Sent within so many days',
  sentWithinTheLast: 'within the last',
  days: 'days',
  savedSets: 'Saved sets',
  aSavedSet: 'a saved set',
  saveTheSet: 'Save this set',
  setName: 'Name of the set',
  shareIt: 'Share it with everyone',
  save: 'Save',
  cancel: 'Cancel',
  deleteSet: (name: string) => `Delete the set “${name}”`,
  references: 'References, one to a line',
  useTheList: 'Use a list instead',
  useTheFilter: 'Use a filter instead',
  chosenMatters: (count: number) => `the ${plural(count, 'chosen matter')}`,
  chosenPeople: (count: number) => plural(count, 'chosen person', 'chosen people'),
  theList: 'the matters of this list',
  howMany: 'One message',
  perMatter: 'a matter',
  perPerson: 'a person',
  withoutEmail: 'Without an email address',
  leaveOut: 'leave out',
  byLetter: 'as a letter',
  byText: 'as a text message',
  chooseATemplate: 'choose a template',
  group: {
    fill: 'To fill in',
    look: 'To look at',
    ready: 'Ready',
    out: 'Left out',
    failed: 'Failed',
    going: 'Going',
    gone: 'Gone',
  },
  goesTo: 'To',
  channel: 'Channel',
  whatItNeeds: 'What it needs',
  inRound: 'In the round',
  takeIn: (name: string) => `Take ${name} into the round`,
  takeOut: (name: string) => `Leave ${name} out of the round`,
  ignoreAll: 'Ignore all of this kind',
  leaveOutAll: 'Leave out all of this kind',
  takeInAll: 'Take all of these in',
  fillForAll: 'Fill in for all',
  answerForAll: (label: string) => `${label}, for all`,
  fillDown: (label: string, reference: string) =>
    `Give the answer of ${reference} to “${label}” to all below without one`,
  pasteHint: 'A column copied from a spreadsheet can be pasted into the first cell.',
  preview: 'Preview',
  openTheSheet: 'Open the whole message',
  nothingChosen: 'Choose a message to see it.',
  noDraft: 'There is no message here: it is left out.',
  previous: 'Previous message',
  next: 'Next message',
  notRead: (reference: string, typed: string) => `${reference}: “${typed}” was not understood`,
  place: (n: number, of: number) => `${n} of ${of}`,
  from: 'From',
  sendTheRound: 'Send the round',
  askToRelease: (names: string) => `Ask ${names} to release`,
  waitsForRelease: (names: string) => `Waits for ${names} to release it.`,
  release: 'Release and send',
  pause: 'Pause',
  resume: 'Go on',
  stop: 'Stop',
  sendLater: 'Send later…',
  sendNow: 'Send now',
  setTheTime: 'Set the time',
  perMinuteLabel: 'At most a minute',
  perMinute: (count: number) => `${writeNumber(count)} a minute, within working hours`,
  printAsPdf: 'Letters as one PDF',
  printDuplex: 'for both sides',
  zip: 'Letters as a ZIP',
  report: 'Export the list',
  deleteRound: 'Delete round',
  eachFiled: 'each filed on its matter',
  canBeStopped: 'can be stopped for a minute after Send',
  atOnce: 'in a minute',
  at: (when: string) => `on ${when}`,
  followUp: (days: number) => `follow-up in ${plural(days, 'working day')}`,
  stayBehind: (fill: number, look: number) =>
    [
      ...(fill > 0 ? [`${writeNumber(fill)} still to fill in`] : []),
      ...(look > 0 ? [`${writeNumber(look)} to look at`] : []),
    ].join(' and ') + ': they stay behind.',
  nothingToSend: 'Nothing is ready to be sent.',
  lookFirst: 'Look first:',
  unknownReferences: (references: readonly string[]) =>
    `Not found: ${references.slice(0, 12).join(', ')}${references.length > 12 ? ' …' : ''}`,
  leavesFrom: (when: string) => `The first leaves ${when}.`,
  releasedBy: (name: string) => `Released by ${name}.`,
  preparedOf: (prepared: number, all: number) => `${writeNumber(prepared)} of ${writeNumber(all)} prepared`,
  changeTheSet: 'Change who it goes to',
  sentence: 'Who it goes to',
} as const;

const STATES: Readonly<Record<RoundSummary['state'], string>> = {
  preparing: 'being prepared',
  ready: 'not sent yet',
  sending: 'going',
  paused: 'paused',
  done: 'done',
  stopped: 'stopped',
};
export const stateWords = (state: RoundSummary['state']): string => STATES[state];

/** What a round has come to, in a few words: `9 ready, 2 to fill in, 1 left out`. */
export function countWords(counts: RoundSummary['counts']): string {
  const parts: readonly (readonly [number, string])[] = [
    [counts.failed, 'failed'],
    [counts.going, 'going'],
    [counts.gone, 'gone'],
    [counts.fill, 'to fill in'],
    [counts.look, 'to look at'],
    [counts.ready, 'ready'],
    [counts.out, 'left out'],
  ];
  return parts
    .filter(([count]) => count > 0)
    .map(([count, words]) => `${writeNumber(count)} ${words}`)
    .join(', ');
}

const LEFT_OUT: Readonly<Record<string, string>> = {
  notToBeWrittenTo: 'not to be written to',
  wantsNone: 'wants no rounds of this kind',
  noAddress: 'no address',
  nobodyInRole: 'no such party on the matter',
  cannotBeStarted: 'the template cannot be used here',
  sentLately: 'got the same a few days ago',
  onAnotherMatter: 'gets one on another matter',
  matterGone: 'no longer there',
  byHand: 'left out by hand',
};

/** Why messages stand where they do, as the head of all of one kind. */
export function kindWords(
  group: RoundMessage['group'],
  kind: string,
  blanks: readonly { readonly key: string; readonly label: string }[],
): string {
  if (group === 'fill') return blanks.find(({ key }) => key === kind)?.label ?? kind;
  if (group === 'out') return LEFT_OUT[kind] ?? kind;
  if (group !== 'look') return '';
  return isCaution(kind) ? cautionWords(kind) : noteWords({ code: kind, params: {} }).title;
}

/** What one message needs, or what became of it. */
export function needWords(
  { group, kind, notes, reasons, stateDetail, state }: RoundMessage,
  blanks: readonly { readonly key: string; readonly label: string }[],
): string {
  switch (group) {
    case 'fill':
      return `“${kindWords(group, kind, blanks)}” is open`;
    case 'look': {
      const [first] = notes;
      return first ? noteWords(first).title : '';
    }
    case 'out':
      return reasons.length > 0 ? reasons.map(reasonWords).join('; ') : (LEFT_OUT[kind] ?? kind);
    case 'failed':
      return state === 'may-have-gone'
        ? 'may have gone: needs your decision'
        : (stateDetail.reply ?? 'refused');
    case 'ready':
      return 'ready';
    case 'going':
      return state === 'deferred' ? 'is tried again' : 'on its way';
    case 'gone':
      return 'gone, and filed';
    default:
      return group satisfies never;
  }
}

export function unusualWords(unusual: RoundView['unusual'][number]): string {
  switch (unusual.code) {
    case 'largest':
      return unusual.before === 0
        ? `it is the first round, with ${plural(unusual.count, 'message')}`
        : `${writeNumber(unusual.count)} messages are more than ever before (${writeNumber(unusual.before)})`;
    case 'firstTime':
      return 'nothing has been sent from this template yet';
    case 'newerWording':
      return 'the template has newer wording than these messages';
    case 'sameAddress':
      return `${writeNumber(unusual.count)} different people are written to at ${unusual.address}`;
    case 'ofOthers':
      return `${plural(unusual.count, 'matter')} of others ${unusual.count === 1 ? 'is' : 'are'} among them`;
    case 'closed':
      return `${plural(unusual.count, 'closed matter')} ${unusual.count === 1 ? 'is' : 'are'} among them`;
    default:
      return unusual satisfies never;
  }
}

/** `9 emails and 1 letter`. */
export function channelCounts(counts: Readonly<Record<RoundMessage['channel'], number>>): string {
  return [
    ...(counts.email > 0 ? [plural(counts.email, 'email')] : []),
    ...(counts.text > 0 ? [plural(counts.text, 'text message')] : []),
    ...(counts.letter > 0 ? [plural(counts.letter, 'letter')] : []),
  ].join(' and ');
}

const PROBLEMS: Readonly<Record<string, string>> = {
  authorMayNotSend: 'It stands still: whoever made it may not send any more. Nothing was lost.',
  fault:
    'It stands still: the server met a fault. What has gone has gone; press Go on to try the rest again.',
  notPreparedAgain:
    'It was not prepared again this month: its template is gone, nobody belongs to its set, or its author may not send.',
};
export const problemOfRound = (problem: string): string => PROBLEMS[problem] ?? problem;
