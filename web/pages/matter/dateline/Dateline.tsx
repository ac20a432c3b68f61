import { useElementSize } from '@mantine/hooks';
import type { ChaseView } from '../../../../contract/chasers.ts';
import { useChasesOnQuery } from '../../../api/chasers.ts';
import { readDay, writeDay } from '../../../words/dates.ts';
import { monthNameAt, monthsOf, placeLabels, scaleOf } from './datelineScale.ts';
import type { DatelineData } from './datelineScale.ts';
import { say } from '../../../words/en/matter-dateline.ts';
import { nextWords } from '../../../words/en/routines.ts';
import classes from './Dateline.module.css';

interface DatelineProps {
  readonly dateline: DatelineData;
  readonly matterId: string;
}

const AXIS = 36;
/** One thin line of time: letters out above it and in below it, key dates on it, today across it. */
export function Dateline({ dateline, matterId }: DatelineProps) {
  const { data: chases } = useChasesOnQuery(matterId);
  const runs = (chases?.items ?? []).flatMap(runOf);
  const { ref, width } = useElementSize();
  return (
    <div className={classes.dateline} ref={ref}>
      {width > 0 ? <Line dateline={dateline} width={width} runs={runs} /> : null}
    </div>
  );
}

interface MonthProps {
  readonly label: string;
  readonly x: number;
  readonly nameAt: number | undefined;
}

const Month = ({ label, x, nameAt }: MonthProps) => (
  <g>
    <line className={classes.axis} x1={x} x2={x} y1={AXIS - 3} y2={AXIS + 3} />
    {nameAt === undefined ? null : (
      <text className={classes.month} x={nameAt} y={AXIS + 16}>
        {label}
      </text>
    )}
  </g>
);

interface LineProps extends Pick<DatelineProps, 'dateline'> {
  readonly width: number;
  readonly runs: readonly Run[];
}

function Line({ dateline, width, runs }: LineProps) {
  const scale = scaleOf(dateline, width);
  const now = readDay(dateline.today);
  const shown = dateline.keyDates
    .map((keyDate) => ({ ...keyDate, day: readDay(keyDate.date) }))
    .filter(({ day }) => day >= scale.from && day <= scale.to);
  return (
    <svg width={width} height={58} role="img" aria-label={describe(dateline, runs)}>
      <line className={classes.axis} x1={0} x2={width} y1={AXIS} y2={AXIS} />
      {monthsOf(scale).map((month) => (
        <Month
          key={month.date}
          {...month}
          x={scale.x(month.date)}
          nameAt={monthNameAt(month, scale, now, width)}
        />
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
      {runs.map(({ id, from, to, title }) => (
        <line
          key={id}
          className={classes.run}
          x1={Math.max(0, scale.x(readDay(from)))}
          x2={Math.min(width, scale.x(readDay(to)))}
          y1={AXIS - 12}
          y2={AXIS - 12}
        >
          <title>{title}</title>
        </line>
      ))}
      <line className={classes.today} x1={scale.x(now)} x2={scale.x(now)} y1={AXIS - 14} y2={AXIS + 11} />
      <text className={classes.todayWord} x={scale.x(now)} y={AXIS + 20} textAnchor="middle">
        {say.today}
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

/** A chaser plan under way: from the message that it follows to what comes next. */
interface Run {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly title: string;
}

const runOf = (chase: ChaseView): readonly Run[] =>
  chase.ended === null && chase.next?.dueOn
    ? [
        {
          id: chase.id,
          from: chase.startedOn,
          to: chase.next.dueOn,
          title: `${chase.plan}: ${nextWords(chase)}`,
        },
      ]
    : [];

function describe({ keyDates, ticks }: DatelineData, runs: readonly Run[]): string {
  const dates = keyDates.map(({ label, date }) => `${label} ${writeDay(readDay(date), 'long')}`);
  const letters = ticks.reduce((sum, tick) => sum + tick.out + tick.in, 0);
  return [`${letters} messages`, ...dates, ...runs.map(({ title }) => title)].join(', ');
}
