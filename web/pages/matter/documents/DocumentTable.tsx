import type { RefObject } from 'react';
import { Link } from 'react-router';
import type { DocumentItem, DocumentSort } from '../../../../contract/documents.ts';
import { CheckField } from '../../../ui/Field.tsx';
import { ListTable, ROW_LINK, cell } from '../../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../../ui/SortHead.tsx';
import type { Sorting } from '../../../ui/SortHead.tsx';
import { listDay, readDay, today } from '../../../words/dates.ts';
import { kindOf, say } from '../../../words/en/matter-documents.ts';
import { fileSize } from '../../../words/en/wording.ts';
import classes from './Documents.module.css';

interface DocumentTableProps {
  readonly documents: readonly DocumentItem[];
  readonly matterId: string;
  /** Which one is looked at. */
  readonly at: number | undefined;
  readonly scroll: RefObject<HTMLElement | null>;
  readonly sorting: Sorting<DocumentSort>;
  readonly onSort: (sorting: Sorting<DocumentSort>) => void;
  /** When each went or came, in words. */
  readonly moved: ReadonlyMap<string, string>;
  readonly picked: ReadonlySet<string>;
  readonly onPick: (id: string) => void;
}

/** A matter's documents, a row each. */
export function DocumentTable(props: DocumentTableProps) {
  const { documents, matterId, at, scroll, moved, picked, onPick, ...sorts } = props;
  return (
    <ListTable
      label={say.documents}
      heads={
        <>
          <PlainHead label={say.chosen} />
          <PlainHead label={say.kind} className={cell('narrow')} />
          <SortHead by="name" label={say.name} {...sorts} />
          <SortHead by="category" label={say.category} {...sorts} />
          <SortHead by="day" label={say.day} usual="descending" {...sorts} />
          <SortHead by="size" label={say.size} usual="descending" {...sorts} className={cell('narrow')} />
        </>
      }
      items={documents}
      scroll={scroll}
      at={at}
      row={(document, place) => (
        <tr key={document.id} {...place}>
          <td className={cell('choose', 'small')}>
            <CheckField
              bare
              label={say.choose(document.name)}
              checked={picked.has(document.id)}
              onChange={() => {
                onPick(document.id);
              }}
            />
          </td>
          <td className={cell('narrow', 'small')}>
            <i className={classes.kind}>{kindOf(document)}</i>
          </td>
          <td>
            <Link to={`/matters/${matterId}/documents/${document.id}`} className={ROW_LINK}>
              {document.name}
            </Link>
            <small className={classes.besides}>{besides(document, moved.get(document.id))}</small>
          </td>
          <td className={cell('small')}>{document.category}</td>
          <td className={cell('short')}>
            {listDay(readDay(document.addedOn), today()).replace(/^\p{L}+ /u, '')}
          </td>
          <td className={cell('short', 'narrow', 'small')}>{fileSize(document.sizeBytes)}</td>
        </tr>
      )}
    />
  );
}

function besides(document: DocumentItem, moved: string | undefined): string {
  return [
    document.version > 1 || document.superseded ? say.version(document.version) : '',
    document.superseded ? say.earlier : '',
    document.restricted ? say.practiceAlone : '',
    moved ?? '',
    document.line,
  ]
    .filter(Boolean)
    .join(' · ');
}
