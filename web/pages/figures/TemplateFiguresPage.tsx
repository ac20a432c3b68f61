import { useRef } from 'react';
import { Link } from 'react-router';
import type { TemplateFigures } from '../../../contract/figures.ts';
import { useTemplateFiguresQuery } from '../../api/figures.ts';
import { Blank } from '../../ui/Blank.tsx';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import { useSorting } from '../../ui/useSorting.ts';
import {
  answeredWords,
  cautionWords,
  easeWords,
  medianWords,
  rewrittenWords,
  say,
} from '../../words/en/figures.ts';
import { problemWords } from '../../words/en/wording.ts';
import { SpanBar } from './SpanBar.tsx';
import { csvPath, FRESH, useSpan } from './useSpan.ts';
import classes from './Figures.module.css';

const SORTS = ['uses', 'name', 'answered', 'rewritten', 'passed'] as const;
type Sort = (typeof SORTS)[number];

const RANK: Readonly<Record<Sort, (a: TemplateFigures, b: TemplateFigures) => number>> = {
  uses: (a, b) => b.uses - a.uses,
  name: (a, b) => a.name.localeCompare(b.name),
  answered: (a, b) => b.answered.low - a.answered.low,
  rewritten: (a, b) => (b.rewritten ?? 0) - (a.rewritten ?? 0),
  passed: (a, b) => b.passedOver - a.passedOver,
};

/** Templates by what becomes of them: use, answers, how much of each is rewritten. */
export function TemplateFiguresPage() {
  const span = useSpan();
  const list = useRef<HTMLDivElement>(null);
  const { data, error, isFetching } = useTemplateFiguresQuery(span.query, FRESH);
  const [sorting, setSorting] = useSorting<Sort>(SORTS);
  const items = [...(data?.items ?? [])].sort(RANK[sorting.by]);
  if (sorting.reversed) items.reverse();
  const head = (by: Sort, label: string, className?: string) => (
    <SortHead
      by={by}
      label={label}
      usual={by === 'name' ? 'ascending' : 'descending'}
      sorting={sorting}
      onSort={setSorting}
      className={className}
    />
  );
  return (
    <div className={classes.page}>
      <SpanBar span={span} />
      <div className={classes.list} ref={list} aria-busy={isFetching}>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        <ListTable
          label={say.templates}
          scroll={list}
          items={items}
          heads={
            <>
              {head('name', say.template)}
              {head('uses', say.uses)}
              {head('answered', say.answered)}
              <PlainHead label={say.answerAfter} className={cell('narrow')} />
              {head('rewritten', say.rewritten)}
              <PlainHead label={say.cautions} className={cell('narrow')} />
              <PlainHead label={say.ease} className={cell('narrow')} />
              <PlainHead label={say.length} className={cell('narrow')} />
              {head('passed', say.passedOver, cell('narrow'))}
            </>
          }
          row={(one, place) => (
            <tr key={one.templateId} {...place}>
              <td>
                <Link className={ROW_LINK} to={`/figures/templates/${one.templateId}${span.search}`}>
                  {one.name}
                </Link>
              </td>
              <td>{one.uses}</td>
              <td>{answeredWords(one)}</td>
              <td className={cell('narrow')}>{medianWords(one, data?.minutesADay ?? 1)}</td>
              <td>{rewrittenWords(one)}</td>
              <td className={cell('narrow')}>{cautionWords(one)}</td>
              <td className={cell('narrow')}>{easeWords(one)}</td>
              <td className={cell('narrow')}>{one.words}</td>
              <td className={cell('narrow')}>{one.passedOver}</td>
            </tr>
          )}
        />
        {data && items.length === 0 ? (
          <Blank title={say.noneUsed}>
            <p>{say.noneUsedMeans}</p>
          </Blank>
        ) : null}
        {items.length > 0 ? (
          <p className={classes.below}>
            <a href={csvPath(span.query, 'templates')} download className={classes.csv}>
              {say.csv}
            </a>{' '}
            {say.passedMeans}
          </p>
        ) : null}
      </div>
    </div>
  );
}
