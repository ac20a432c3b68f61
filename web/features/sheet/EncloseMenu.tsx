import { Menu } from '@mantine/core';
import { useRef, useState } from 'react';
import type { DocumentView, MatterDetail } from '../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../contract/messages.ts';
import { foldName } from '../../../core/model/words.ts';
import { listDay, readDay, today } from '../../app/dates.ts';
import { plural } from '../../app/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useShelfQuery } from '../shelf/index.ts';
import classes from './Enclosures.module.css';

interface EncloseMenuProps {
  readonly matter: MatterDetail;
  readonly enclosures: Message['enclosures'];
  readonly onEnclose: (enclosure: Message['enclosures'][number]) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onMade: (order: EncloseOrder) => void;
}

/** Longer lists are narrowed by typing first. */
const MOST_SHOWN = 9;

/** Where an enclosure can come from: the matter, the computer, an earlier message, a letter made now. */
export function EncloseMenu({ matter, enclosures, onEnclose, onFiles, onMade }: EncloseMenuProps) {
  const [typed, setTyped] = useState('');
  const [opened, setOpened] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const { data: shelf } = useShelfQuery(matter.id, { skip: !opened });
  const wanted = foldName(typed);
  const has = (words: string): boolean => foldName(words).includes(wanted);
  const documents = matter.documents.filter(
    ({ id, name, category }) =>
      !enclosures.some(({ documentId }) => documentId === id) && has(`${name} ${category}`),
  );
  const letters = (shelf?.items ?? []).filter(
    ({ channel, readiness, name }) => channel === 'letter' && readiness !== 'unavailable' && has(name),
  );
  const earlier = matter.correspondence.items.filter(
    ({ attachmentCount, subject, channel }) => channel === 'email' && attachmentCount > 0 && has(subject),
  );
  const enclose = ({ id, fileName, category, mediaType, sizeBytes }: DocumentView): void => {
    onEnclose({ documentId: id, fileName, category, mediaType, sizeBytes });
  };
  return (
    <>
      <input
        ref={chooser}
        type="file"
        multiple
        hidden
        aria-label="Files to enclose"
        onChange={(event) => {
          onFiles([...(event.currentTarget.files ?? [])]);
          event.currentTarget.value = '';
        }}
      />
      <Menu position="top-start" width={360} opened={opened} onChange={setOpened}>
        <Menu.Target>
          <Button className={classes.add}>{enclosures.length === 0 ? 'Enclose…' : 'Add…'}</Button>
        </Menu.Target>
        <Menu.Dropdown>
          <input
            className={classes.narrow}
            aria-label="Narrow by name"
            placeholder="Narrow by name"
            value={typed}
            onChange={(event) => {
              setTyped(event.currentTarget.value);
            }}
          />
          <Menu.Label>Documents of this matter</Menu.Label>
          {documents.slice(0, MOST_SHOWN).map((document) => (
            <Menu.Item
              key={document.id}
              onClick={() => {
                enclose(document);
              }}
              rightSection={
                <small className={classes.day}>{listDay(readDay(document.addedOn), today())}</small>
              }
            >
              {document.name}{' '}
              <small className={classes.day}>
                {document.category}
                {document.version > 1 ? `, version ${document.version}` : ''}
              </small>
            </Menu.Item>
          ))}
          {documents.length === 0 ? (
            <Menu.Item disabled>
              {matter.documents.length === 0 ? 'The matter has no documents yet' : 'None is left of them'}
            </Menu.Item>
          ) : null}
          {letters.length > 0 ? <Menu.Label>A letter made now</Menu.Label> : null}
          {letters.slice(0, 5).map(({ templateId, name }) => (
            <Menu.Item
              key={templateId}
              onClick={() => {
                onMade({ kind: 'letter', templateId });
              }}
            >
              {name} <small className={classes.day}>as PDF</small>
            </Menu.Item>
          ))}
          {earlier.length > 0 ? <Menu.Label>From an earlier message</Menu.Label> : null}
          {earlier.slice(0, 4).map(({ id, subject, attachmentCount, who }) => (
            <Menu.Item
              key={id}
              onClick={() => {
                for (let index = 0; index < attachmentCount; index += 1)
                  onMade({ kind: 'fromEntry', entryId: id, index });
              }}
            >
              {plural(attachmentCount, 'enclosure')} of “{subject}”{' '}
              <small className={classes.day}>{who.join(', ')}</small>
            </Menu.Item>
          ))}
          <Menu.Label>From elsewhere: drop it on the sheet, paste it, or</Menu.Label>
          <Menu.Item
            onClick={() => {
              chooser.current?.click();
            }}
          >
            Choose files…
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </>
  );
}
