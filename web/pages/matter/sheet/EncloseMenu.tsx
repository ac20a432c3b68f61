import { Popover } from '@mantine/core';
import { useRef, useState } from 'react';
import type { ReactNode } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { foldName } from '../../../../core/model/words.ts';
import { listDay, readDay, today } from '../../../words/dates.ts';
import { Button } from '../../../ui/Button.tsx';
import { useShelfQuery } from '../../../api/shelf.ts';
import classes from './Enclosures.module.css';
import { documentEnclosure, isEnclosed } from './enclosureList.ts';

interface EncloseMenuProps {
  readonly matter: MatterDetail;
  readonly enclosures: Message['enclosures'];
  readonly onEnclose: (enclosure: Message['enclosures'][number]) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onMade: (order: EncloseOrder) => void;
}

/** Longer lists are narrowed by typing first. */
const MOST_SHOWN = 9;
const MOST_EARLIER = 6;

/** Where an enclosure can come from: the matter, the computer, an earlier message, a letter made now. */
export function EncloseMenu({ matter, enclosures, onEnclose, onFiles, onMade }: EncloseMenuProps) {
  const [typed, setTyped] = useState('');
  const [opened, setOpened] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const { data: shelf } = useShelfQuery(matter.id, { skip: !opened });
  const wanted = foldName(typed);
  const has = (words: string): boolean => foldName(words).includes(wanted);
  const documents = matter.documents.filter(
    ({ id, name, category }) => !isEnclosed(enclosures, id) && has(`${name} ${category}`),
  );
  const letters = (shelf?.items ?? []).filter(
    ({ channel, readiness, name }) => channel === 'letter' && readiness !== 'unavailable' && has(name),
  );
  const earlier = matter.correspondence.items.flatMap(({ id, subject, channel, who, attachmentNames }) =>
    attachmentNames.flatMap((name, index) =>
      channel === 'email' && has(`${name} ${subject}`) ? [{ id, index, name, subject, who }] : [],
    ),
  );
  const done = (work: () => void): void => {
    work();
    setOpened(false);
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
      <Popover position="top-start" width={380} opened={opened} onChange={setOpened} trapFocus>
        <Popover.Target>
          <Button
            className={classes.add}
            onClick={() => {
              setOpened(!opened);
            }}
          >
            {enclosures.length === 0 ? 'Enclose…' : 'Add…'}
          </Button>
        </Popover.Target>
        <Popover.Dropdown aria-label="What can be enclosed" className={classes.choices}>
          <input
            className={classes.narrow}
            aria-label="Narrow by name"
            placeholder="Narrow by name"
            value={typed}
            onChange={(event) => {
              setTyped(event.currentTarget.value);
            }}
          />
          <h3>Documents of this matter</h3>
          {documents.slice(0, MOST_SHOWN).map((document) => (
            <Choice
              key={document.id}
              onChoose={() => {
                done(() => {
                  onEnclose(documentEnclosure(document));
                });
              }}
            >
              {document.name}{' '}
              <small className={classes.day}>
                {document.category}
                {document.version > 1 ? `, version ${document.version}` : ''} ·{' '}
                {listDay(readDay(document.addedOn), today())}
              </small>
            </Choice>
          ))}
          {documents.length === 0 ? (
            <p>
              {matter.documents.length === 0 ? 'The matter has no documents yet' : 'None is left of them'}
            </p>
          ) : null}
          {letters.length > 0 ? <h3>A letter made now</h3> : null}
          {letters.slice(0, 5).map(({ templateId, name }) => (
            <Choice
              key={templateId}
              onChoose={() => {
                done(() => {
                  onMade({ kind: 'letter', templateId });
                });
              }}
            >
              {name} <small className={classes.day}>as PDF</small>
            </Choice>
          ))}
          {earlier.length > 0 ? <h3>From an earlier message</h3> : null}
          {earlier.slice(0, MOST_EARLIER).map(({ id, index, name, subject, who }) => (
            <Choice
              key={`${id}-${index}`}
              onChoose={() => {
                done(() => {
                  onMade({ kind: 'fromEntry', entryId: id, index });
                });
              }}
            >
              {name}{' '}
              <small className={classes.day}>
                of “{subject}” · {who.join(', ')}
              </small>
            </Choice>
          ))}
          <h3>From elsewhere: drop it on the sheet, paste it, or</h3>
          <Choice
            onChoose={() => {
              done(() => {
                chooser.current?.click();
              });
            }}
          >
            Choose files…
          </Choice>
        </Popover.Dropdown>
      </Popover>
    </>
  );
}

function Choice({ onChoose, children }: { readonly onChoose: () => void; readonly children: ReactNode }) {
  return (
    <button type="button" className={classes.choice} onClick={onChoose}>
      {children}
    </button>
  );
}
