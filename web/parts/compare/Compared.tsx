import type { ComparedPart } from '../../../contract/common.ts';
import { say } from '../../words/en/parts-compare.ts';
import { opposite } from './opposite.ts';
import type { Former } from './opposite.ts';
import classes from './Compared.module.css';

interface ComparedProps {
  readonly title: string;
  readonly parts: readonly ComparedPart[];
}

/** A text as it reads now; opposite, in the margin, the words that stood there. */
export function Compared({ title, parts }: ComparedProps) {
  const lines = opposite(parts);
  const isSame = lines.every(({ former }) => former.length === 0);
  return (
    <section className={classes.compared}>
      <h2>
        {title} {isSame ? <small>{say.theSame}</small> : null}
      </h2>
      {lines.map(({ pieces, former }, n) => (
        <div key={n} className={classes.line}>
          <p>
            {pieces.map(({ text, change }, m) =>
              change === undefined ? (
                <span key={m}>{text}</span>
              ) : (
                <ins key={m} data-empty={text === ''}>
                  {text}
                  <sup>{change}</sup>
                </ins>
              ),
            )}
          </p>
          <div className={classes.former}>
            {former.map((one) => (
              <p key={one.change}>
                <sup>{one.change}</sup> {formerWords(one)}
                {one.text === undefined ? null : <del>{one.text.trim()}</del>}
              </p>
            ))}
          </div>
        </div>
      ))}
    </section>
  );
}

function formerWords({ text, replaced }: Former): string {
  if (text === undefined) return say.new;
  return replaced ? say.before : say.leftOut;
}
