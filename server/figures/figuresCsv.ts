import Papa from 'papaparse';
import type { AnswerTimes, FIGURE_TABLES, Figures, FiguresQuery } from '../../contract/figures.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { readFigures } from './readFigures.ts';
import { readTemplateFigures } from './readTemplateFigures.ts';

type Table = (typeof FIGURE_TABLES)[number];
type Rows = readonly (readonly (string | number | null)[])[];

/** One table of the figures (RFC 4180); cells that a spreadsheet would take for a formula are kept from being one. */
export async function figuresCsv(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  table: Table,
  query: FiguresQuery,
): Promise<Buffer> {
  const rows =
    table === 'templates'
      ? await templateRows(scope, query)
      : rowsOf(table, await readFigures(services, scope, query));
  return Buffer.from(`\ufeff${Papa.unparse([...rows], { escapeFormulae: true })}\r\n`, 'utf8');
}

const TIMES = ['answers', 'median hours', 'nine in ten within hours'];
const hours = (minutes: number | null): number | null => (minutes === null ? null : minutes / 60);
const times = ({ count, medianMinutes, mostMinutes }: AnswerTimes) => [
  count,
  hours(medianMinutes),
  hours(mostMinutes),
];
const named = (whose: string): readonly string[] => TIMES.map((one) => `${whose} ${one}`);

function rowsOf(table: Exclude<Table, 'templates'>, figures: Figures): Rows {
  switch (table) {
    case 'weeks':
      return [
        ['week from', 'sent', 'received', ...named('our'), ...named('their')],
        ...figures.weeks.map((one) => [
          one.week,
          one.sent,
          one.received,
          ...times(one.ours),
          ...times(one.theirs),
        ]),
      ];
    case 'channels':
      return [
        ['channel', 'sent', 'received'],
        ...figures.channels.map(({ channel, sent, received }) => [channel, sent, received]),
      ];
    case 'categories':
      return [
        ['category', 'sent', 'received'],
        ...figures.categories.map(({ category, sent, received }) => [category, sent, received]),
      ];
    case 'types':
      return [
        ['matter type', ...named('our'), ...named('their')],
        ...figures.types.map((one) => [one.name, ...times(one.ours), ...times(one.theirs)]),
      ];
    case 'people':
      return [
        ['person', 'sent', ...named('our')],
        ...figures.people.map((one) => [one.name, one.sent, ...times(one.ours)]),
      ];
    default:
      return table satisfies never;
  }
}

async function templateRows(scope: PersonScope, query: FiguresQuery): Promise<Rows> {
  const { items } = await readTemplateFigures(scope, query);
  return [
    [
      'template',
      'channel',
      'uses',
      'answered',
      'share answered, at least',
      'share answered, at most',
      'median hours to the answer',
      'part of the words changed',
      'cautions a use',
      'words',
      'reading ease',
      'passed over on the shelf',
    ],
    ...items.map((one) => [
      one.name,
      one.channel,
      one.uses,
      one.answered.hits,
      one.answered.low,
      one.answered.high,
      hours(one.medianMinutes),
      one.rewritten,
      one.cautions,
      one.words,
      one.ease?.score ?? null,
      one.passedOver,
    ]),
  ];
}
