import type { ReactNode } from 'react';
import type { ShelfPreview } from '../../../contract/matters.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { lateKey } from '../../../core/merge/late.ts';
import { parseDocument, parseInline } from '../../../core/template/parseDocument.ts';
import { isList } from '../../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../../core/template/document.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { problemWords } from '../../app/wording.ts';
import { useShelfPreviewQuery } from './api.ts';
import classes from './ShelfPane.module.css';

/** A template filled in for this matter, as it would open. */
export function Preview({
  matterId,
  templateId,
}: {
  readonly matterId: string;
  readonly templateId: string;
}) {
  const { data, error } = useShelfPreviewQuery({ matterId, templateId });
  if (error)
    return (
      <div className={classes.page} role="alert">
        {problemWords(error)}
      </div>
    );
  if (!data) return <div className={classes.page} aria-busy="true" />;
  const subject = parseInline(data.subjectNodes, 'letter');
  const body = parseDocument(data.body, 'letter');
  return (
    <article className={classes.page} aria-label="How it would read" tabIndex={0}>
      <dl className={classes.address}>
        <dt>To</dt>
        <dd>{joinNames(data.to) || 'nobody yet'}</dd>
        {data.cc.length > 0 ? (
          <>
            <dt>Copy</dt>
            <dd>{joinNames(data.cc)}</dd>
          </>
        ) : null}
      </dl>
      <h2 className={classes.subject}>{subject.ok ? inline(subject.value, data) : null}</h2>
      <div className={classes.text}>
        {body.ok
          ? body.value.content.map((block, n) => <Block key={n} block={block} preview={data} />)
          : null}
      </div>
      {data.documents.length > 0 ? (
        <dl className={classes.encloses}>
          <dt>Encloses</dt>
          {data.documents.map((name) => (
            <dd key={name}>{name}</dd>
          ))}
        </dl>
      ) : null}
    </article>
  );
}

function Block({ block, preview }: { readonly block: BlockNode; readonly preview: ShelfPreview }) {
  if (!isList(block)) return <p>{inline(block.content ?? [], preview)}</p>;
  const items = block.content.map((item, n) => (
    <li key={n}>
      {item.content.map((child, m) => (
        <Block key={m} block={child} preview={preview} />
      ))}
    </li>
  ));
  return block.type === 'bulletList' ? <ul>{items}</ul> : <ol>{items}</ol>;
}

const inline = (nodes: readonly InlineNode[], preview: ShelfPreview): ReactNode =>
  nodes.map((node, n) => <Inline key={n} node={node} preview={preview} />);

function Inline({ node, preview }: { readonly node: InlineNode; readonly preview: ShelfPreview }) {
  switch (node.type) {
    case 'text': {
      const value = node.marks?.find((mark) => mark.type === 'value');
      return value ? (
        <span className={classes.value} title={value.attrs.label}>
          {node.text}
        </span>
      ) : (
        node.text
      );
    }
    case 'hardBreak':
      return <br />;
    case 'blank':
      return <BlankPlace node={node} preview={preview} />;
    case 'late':
    case 'field':
      return (
        <span className={classes.value} title="Worked out when it leaves">
          {preview.late[lateKey(node.attrs)]}
        </span>
      );
    default:
      return node satisfies never;
  }
}

/** A blank that proposes an answer shows it; one that only the writer can fill shows what it asks. */
function BlankPlace({
  node,
  preview,
}: {
  readonly node: InlineNode & { readonly type: 'blank' };
  readonly preview: ShelfPreview;
}) {
  const { key } = node.attrs;
  const proposed = preview.answers[key];
  if (proposed === undefined)
    return <span className={classes.blank}>{preview.blanks.find((blank) => blank.key === key)?.label}</span>;
  const date = parsePlainDate(proposed);
  return (
    <span className={classes.value} title="Proposed; you can change it">
      {date ? formatDate(date, 'long') : proposed}
    </span>
  );
}
