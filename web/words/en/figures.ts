import type {
  AnswerTimes,
  Figures,
  TemplateFigures,
  TemplateFiguresDetail,
} from '../../../contract/figures.ts';
import { readDay, writeDay, writeNumber } from '../dates.ts';
import { plural } from './wording.ts';

/** What is said of figures. */
export const say = {
  figures: 'Figures',
  whichFigures: 'Which figures',
  from: 'From',
  until: 'Until',
  matterType: 'Matter type',
  everyType: 'every type',
  person: 'Person',
  everybody: 'everyone',
  channel: 'Channel',
  everyChannel: 'every channel',
  messages: 'Messages',
  templates: 'Templates',
  parts: 'Parts of the figures',
  sentAndReceived: 'Sent and received',
  answerTimes: 'How long answers take',
  byChannel: 'By channel',
  byCategory: 'By category',
  byType: 'By matter type',
  people: 'People',
  followedUp: 'Followed up',
  table: 'As a table',
  csv: 'Export as CSV',
  week: 'Week from',
  sent: 'Sent',
  received: 'Received',
  ours: 'We answered',
  theirs: 'They answered',
  ourMedian: 'Our answers, half within',
  theirMedian: 'Their answers, half within',
  ourCount: 'Our answers',
  theirCount: 'Their answers',
  name: 'Name',
  category: 'Category',
  nothing: 'Nothing in these days',
  nothingMeans: 'Figures are counted as messages are filed. Choose other days, or another matter type.',
  receivedIsAll: 'What is received belongs to nobody alone: it stands under Everyone’s.',
  template: 'Template',
  uses: 'Uses',
  answered: 'Answered',
  answerAfter: 'Answer, half within',
  rewritten: 'Rewritten',
  ease: 'Reading ease',
  length: 'Words',
  cautions: 'Cautions',
  passedOver: 'Passed over',
  passedMeans: 'Passed over: it stood above the chosen one on the shelf.',
  noneUsed: 'No template was used in these days',
  noneUsedMeans: 'As soon as a message that began from a template is sent, it is counted here.',
  versions: 'Versions',
  version: 'Version',
  effect: 'Against the version before',
  wording: 'The wording, as it stands',
  changedTimes: (times: number) => `rewritten ${plural(times, 'time')}`,
  changes: 'Rewritten most often',
  noChanges: 'Nothing of it was rewritten in these days.',
  timesOf: (times: number, of: number) => `${plural(times, 'time')} of ${of}`,
  takenOut: 'taken out',
  makeVersion: 'Use this in a new version',
  gone: 'The current version no longer has this sentence.',
  openTemplate: 'Open the template',
  unknown: 'not known',
  interval: (low: string, high: string) => `${low} to ${high}`,
} as const;

const percent = (share: number): string => `${writeNumber(share * 100)} %`;

/** A time within working hours: `45 minutes`, `3.5 hours`, `2 working days`. */
export function timeWords(minutes: number, minutesADay: number): string {
  if (minutes < 60) return plural(Math.round(minutes), 'minute');
  if (minutes < minutesADay) {
    const hours = Math.round(minutes / 30) / 2;
    return `${writeNumber(hours, Number.isInteger(hours) ? 0 : 1)} ${hours === 1 ? 'hour' : 'hours'}`;
  }
  const days = Math.round((minutes / minutesADay) * 2) / 2;
  return `${writeNumber(days, Number.isInteger(days) ? 0 : 1)} working ${days === 1 ? 'day' : 'days'}`;
}

/** The same at the edge of a chart, where there is little room. */
export const axisWords = (minutes: number, minutesADay: number): string =>
  minutes >= minutesADay || minutes === 0
    ? plural(Math.round(minutes / minutesADay), 'day')
    : plural(Math.round(minutes / 60), 'hour');

export const medianWords = (
  { medianMinutes }: Pick<AnswerTimes, 'medianMinutes'>,
  minutesADay: number,
): string => (medianMinutes === null ? '–' : timeWords(medianMinutes, minutesADay));

/** What the chart of what went and came shows. */
export function wentSentence({ sent, received, weeks, of }: Figures): string {
  const most = weeks.reduce(
    (top, one) => (one.sent > top.sent ? one : top),
    weeks[0] ?? { week: '', sent: 0 },
  );
  const busiest =
    most.sent > 0
      ? ` The busiest week began on ${writeDay(readDay(most.week), 'dayMonth')}: ${most.sent} sent.`
      : '';
  const came = of === 'mine' ? '' : ` and ${received} came in`;
  return `${plural(sent, 'message')} went out${came}.${busiest}`;
}

/** What the chart of answers shows. */
export function answersSentence({ answers: { ours, theirs }, minutesADay }: Figures): string {
  const say_ = (whose: string, { count, medianMinutes, mostMinutes }: AnswerTimes): string =>
    medianMinutes === null || mostMinutes === null
      ? `${whose}: no answers.`
      : `${whose} half of ${plural(count, 'answer')} came within ${timeWords(medianMinutes, minutesADay)}, nine in ten within ${timeWords(mostMinutes, minutesADay)}.`;
  return `${say_('From us', ours)} ${say_('From them', theirs)}`;
}

export function followUpSentence({ followUps: { due, inTime, late, open }, rounds }: Figures): string {
  const kept =
    due === 0
      ? 'No follow-up fell due.'
      : `Of ${plural(due, 'follow-up')}, ${inTime} were done in time, ${late} late, and ${open} are open.`;
  const went =
    rounds.rounds === 0
      ? 'No round was sent.'
      : `${plural(rounds.rounds, 'round')} took ${plural(rounds.messages, 'message')} out.`;
  return `${kept} ${went}`;
}

/** The share of uses that were answered, with how sure that is. */
export const answeredWords = ({
  answered: { hits, of, low, high },
}: Pick<TemplateFigures, 'answered'>): string =>
  of === 0 ? '–' : `${hits} of ${of} (${say.interval(percent(low), percent(high))})`;

export const rewrittenWords = ({ rewritten }: Pick<TemplateFigures, 'rewritten'>): string =>
  rewritten === null ? say.unknown : percent(rewritten);

const LEVELS: Readonly<Record<NonNullable<TemplateFigures['ease']>['level'], string>> = {
  veryEasy: 'very easy',
  easy: 'easy',
  plain: 'plain',
  demanding: 'demanding',
  hard: 'hard',
};

export const easeWords = ({ ease }: Pick<TemplateFigures, 'ease'>): string =>
  ease === null ? '–' : `${LEVELS[ease.level]} (${ease.score})`;

const EFFECTS: Readonly<Record<TemplateFiguresDetail['versions'][number]['effect'], string>> = {
  better: 'answered more often',
  worse: 'answered less often',
  unclear: 'unclear: the difference may be chance',
  tooFew: 'too few uses to say',
  first: '',
};

export const effectWords = (effect: TemplateFiguresDetail['versions'][number]['effect']): string =>
  EFFECTS[effect];

export const cautionWords = ({ cautions }: Pick<TemplateFigures, 'cautions'>): string =>
  cautions === 0 ? 'none' : `${writeNumber(cautions, 1)} a use`;

const CHANNELS: Readonly<Record<string, string>> = {
  email: 'Email',
  text: 'Text message',
  letter: 'Letter',
  answer: 'Answer page',
};

export const anyChannelWords = (channel: string): string => CHANNELS[channel] ?? channel;
