import {
  Bar,
  BarChart,
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Figures } from '../../../contract/figures.ts';
import { readDay, writeDay } from '../../words/dates.ts';
import { axisWords, say, timeWords } from '../../words/en/figures.ts';

const HEIGHT = 230;
const MARGIN = { top: 14, right: 12, bottom: 0, left: 0 };
const INK = { fill: 'var(--ink-3)', fontSize: 11 };
const PAPER = {
  background: 'var(--sheet)',
  border: '1px solid var(--hair-2)',
  borderRadius: 4,
  color: 'var(--ink)',
  fontSize: 12,
};
const dayWords = (week: string): string => writeDay(readDay(week), 'dayMonth');
const labelWords = (label: unknown): string => `${say.week} ${dayWords(String(label))}`;

/** Ours before theirs, wherever both are named. */
const ourFirst = ({ dataKey }: { readonly dataKey?: unknown }): number =>
  dataKey === 'sent' || dataKey === 'ours' ? 0 : 1;

const grid = <CartesianGrid stroke="var(--hair)" vertical={false} />;
const weeks = (
  <XAxis dataKey="week" tickFormatter={dayWords} tick={INK} stroke="var(--hair-2)" minTickGap={28} />
);

/** What was sent and received, a pair of bars for each week. */
export function WentChart({ figures: { weeks: data, of } }: { readonly figures: Figures }) {
  return (
    <ResponsiveContainer width="100%" height={HEIGHT}>
      <BarChart data={data} margin={MARGIN} accessibilityLayer>
        {grid}
        {weeks}
        <YAxis allowDecimals={false} tick={INK} stroke="var(--hair-2)" width={36} />
        <Tooltip
          itemSorter={ourFirst}
          labelFormatter={labelWords}
          contentStyle={PAPER}
          cursor={{ fill: 'var(--folder)' }}
        />
        <Legend itemSorter={null} wrapperStyle={{ fontSize: 12 }} />
        <Bar dataKey="sent" name={say.sent} fill="var(--verdigris)" isAnimationActive={false} />
        {of === 'mine' ? null : (
          <Bar dataKey="received" name={say.received} fill="var(--ochre)" isAnimationActive={false} />
        )}
      </BarChart>
    </ResponsiveContainer>
  );
}

/** How long half of the answers took, week by week, ours and theirs. */
export function AnswersChart({ figures: { weeks: all, minutesADay } }: { readonly figures: Figures }) {
  const data = all.map(({ week, ours, theirs }) => ({
    week,
    ours: ours.medianMinutes,
    theirs: theirs.medianMinutes,
  }));
  const words = (minutes: unknown): string => timeWords(Number(minutes), minutesADay);
  return (
    <ResponsiveContainer width="100%" height={HEIGHT}>
      <LineChart data={data} margin={MARGIN} accessibilityLayer>
        {grid}
        {weeks}
        <YAxis
          tickFormatter={(minutes: number) => axisWords(minutes, minutesADay)}
          ticks={ticksFor(
            data.flatMap(({ ours, theirs }) => [ours ?? 0, theirs ?? 0]),
            minutesADay,
          )}
          tick={INK}
          stroke="var(--hair-2)"
          width={64}
        />
        <Tooltip itemSorter={ourFirst} labelFormatter={labelWords} formatter={words} contentStyle={PAPER} />
        <Legend itemSorter={null} wrapperStyle={{ fontSize: 12 }} />
        <Line
          dataKey="ours"
          name={say.ours}
          stroke="var(--verdigris)"
          strokeWidth={2}
          connectNulls
          isAnimationActive={false}
        />
        <Line
          dataKey="theirs"
          name={say.theirs}
          stroke="var(--ochre)"
          strokeWidth={2}
          strokeDasharray="6 3"
          dot={{ strokeDasharray: '', r: 2 }}
          connectNulls
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}

/** Marks at whole working days, or at whole hours where all is within one. */
function ticksFor(values: readonly number[], minutesADay: number): number[] {
  const top = Math.max(60, ...values);
  const unit = top > minutesADay ? minutesADay : 60;
  const step = Math.max(1, Math.ceil(top / unit / 4)) * unit;
  return Array.from({ length: Math.ceil(top / step) + 1 }, (_, n) => n * step);
}
