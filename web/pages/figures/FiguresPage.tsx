import type { Figures, FiguresQuery } from '../../../contract/figures.ts';
import { useFiguresQuery } from '../../api/figures.ts';
import { Blank } from '../../ui/Blank.tsx';
import { readDay, writeDay } from '../../words/dates.ts';
import {
  answersSentence,
  anyChannelWords,
  followUpSentence,
  medianWords,
  say,
  wentSentence,
} from '../../words/en/figures.ts';
import { problemWords } from '../../words/en/wording.ts';
import { AnswersChart, WentChart } from './charts.tsx';
import { Figure } from './Figure.tsx';
import { SpanBar } from './SpanBar.tsx';
import { csvPath, FRESH, useSpan } from './useSpan.ts';
import classes from './Figures.module.css';

/** What was sent and received, how long answers took, what was followed up: few figures, each with its sentence. */
export function FiguresPage() {
  const span = useSpan();
  const { data, error, isFetching } = useFiguresQuery(span.query, FRESH);
  return (
    <div className={classes.page}>
      <SpanBar span={span} />
      <div className={classes.body} aria-busy={isFetching}>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        {data && !error ? <Shown figures={data} query={span.query} /> : null}
      </div>
    </div>
  );
}

interface ShownProps {
  readonly figures: Figures;
  readonly query: FiguresQuery;
}

function Shown({ figures, query }: ShownProps) {
  const { answers, sent, received, types, minutesADay } = figures;
  if (sent + received + answers.ours.count + answers.theirs.count === 0)
    return (
      <Blank title={say.nothing}>
        <p>{say.nothingMeans}</p>
      </Blank>
    );
  return (
    <>
      <Figure
        title={say.sentAndReceived}
        sentence={`${wentSentence(figures)}${figures.of === 'mine' && figures.mayAll ? ` ${say.receivedIsAll}` : ''}`}
        heads={[say.week, say.sent, say.received]}
        rows={figures.weeks.map((one) => [weekWords(one.week), one.sent, one.received])}
        csv={csvPath(query, 'weeks')}
      >
        <WentChart figures={figures} />
      </Figure>
      <Figure
        title={say.answerTimes}
        sentence={answersSentence(figures)}
        heads={[say.week, say.ourCount, say.ourMedian, say.theirCount, say.theirMedian]}
        rows={figures.weeks.map(({ week, ours, theirs }) => [
          weekWords(week),
          ours.count,
          medianWords(ours, minutesADay),
          theirs.count,
          medianWords(theirs, minutesADay),
        ])}
        csv={csvPath(query, 'weeks')}
      >
        <AnswersChart figures={figures} />
      </Figure>
      <section className={classes.figure} aria-label={say.followedUp}>
        <h2>{say.followedUp}</h2>
        <p className={classes.sentence}>{followUpSentence(figures)}</p>
      </section>
      <div className={classes.pair}>
        <Figure
          title={say.byChannel}
          tableAlone
          heads={[say.channel, say.sent, say.received]}
          rows={figures.channels.map((one) => [anyChannelWords(one.channel), one.sent, one.received])}
          csv={csvPath(query, 'channels')}
        />
        <Figure
          title={say.byCategory}
          tableAlone
          heads={[say.category, say.sent, say.received]}
          rows={figures.categories.map((one) => [one.category, one.sent, one.received])}
          csv={csvPath(query, 'categories')}
        />
      </div>
      {types.length > 0 ? (
        <Figure
          title={say.byType}
          tableAlone
          heads={[say.matterType, say.ourCount, say.ourMedian, say.theirCount, say.theirMedian]}
          rows={types.map(({ name, ours, theirs }) => [
            name,
            ours.count,
            medianWords(ours, minutesADay),
            theirs.count,
            medianWords(theirs, minutesADay),
          ])}
          csv={csvPath(query, 'types')}
        />
      ) : null}
      {figures.of === 'all' && figures.people.length > 0 ? (
        <Figure
          title={say.people}
          tableAlone
          heads={[say.name, say.sent, say.ourCount, say.ourMedian]}
          rows={figures.people.map(({ name, sent: went, ours }) => [
            name,
            went,
            ours.count,
            medianWords(ours, minutesADay),
          ])}
          csv={csvPath(query, 'people')}
        />
      ) : null}
    </>
  );
}

const weekWords = (week: string): string => writeDay(readDay(week), 'long');
