import { Menu } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import type { DocumentView } from '../../../contract/matters.ts';
import type { Message } from '../../../contract/messages.ts';
import { listDay, readDay, today } from '../../app/dates.ts';
import { fileSize } from '../../app/wording.ts';
import { Button } from '../../ui/Button.tsx';
import classes from './Enclosures.module.css';

type EnclosureList = Message['enclosures'];

interface EnclosuresProps {
  readonly enclosures: EnclosureList;
  readonly documents: readonly DocumentView[];
  readonly matterId: string;
  readonly onChange: (enclosures: EnclosureList) => void;
}

/** What goes along, at the foot of the sheet; the matter's documents are one press away. */
export function Enclosures({ enclosures, documents, matterId, onChange }: EnclosuresProps) {
  const left = documents.filter(({ id }) => !enclosures.some(({ documentId }) => documentId === id));
  const add = ({ id, fileName, category, mediaType, sizeBytes }: DocumentView): void => {
    onChange([...enclosures, { documentId: id, fileName, category, mediaType, sizeBytes }]);
  };
  return (
    <div className={classes.enclosures} data-part="enclosures">
      <span className={classes.label}>Enclosed</span>
      {enclosures.map((enclosure) => (
        <span key={enclosure.documentId} className={classes.file}>
          <a
            href={`/api/v1/matters/${matterId}/documents/${enclosure.documentId}/content`}
            target="_blank"
            rel="noopener"
          >
            {enclosure.fileName}
          </a>
          <small>{fileSize(enclosure.sizeBytes)}</small>
          <button
            type="button"
            aria-label={`Take out ${enclosure.fileName}`}
            onClick={() => {
              onChange(enclosures.filter((one) => one !== enclosure));
            }}
          >
            <IconX size={12} stroke={2} aria-hidden="true" />
          </button>
        </span>
      ))}
      <Menu position="top-start" width={330}>
        <Menu.Target>
          <Button className={classes.add}>
            {enclosures.length === 0 ? 'Enclose from the matter…' : 'Add…'}
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>Documents of this matter</Menu.Label>
          {left.map((document) => (
            <Menu.Item
              key={document.id}
              onClick={() => {
                add(document);
              }}
              rightSection={
                <small className={classes.day}>{listDay(readDay(document.addedOn), today())}</small>
              }
            >
              {document.name} <small className={classes.day}>{document.category}</small>
            </Menu.Item>
          ))}
          {left.length === 0 ? (
            <Menu.Item disabled>
              {documents.length === 0 ? 'The matter has no documents yet' : 'All of them are enclosed'}
            </Menu.Item>
          ) : null}
        </Menu.Dropdown>
      </Menu>
    </div>
  );
}
