import type { ReactNode } from 'react';
import { Heads } from '../../ui/Heads.tsx';
import { say } from '../../words/en/figures.ts';
import classes from './Figures.module.css';

interface FigureProps {
  readonly title: string;
  /** What it shows, in a sentence. */
  readonly sentence?: string;
  readonly children?: ReactNode;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly (string | number)[])[];
  /** Where the table is to be had as a file. */
  readonly csv: string;
  /** The table is all there is: it stands open. */
  readonly tableAlone?: boolean;
}

/** One figure: a sentence that says what it shows, its chart, and its table behind a press. */
export function Figure({ title, sentence, children, heads, rows, csv, tableAlone = false }: FigureProps) {
  const table = (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <caption>{title}</caption>
        <Heads names={heads} />
        <tbody>
          {rows.map((cells) => (
            <tr key={String(cells[0])}>
              {cells.map((cell, n) =>
                n === 0 ? (
                  <th key={n} scope="row">
                    {cell}
                  </th>
                ) : (
                  <td key={n}>{cell}</td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
  const file = (
    <a href={csv} download className={classes.csv} aria-label={`${say.csv}: ${title}`}>
      {say.csv}
    </a>
  );
  return (
    <section className={classes.figure} aria-label={title}>
      <h2>{title}</h2>
      {sentence === undefined ? null : <p className={classes.sentence}>{sentence}</p>}
      {children}
      {tableAlone ? (
        <>
          {table}
          {file}
        </>
      ) : (
        <details>
          <summary>{say.table}</summary>
          {table}
          {file}
        </details>
      )}
    </section>
  );
}
