import type { ReactNode } from 'react';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { lateKey } from '../../../core/merge/late.ts';
import type { BlockNode, InlineNode, Mark, Table, QuestionNode } from '../../../core/template/document.ts';
import { questionLines } from '../../../core/template/question.ts';
import { pictureUrl } from './pictures.ts';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/parts-messages.ts';
import classes from './MessageView.module.css';

/** What the places of a letter say that are not its own words. */
export interface LetterPlaces {
  readonly blanks: readonly { readonly key: string; readonly label: string }[];
  readonly answers: Readonly<Record<string, string>>;
  readonly late: Readonly<Record<string, string>>;
}

/** A filled-in letter to be read: what the record put in is marked, what only the writer can fill says what it asks. */
export function MessageView({
  blocks,
  places,
}: {
  readonly blocks: readonly BlockNode[];
  readonly places: LetterPlaces;
}) {
  return (
    <div className={classes.letter}>
      <Blocks blocks={blocks} places={places} />
    </div>
  );
}

/** One line of a letter: its subject. */
export function LineView({
  nodes,
  places,
}: {
  readonly nodes: readonly InlineNode[];
  readonly places: LetterPlaces;
}) {
  return nodes.map((node, n) => <Inline key={n} node={node} places={places} />);
}

function Blocks({
  blocks,
  places,
}: {
  readonly blocks: readonly BlockNode[];
  readonly places: LetterPlaces;
}) {
  return blocks.map((block, n) => <Block key={n} block={block} places={places} />);
}

function Block({ block, places }: { readonly block: BlockNode; readonly places: LetterPlaces }) {
  const inside = (blocks: readonly BlockNode[]): ReactNode => <Blocks blocks={blocks} places={places} />;
  switch (block.type) {
    case 'paragraph':
      return (
        <p style={block.attrs ? { textAlign: block.attrs.align } : undefined}>
          <LineView nodes={block.content ?? []} places={places} />
        </p>
      );
    case 'heading':
      return (
        <h3>
          <LineView nodes={block.content ?? []} places={places} />
        </h3>
      );
    case 'bulletList':
    case 'orderedList': {
      const items = block.content.map((item, n) => <li key={n}>{inside(item.content)}</li>);
      return block.type === 'bulletList' ? <ul>{items}</ul> : <ol>{items}</ol>;
    }
    case 'table':
      return <TableView table={block} places={places} />;
    case 'columns':
      return (
        <div className={classes.columns}>
          {block.content.map((column, n) => (
            <div key={n}>{inside(column.content)}</div>
          ))}
        </div>
      );
    case 'button':
      return (
        <p>
          <Tip label={block.attrs.href}>
            <span className={classes.button}>{block.attrs.label}</span>
          </Tip>
        </p>
      );
    case 'question':
      return <QuestionView question={block} />;
    case 'space':
      return <div style={{ height: block.attrs.height }} />;
    case 'divider':
      return <hr />;
    case 'showWhen':
    case 'repeat':
      return inside(block.content);
    case 'passage':
    case 'signature':
      return null;
    default:
      return block satisfies never;
  }
}

/** A question as its recipient reads it in the message; it is answered on a page of its own. */
function QuestionView({ question }: { readonly question: QuestionNode }) {
  const { ask, options } = questionLines(question);
  return (
    <>
      <p>
        <b>{ask}</b>
      </p>
      {options.length > 0 && (
        <ul>
          {options.map((option) => (
            <li key={option}>{option}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function TableView({ table, places }: { readonly table: Table; readonly places: LetterPlaces }) {
  return (
    <table>
      <tbody>
        {table.content.map((row, n) => (
          <tr key={n}>
            {row.content.map(({ type, attrs, content }, m) => {
              const Cell = type === 'tableHeader' ? 'th' : 'td';
              return (
                <Cell key={m} colSpan={attrs.colspan} style={{ textAlign: attrs.align }}>
                  <Blocks blocks={content} places={places} />
                </Cell>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Inline({ node, places }: { readonly node: InlineNode; readonly places: LetterPlaces }) {
  switch (node.type) {
    case 'text':
      return marked(node.text, node.marks ?? []);
    case 'hardBreak':
      return <br />;
    case 'blank':
      return <BlankPlace blankKey={node.attrs.key} places={places} />;
    case 'late':
    case 'field':
      return (
        <Tip label={say.workedOutWhenItLeaves}>
          <span className={classes.value}>{places.late[lateKey(node.attrs)]}</span>
        </Tip>
      );
    case 'picture':
      return <img src={pictureUrl(node.attrs.picture)} alt={node.attrs.alt} width={node.attrs.width} />;
    case 'showWords':
      return <LineView nodes={node.content} places={places} />;
    case 'passageWords':
      return null;
    default:
      return node satisfies never;
  }
}

function marked(text: string, marks: readonly Mark[]): ReactNode {
  return marks.reduce<ReactNode>((words, mark) => {
    switch (mark.type) {
      case 'bold':
        return <strong>{words}</strong>;
      case 'italic':
        return <em>{words}</em>;
      case 'underline':
        return <u>{words}</u>;
      case 'superscript':
        return <sup>{words}</sup>;
      case 'subscript':
        return <sub>{words}</sub>;
      case 'colour':
        return <span style={{ color: mark.attrs.colour }}>{words}</span>;
      case 'link':
        return (
          <Tip label={mark.attrs.href}>
            <span className={classes.link}>{words}</span>
          </Tip>
        );
      case 'value':
        return (
          <Tip label={mark.attrs.label}>
            <span className={classes.value}>{words}</span>
          </Tip>
        );
      default:
        return mark satisfies never;
    }
  }, text);
}

/** A blank that proposes an answer shows it; one that only the writer can fill shows what it asks. */
function BlankPlace({ blankKey, places }: { readonly blankKey: string; readonly places: LetterPlaces }) {
  const proposed = places.answers[blankKey];
  if (proposed === undefined || proposed === '')
    return (
      <span className={classes.blank}>
        {places.blanks.find(({ key }) => key === blankKey)?.label ?? say.aBlank}
      </span>
    );
  const date = parsePlainDate(proposed);
  return (
    <Tip label={say.proposedYouCanChangeIt}>
      <span className={classes.value}>{date ? formatDate(date, 'long') : proposed}</span>
    </Tip>
  );
}
