import type { DraftPreview, TemplateDetail } from '../../../../contract/templates.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { MessageView, LineView } from '../../../parts/messages/MessageView.tsx';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';

/** A wording filled in from a matter, on paper. */
export function FilledIn({
  preview,
  channel,
}: {
  readonly preview: NonNullable<DraftPreview['preview']>;
  readonly channel: TemplateDetail['channel'];
}) {
  const subject = parseInline(preview.subjectNodes, 'message');
  const body = parseDocument(preview.body, 'message');
  return (
    <article className={classes.page}>
      <dl className={classes.address}>
        <dt>{say.to}</dt>
        <dd>{joinNames(preview.to) || say.nobodyOnThisMatter}</dd>
        {preview.cc.length > 0 ? (
          <>
            <dt>{say.cc}</dt>
            <dd>{joinNames(preview.cc)}</dd>
          </>
        ) : null}
        <dt>{say.from}</dt>
        <dd>{preview.from}</dd>
      </dl>
      {channel === 'text' ? null : (
        <h2>{subject.ok ? <LineView nodes={subject.value} places={preview} /> : null}</h2>
      )}
      {body.ok ? <MessageView blocks={body.value.content} places={preview} /> : null}
      {preview.documents.length > 0 ? (
        <dl className={classes.address} data-foot="">
          <dt>{say.encloses}</dt>
          <dd>{preview.documents.join(' · ')}</dd>
        </dl>
      ) : null}
    </article>
  );
}
