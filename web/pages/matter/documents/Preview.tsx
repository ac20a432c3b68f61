import { lazy, Suspense } from 'react';
import type { DocumentItem, DocumentPreview } from '../../../../contract/documents.ts';
import { documentUrl, useDocumentPreviewQuery } from '../../../api/documents.ts';
import { MessageFrame } from '../../../parts/messages/MessageFrame.tsx';
import { problemCode, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

/** The reader of PDFs comes when the first one is looked at. */
const PdfPages = lazy(async () => ({ default: (await import('./PdfPages.tsx')).PdfPages }));

interface PreviewProps {
  readonly matterId: string;
  readonly document: DocumentItem;
}

/** A document looked at in place, by its kind. */
export function Preview({ matterId, document }: PreviewProps) {
  const { currentData: preview, error } = useDocumentPreviewQuery({ matterId, documentId: document.id });
  if (error)
    return (
      <p role="alert">{problemCode(error) === 'notFound' ? say.isNotThereAnyMore : problemWords(error)}</p>
    );
  if (!preview) return <p role="status">{say.loading}</p>;
  return <Shown preview={preview} url={documentUrl(matterId, document.id)} name={document.name} />;
}

interface ShownProps {
  readonly preview: DocumentPreview;
  readonly url: string;
  readonly name: string;
}

function Shown({ preview, url, name }: ShownProps) {
  switch (preview.kind) {
    case 'pdf':
      return (
        <Suspense fallback={<p role="status">{say.loading}</p>}>
          <PdfPages url={url} />
        </Suspense>
      );
    case 'picture':
      return <img className={classes.picture} src={url} alt={name} />;
    case 'text':
      return (
        <div className={classes.paper}>
          <pre>{preview.text}</pre>
          {preview.cut ? <p>{say.theRestIsLeftOut}</p> : null}
        </div>
      );
    case 'page':
      return (
        <div className={classes.paper}>
          <MessageFrame subject={name} html={preview.html} text="" />
        </div>
      );
    case 'table':
      return (
        <div className={classes.paper}>
          <table>
            <tbody>
              {preview.rows.map((cells, n) => (
                <tr key={n}>
                  {cells.map((cell, m) => (n === 0 ? <th key={m}>{cell}</th> : <td key={m}>{cell}</td>))}
                </tr>
              ))}
            </tbody>
          </table>
          {preview.cut ? <p>{say.theRestIsLeftOut}</p> : null}
        </div>
      );
    case 'mail':
      return (
        <div className={classes.paper}>
          <dl>
            <dt>{say.from}</dt>
            <dd>{preview.from}</dd>
            <dt>{say.to}</dt>
            <dd>{preview.to}</dd>
            <dt>{say.subject}</dt>
            <dd>{preview.subject}</dd>
          </dl>
          <pre>{preview.text}</pre>
        </div>
      );
    case 'none':
      return (
        <div className={classes.paper}>
          <p>{say.cannotBeShown}</p>
          <p>
            <a href={url} download>
              {say.download}
            </a>
          </p>
        </div>
      );
  }
}
