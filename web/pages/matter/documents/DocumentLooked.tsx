import { useRef, useState } from 'react';
import type { DocumentItem } from '../../../../contract/documents.ts';
import {
  documentUrl,
  useChangeDocumentMutation,
  useDocumentComparisonQuery,
} from '../../../api/documents.ts';
import { Compared } from '../../../parts/compare/Compared.tsx';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { kindOf, say } from '../../../words/en/matter-documents.ts';
import { DocumentForm } from './DocumentForm.tsx';
import { Preview } from './Preview.tsx';
import classes from './Documents.module.css';

interface DocumentLookedProps {
  readonly matterId: string;
  readonly document: DocumentItem;
  readonly categories: readonly string[];
  readonly mayChange: boolean;
  readonly mayRestrict: boolean;
  /** Which of the list it is, in words. */
  readonly place: string;
  readonly onNewVersion: (files: readonly File[]) => void;
  readonly onDelete: () => void;
  readonly onPutBack: () => void;
  readonly onMoved: (to: { readonly id: string; readonly reference: string }) => void;
  readonly onClose: () => void;
}

/** One document looked at in place, and what can be done with it. */
export function DocumentLooked(props: DocumentLookedProps) {
  const { matterId, document, mayChange, place, onNewVersion, onDelete, onPutBack, onClose } = props;
  const [doing, setDoing] = useState<'look' | 'edit' | 'compare'>('look');
  const file = useRef<HTMLInputElement>(null);
  const look = (): void => {
    setDoing('look');
  };
  return (
    <section className={classes.looked} aria-label={say.theDocument}>
      <header className={classes.lookedHead}>
        <h2>{document.name}</h2>
        <small>{aboutIt(document)}</small>
        <span className={classes.ways}>
          {document.before === null ? null : doing === 'compare' ? (
            <Button onClick={look}>{say.backToTheDocument}</Button>
          ) : (
            <Button
              onClick={() => {
                setDoing('compare');
              }}
            >
              {say.compareWith(document.version - 1)}
            </Button>
          )}
          {mayChange && !document.deleted ? (
            <Button
              aria-expanded={doing === 'edit'}
              onClick={() => {
                setDoing(doing === 'edit' ? 'look' : 'edit');
              }}
            >
              {say.editDetails}
            </Button>
          ) : null}
          <a href={documentUrl(matterId, document.id)} download={document.fileName}>
            {say.download}
          </a>
          <Button className={classes.closing} onClick={onClose}>
            {say.close}
          </Button>
        </span>
      </header>
      {doing === 'edit' ? <Editing {...props} onEnd={look} /> : null}
      <div className={classes.view} tabIndex={0} role="group" aria-label={document.name}>
        {doing === 'compare' ? (
          <Comparison matterId={matterId} document={document} />
        ) : (
          <Preview matterId={matterId} document={document} />
        )}
      </div>
      <footer className={classes.foot}>
        <span>{place}</span>
        {mayChange && document.deleted ? (
          <Button kind="go" onClick={onPutBack}>
            {say.putBack}
          </Button>
        ) : null}
        {mayChange && !document.deleted ? (
          <>
            <Button onClick={onDelete}>{say.delete}</Button>
            <Button onClick={() => file.current?.click()}>{say.newVersion}</Button>
            <FileChooser ref={file} label={say.newVersion} onChoose={onNewVersion} />
            <span className={classes.send}>
              <StartLink
                matterId={matterId}
                from={{ documentIds: [document.id], about: say.with(document.name) }}
              >
                {say.sendThis}
              </StartLink>
            </span>
          </>
        ) : null}
      </footer>
    </section>
  );
}

function aboutIt(document: DocumentItem): string {
  return [
    kindOf(document),
    document.version > 1 || document.superseded ? say.version(document.version) : '',
    document.addedBy === null ? '' : say.addedBy(document.addedBy),
    document.restricted ? say.practiceAlone : '',
    document.line,
  ]
    .filter(Boolean)
    .join(' · ');
}

type EditingProps = Pick<
  DocumentLookedProps,
  'matterId' | 'document' | 'categories' | 'mayRestrict' | 'onMoved'
> & { readonly onEnd: () => void };

function Editing({ matterId, document, categories, mayRestrict, onMoved, onEnd }: EditingProps) {
  const [change, { error }] = useChangeDocumentMutation();
  const documentId = document.id;
  return (
    <DocumentForm
      document={document}
      categories={categories}
      mayRestrict={mayRestrict}
      problem={error ? problemWords(error) : undefined}
      onSave={(changes) => {
        void change({ matterId, documentId, change: changes }).then(({ data }) => {
          if (data) onEnd();
        });
      }}
      onMove={(to) => {
        void change({ matterId, documentId, change: { matterId: to.id } }).then(({ data }) => {
          if (data) onMoved(to);
        });
      }}
      onClose={onEnd}
    />
  );
}

function Comparison({ matterId, document }: Pick<DocumentLookedProps, 'matterId' | 'document'>) {
  const { currentData, error } = useDocumentComparisonQuery({ matterId, documentId: document.id });
  if (error) return <p role="alert">{problemWords(error)}</p>;
  if (!currentData) return <p role="status">{say.loading}</p>;
  return (
    <div className={classes.paper}>
      {currentData.parts.length === 0 ? (
        <p>{say.noWordsToCompare}</p>
      ) : (
        <Compared title={say.whatChanged} parts={currentData.parts} />
      )}
    </div>
  );
}
