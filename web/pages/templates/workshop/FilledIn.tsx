import type { DraftPreview, TemplateDetail } from '../../../../contract/templates.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { MessageView, LineView } from '../../../parts/messages/MessageView.tsx';
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
        <dt>To</dt>
        <dd>{joinNames(preview.to) || 'nobody on this matter'}</dd>
        {preview.cc.length > 0 ? (
          <>
            <dt>Cc</dt>
            <dd>{joinNames(preview.cc)}</dd>
          </>
        ) : null}
        <dt>From</dt>
        <dd>{preview.from}</dd>
      </dl>
      {channel === 'text' ? null : (
        <h2>{subject.ok ? <LineView nodes={subject.value} places={preview} /> : null}</h2>
      )}
      {body.ok ? <MessageView blocks={body.value.content} places={preview} /> : null}
      {preview.documents.length > 0 ? (
        <dl className={classes.address} data-foot="">
          <dt>Encloses</dt>
          <dd>{preview.documents.join(' · ')}</dd>
        </dl>
      ) : null}
    </article>
  );
}
