import { useElementSize } from '@mantine/hooks';
import type { MatterDetail } from '../../../contract/matters.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { addDays, addMonths, dayParts, daysBetween, plainDate } from '../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import { readDay } from '../../app/dates.ts';
import { leftWords, nearness } from './dates.ts';
import classes from './Dateline.module.css';

type DatelineData = MatterDetail['dateline'];

const AXIS = 36;
/** Dates further ahead than this would squeeze everything that is near. */
const LONGEST_AHEAD_DAYS = 240;
const SHORTEST_AHEAD_DAYS = 21;
/** A label's width by its letters, close enough to keep labels apart. */
const LETTER_WIDTH = 6.2;

interface Scale {
  readonly from: PlainDate;
  readonly to: PlainDate;
  readonly x: (date: PlainDate) => number;
}

function scaleOf({ today, ticks, keyDates }: DatelineData, width: number): Scale {
  const now = readDay(today);
  const days = [
    ...ticks.map(({ date }) => readDay(date)),
    ...keyDates.map(({ date }) => readDay(date)),
  ].sort();
  const ahead = days.filter((date) => daysBetween(now, date) <= LONGEST_AHEAD_DAYS).at(-1) ?? now;
  const soonest = addDays(now, SHORTEST_AHEAD_DAYS);
  const from = addDays(days[0] !== undefined && days[0] < now ? days[0] : addDays(now, -30), -6);
  const to = addDays(ahead > soonest ? ahead : soonest, 10);
  const span = daysBetween(from, to);
  return { from, to, x: (date) => (daysBetween(from, date) / span) * width };
}

function monthsOf({ from, to, x }: Scale): readonly { readonly date: PlainDate; readonly label: string }[] {
  const { year, month } = dayParts(from);
  const months: PlainDate[] = [];
  for (let first = addMonths(plainDate(year, month, 1), 1); first < to; first = addMonths(first, 1))
    months.push(first);
  const [one, two] = months;
  const step = one && two && x(two) - x(one) < 34 ? 3 : 1;
  return months.flatMap((date) => {
    const parts = dayParts(date);
    if ((parts.month - 1) % step !== 0) return [];
    const name = formatDate(date, 'short').split(' ')[1] ?? '';
    return [{ date, label: parts.month === 1 ? String(parts.year) : name }];
  });
}

/** One thin line of time: letters out above it and in below it, key dates on it, today across it. */
export function Dateline({ dateline }: { readonly dateline: DatelineData }) {
  const { ref, width } = useElementSize();
  return (
    <div className={classes.dateline} ref={ref}>
      {width > 0 ? <Line dateline={dateline} width={width} /> : null}
    </div>
  );
}

function Line({ dateline, width }: { readonly dateline: DatelineData; readonly width: number }) {
  const scale = scaleOf(dateline, width);
  const now = readDay(dateline.today);
  const shown = dateline.keyDates
    .map((keyDate) => ({ ...keyDate, day: readDay(keyDate.date) }))
    .filter(({ day }) => day >= scale.from && day <= scale.to);
  return (
    <svg width={width} height={58} role="img" aria-label={describe(dateline)}>
      <line className={classes.axis} x1={0} x2={width} y1={AXIS} y2={AXIS} />
      {monthsOf(scale).map(({ date, label }) => (
        <g key={date}>
          <line className={classes.axis} x1={scale.x(date)} x2={scale.x(date)} y1={AXIS - 3} y2={AXIS + 3} />
          <text className={classes.month} x={scale.x(date) + 4} y={AXIS + 16}>
            {label}
          </text>
        </g>
      ))}
      {dateline.ticks.map(({ date, out, in: incoming }) => {
        const x = scale.x(readDay(date));
        return (
          <g key={date}>
            {out > 0 ? <line className={classes.out} x1={x} x2={x} y1={AXIS - 1} y2={AXIS - 10} /> : null}
            {incoming > 0 ? <line className={classes.in} x1={x} x2={x} y1={AXIS + 1} y2={AXIS + 9} /> : null}
          </g>
        );
      })}
      <line className={classes.today} x1={scale.x(now)} x2={scale.x(now)} y1={AXIS - 14} y2={AXIS + 11} />
      <text className={classes.todayWord} x={scale.x(now)} y={AXIS + 20} textAnchor="middle">
        today
      </text>
      {placeLabels(shown, dateline.today, scale, width).map(({ key, label, title, x, textX, row, state }) => (
        <g key={key} data-state={state} className={classes.key}>
          <title>{title}</title>
          <path d={`M${x} ${AXIS - 5}l5 5-5 5-5-5z`} />
          {label === '' ? null : (
            <text x={textX} y={row === 0 ? 22 : 9} textAnchor="middle">
              {label}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

type Shown = DatelineData['keyDates'][number] & { readonly day: PlainDate };

/** Puts labels over their dates, in a second row where they would touch; where neither has room the date keeps its title. */
function placeLabels(shown: readonly Shown[], today: string, scale: Scale, width: number) {
  const ends = [-Infinity, -Infinity];
  return [...shown]
    .sort((a, b) => (a.day < b.day ? -1 : 1))
    .map((keyDate) => {
      const left = leftWords(keyDate, today);
      const words = left === '' ? keyDate.label : `${keyDate.label} · ${left}`;
      const half = (words.length * LETTER_WIDTH) / 2;
      const x = scale.x(keyDate.day);
      const textX = Math.max(half, Math.min(width - half, x));
      const row = ends.findIndex((end) => textX - half > end + 8);
      if (row >= 0) ends[row] = textX + half;
      return {
        key: keyDate.label,
        label: row < 0 ? '' : words,
        title: `${keyDate.label}: ${formatDate(keyDate.day, 'longWeekday')}`,
        x,
        textX,
        row,
        state: nearness(keyDate, today),
      };
    });
}

function describe({ keyDates, ticks }: DatelineData): string {
  const dates = keyDates.map(({ label, date }) => `${label} ${formatDate(readDay(date), 'long')}`);
  const letters = ticks.reduce((sum, tick) => sum + tick.out + tick.in, 0);
  return [`${letters} letters`, ...dates].join(', ');
}
