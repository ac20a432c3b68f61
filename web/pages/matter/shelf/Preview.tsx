import type { PreviewQuery } from '../../../../contract/messages.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { MessageView, LineView } from '../../../parts/messages/MessageView.tsx';
import { useShelfPreviewQuery } from '../../../api/shelf.ts';
import { say } from '../../../words/en/matter-shelf.ts';
import classes from './ShelfPane.module.css';

interface PreviewProps {
  readonly matterId: string;
  readonly templateId: string;
  readonly from: PreviewQuery;
}

/** A template filled in for this matter, as it would open. */
export function Preview(looked: PreviewProps) {
  const { data, error } = useShelfPreviewQuery(looked);
  if (error)
    return (
      <div className={classes.page} role="alert">
        {problemWords(error)}
      </div>
    );
  if (!data) return <div className={classes.page} aria-busy="true" />;
  const subject = parseInline(data.subjectNodes, 'message');
  const body = parseDocument(data.body, 'message');
  return (
    <article className={classes.page} aria-label={say.howItWouldRead} tabIndex={0}>
      <dl className={classes.address}>
        <dt>{say.to}</dt>
        <dd>{joinNames(data.to) || say.nobodyYet}</dd>
        {data.cc.length > 0 ? (
          <>
            <dt>{say.cc}</dt>
            <dd>{joinNames(data.cc)}</dd>
          </>
        ) : null}
        {data.bcc.length > 0 ? (
          <>
            <dt>{say.bcc}</dt>
            <dd>{joinNames(data.bcc)}</dd>
          </>
        ) : null}
      </dl>
      <h2 className={classes.subject}>
        {subject.ok ? <LineView nodes={subject.value} places={data} /> : null}
      </h2>
      {body.ok ? <MessageView blocks={body.value.content} places={data} /> : null}
      {data.documents.length > 0 ? (
        <dl className={classes.encloses}>
          <dt>{say.encloses}</dt>
          {data.documents.map((name) => (
            <dd key={name}>{name}</dd>
          ))}
        </dl>
      ) : null}
    </article>
  );
}
