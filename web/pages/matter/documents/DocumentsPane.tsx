import { useDebouncedValue } from '@mantine/hooks';
import { useDocumentCategories } from '../../../api/useCategories.ts';
import { useEffect, useRef, useState } from 'react';
import { useNavigate, useOutletContext, useParams } from 'react-router';
import type { EnclosedFiles as Enclosed } from '../../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { DOCUMENT_SORTS } from '../../../../contract/documents.ts';
import {
  useChangeDocumentMutation,
  useDeleteDocumentMutation,
  useDocumentsInfiniteQuery,
  useEnclosedFilesQuery,
} from '../../../api/documents.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { usePicked } from '../../../ui/usePicked.ts';
import { useSorting } from '../../../ui/useSorting.ts';
import { listDay, today } from '../../../words/dates.ts';
import { mayDo } from '../../../words/rights.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-documents.ts';
import { useTakesDropped } from '../dropped.ts';
import type { MatterContext } from '../MatterPage.tsx';
import { AddBar } from './AddBar.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { DocumentLooked } from './DocumentLooked.tsx';
import { DocumentTable } from './DocumentTable.tsx';
import { EnclosedFiles, movedWords } from './EnclosedFiles.tsx';
import { FilterBar } from './FilterBar.tsx';
import type { DocumentFilter } from './FilterBar.tsx';
import { GoingFiles } from './GoingFiles.tsx';
import classes from './Documents.module.css';

const TYPING_MS = 150;

/** A matter's documents: the list, and beside it the one that is looked at. */
export function DocumentsPane() {
  const { matter, session, adding } = useOutletContext<MatterContext>();
  const { documentId } = useParams();
  const { mayChange } = session.user;
  const [into, setInto] = useState('');
  const [filter, setFilter] = useState({ typed: '', category: '', deleted: false });
  const list = useDocumentList(matter.id, filter);
  const { documents, index, walk, open } = useWalking(matter.id, documentId, list.documents);
  const scroll = useRef<HTMLDivElement>(null);
  const { picked, toggle, clear } = usePicked();
  const undoing = useUndoing(matter.id);
  const { data: enclosed } = useEnclosedFilesQuery(matter.id);
  const add = (files: readonly File[]): void => {
    adding.add(files, { category: into });
  };
  useTakesDropped('documents', add, mayChange);
  usePastedPictures(mayChange, add);
  const categories = useDocumentCategories(categoriesOf(matter));
  const looked = index === undefined ? undefined : documents[index];
  return (
    <div className={classes.pane} data-looking={documentId !== undefined}>
      <section className={classes.list} ref={scroll} aria-label={say.documentsOfTheMatter}>
        <FilterBar filter={filter} categories={categoriesOf(matter)} onFilter={setFilter} />
        {mayChange && !filter.deleted ? (
          <AddBar into={into} categories={categories} onInto={setInto} onFiles={add} />
        ) : null}
        <GoingFiles adding={adding} />
        {undoing.line}
        {list.error ? <p role="alert">{problemWords(list.error)}</p> : null}
        <ChosenBar
          matterId={matter.id}
          documents={documents.filter(({ id }) => picked.has(id))}
          mayChange={mayChange}
          onClear={clear}
        />
        <DocumentTable
          documents={documents}
          matterId={matter.id}
          at={index}
          scroll={scroll}
          sorting={list.sorting}
          onSort={list.setSorting}
          moved={movedOf(enclosed)}
          picked={picked}
          onPick={toggle}
        />
        {list.isThere && documents.length === 0 ? (
          <Nothing narrowed={isNarrowed(filter)} bin={filter.deleted} />
        ) : null}
        {list.hasMore ? <Button onClick={list.showMore}>{say.showMore}</Button> : null}
        {filter.deleted || isNarrowed(filter) || list.hasMore ? null : (
          <EnclosedFiles
            files={(enclosed?.items ?? []).filter((file) => file.documentId === null)}
            matterId={matter.id}
          />
        )}
      </section>
      {documentId === undefined ? null : looked ? (
        <DocumentLooked
          key={looked.id}
          matterId={matter.id}
          document={looked}
          categories={categories}
          mayChange={mayChange}
          mayRestrict={mayDo(session.user, 'restrict')}
          place={say.place((index ?? 0) + 1, `${documents.length}${list.hasMore ? '+' : ''}`)}
          onNewVersion={(files) => {
            adding.add(files, { versionOf: looked.id });
          }}
          onDelete={() => {
            undoing.remove(looked);
            walk(1);
          }}
          onPutBack={() => {
            undoing.putBack(looked.id);
          }}
          onMoved={(to) => {
            undoing.moved(looked.id, to);
            open(undefined);
          }}
          onClose={() => {
            open(undefined);
          }}
        />
      ) : list.isThere ? (
        <p role="alert">{say.isNotThereAnyMore}</p>
      ) : null}
    </div>
  );
}

const isNarrowed = ({ typed, category }: DocumentFilter): boolean => typed + category !== '';

const categoriesOf = ({ documents }: MatterDetail): readonly string[] =>
  [...new Set(documents.map(({ category }) => category))].filter(Boolean).sort();

/** When each document went or came, in words. */
const movedOf = (enclosed: Enclosed | undefined): ReadonlyMap<string, string> =>
  new Map(
    (enclosed?.items ?? []).flatMap(({ documentId, entries: [entry] }) =>
      documentId === null || !entry ? [] : [[documentId, movedWords(entry)] as const],
    ),
  );

function useDocumentList(matterId: string, { typed, category, deleted }: DocumentFilter) {
  const [query] = useDebouncedValue(typed.trim(), TYPING_MS);
  const [sorting, setSorting] = useSorting(DOCUMENT_SORTS);
  const { by: sort, reversed } = sorting;
  const { data, error, hasNextPage, fetchNextPage } = useDocumentsInfiniteQuery({
    matterId,
    query,
    category,
    deleted,
    sort,
    reversed,
  });
  return {
    documents: data?.pages.flatMap(({ items }) => items) ?? [],
    isThere: data !== undefined,
    error,
    sorting,
    setSorting,
    hasMore: hasNextPage,
    showMore: () => void fetchNextPage(),
  };
}

/** The list as one goes along it: by the arrows, one document after another is looked at. */
function useWalking<T extends { readonly id: string }>(
  matterId: string,
  documentId: string | undefined,
  documents: readonly T[],
) {
  const navigate = useNavigate();
  const found = documents.findIndex(({ id }) => id === documentId);
  const index = found < 0 ? undefined : found;
  const open = (id: string | undefined): void =>
    void navigate(`/matters/${matterId}/documents${id === undefined ? '' : `/${id}`}`, {
      replace: documentId !== undefined && id !== undefined,
    });
  const walk = (by: number): void => {
    const to =
      documents[index === undefined ? 0 : index + by] ?? documents[index === undefined ? 0 : index - by];
    open(to?.id);
  };
  const back = () => {
    walk(-1);
  };
  const on = () => {
    walk(1);
  };
  useKeys({
    ArrowRight: on,
    ArrowLeft: back,
    ArrowDown: on,
    ArrowUp: back,
    ...(documentId === undefined
      ? {}
      : {
          Escape: () => {
            open(undefined);
          },
        }),
  });
  return { documents, index, walk, open };
}

/** What was deleted or moved says what is so now and the way back. */
function useUndoing(matterId: string) {
  const [change, changing] = useChangeDocumentMutation();
  const [remove, removing] = useDeleteDocumentMutation();
  const [last, setLast] = useState<{ readonly words: string; readonly back: () => void }>();
  const error = changing.error ?? removing.error;
  return {
    line: error ? (
      <p role="alert" className={classes.done}>
        {problemWords(error)}
      </p>
    ) : last ? (
      <p role="status" className={classes.done}>
        {last.words}
        <Button
          onClick={() => {
            last.back();
            setLast(undefined);
          }}
        >
          {say.putBack}
        </Button>
      </p>
    ) : null,
    remove: ({ id, name }: { readonly id: string; readonly name: string }): void => {
      void remove({ matterId, documentId: id }).then(({ error: fault }) => {
        if (fault) return;
        setLast({
          words: say.isInTheBin(name),
          back: () => void change({ matterId, documentId: id, change: { deleted: false } }),
        });
      });
    },
    putBack: (id: string): void => void change({ matterId, documentId: id, change: { deleted: false } }),
    moved: (id: string, to: { readonly id: string; readonly reference: string }): void => {
      setLast({
        words: say.movedTo(to.reference),
        back: () => void change({ matterId: to.id, documentId: id, change: { matterId } }),
      });
    },
  };
}

/** A picture that is pasted anywhere but into a field becomes a document. */
function usePastedPictures(mayChange: boolean, add: (files: readonly File[]) => void): void {
  const latest = useRef(add);
  useEffect(() => {
    latest.current = add;
  });
  useEffect(() => {
    if (!mayChange) return undefined;
    const paste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (event.defaultPrevented || files.length === 0) return;
      event.preventDefault();
      latest.current(files.map(named));
    };
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('paste', paste);
    };
  }, [mayChange]);
}

/** What is cut from a screen comes as `image.png`, all of them. */
const named = (file: File): File =>
  file.name === 'image.png'
    ? new File([file], `${say.pasted(listDay(today(), today()))}.png`, { type: file.type })
    : file;

function Nothing({ narrowed, bin }: { readonly narrowed: boolean; readonly bin: boolean }) {
  if (narrowed)
    return (
      <Blank title={say.nothingFound}>
        <p>{say.tryFewerWords}</p>
      </Blank>
    );
  return (
    <Blank title={bin ? say.nothingInTheBin : say.noDocumentsYet}>
      <p>{bin ? say.whatIsDeletedStays : say.reportsPicturesAndLetters}</p>
    </Blank>
  );
}
