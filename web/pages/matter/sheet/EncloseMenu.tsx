import { Popover } from '@mantine/core';
import { skipToken } from '@reduxjs/toolkit/query';
import { useRef, useState } from 'react';
import type { ReactNode } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { GENERAL_FILE, isGeneralFile } from '../../../../core/model/generalFile.ts';
import { latestNamed } from '../../../../core/shelf/index.ts';
import { foldName } from '../../../../core/model/words.ts';
import { listDay, readDay, today } from '../../../words/dates.ts';
import { Button } from '../../../ui/Button.tsx';
import { useShelfQuery } from '../../../api/shelf.ts';
import { useMatterQuery } from '../../../api/matters.ts';
import { MatterPicker } from '../../../parts/pickers/MatterPicker.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { appointmentWords } from '../../../words/en/appointmentWords.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Enclosures.module.css';
import { documentEnclosure, isEnclosed } from './enclosureList.ts';

interface EncloseMenuProps {
  readonly matter: MatterDetail;
  readonly enclosures: Message['enclosures'];
  readonly onEnclose: (enclosure: Message['enclosures'][number]) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onMade: (order: EncloseOrder) => void;
  readonly onInvite?: ((appointment: Message['appointment']) => void) | undefined;
}

/** Longer lists are narrowed by typing first. */
const MOST_SHOWN = 9;
const MOST_LETTERS = 5;
const MOST_EARLIER = 6;

/** Where an enclosure can come from: the matter, the computer, an earlier message, a letter made now. */
export function EncloseMenu(props: EncloseMenuProps) {
  const [opened, setOpened] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <FileChooser ref={chooser} label={say.filesToEnclose} multiple onChoose={props.onFiles} />
      <Popover position="top-start" width={380} opened={opened} onChange={setOpened} trapFocus>
        <Popover.Target>
          <Button
            className={classes.add}
            onClick={() => {
              setOpened(!opened);
            }}
          >
            {props.enclosures.length === 0 ? say.enclose : say.add}
          </Button>
        </Popover.Target>
        <Popover.Dropdown aria-label={say.whatCanBeEnclosed} className={classes.choices}>
          <Choices
            {...props}
            onOwnFiles={() => chooser.current?.click()}
            onDone={() => {
              setOpened(false);
            }}
          />
        </Popover.Dropdown>
      </Popover>
    </>
  );
}

interface ChoicesProps extends EncloseMenuProps {
  readonly onOwnFiles: () => void;
  readonly onDone: () => void;
}

function Choices({ matter, enclosures, onEnclose, onMade, onInvite, onOwnFiles, onDone }: ChoicesProps) {
  const [typed, setTyped] = useState('');
  const { documents, letters, earlier } = useOffered(matter, enclosures, typed);
  const then = (work: () => void) => (): void => {
    work();
    onDone();
  };
  return (
    <>
      <input
        className={classes.narrow}
        aria-label={say.narrowByName}
        placeholder={say.narrowByName}
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
      />
      <h3>{say.documentsOfThisMatter}</h3>
      {documents.slice(0, MOST_SHOWN).map((document) => (
        <Choice
          key={document.id}
          onChoose={then(() => {
            onEnclose(documentEnclosure(document));
          })}
        >
          {document.name}{' '}
          <small className={classes.day}>
            {document.category}
            {document.version > 1 ? say.version(document.version) : ''} ·{' '}
            {listDay(readDay(document.addedOn), today())}
          </small>
        </Choice>
      ))}
      {documents.length === 0 ? (
        <p>{matter.documents.length === 0 ? say.theMatterHasNoDocuments : say.noneIsLeftOfThem}</p>
      ) : null}
      {letters.length > 0 ? <h3>{say.aLetterMadeNow}</h3> : null}
      {letters.slice(0, MOST_LETTERS).map(({ templateId, name }) => (
        <Choice
          key={templateId}
          onChoose={then(() => {
            onMade({ kind: 'letter', templateId });
          })}
        >
          {name} <small className={classes.day}>{say.asPdf}</small>
        </Choice>
      ))}
      <Earlier
        earlier={earlier}
        onChoose={(entryId, index) => {
          onMade({ kind: 'fromEntry', entryId, index });
          onDone();
        }}
      />
      {onInvite ? (
        <Appointments
          matter={matter}
          typed={typed}
          onChoose={(appointment) => {
            onInvite(appointment);
            onDone();
          }}
        />
      ) : null}
      {isGeneralFile(matter.id) ? null : (
        <OwnDocuments
          typed={typed}
          onChoose={(documentId) => {
            onMade({ kind: 'fromMatter', matterId: GENERAL_FILE, documentId });
            onDone();
          }}
        />
      )}
      <OtherMatter
        exceptId={matter.id}
        typed={typed}
        onChoose={(matterId, documentId) => {
          onMade({ kind: 'fromMatter', matterId, documentId });
          onDone();
        }}
      />
      <h3>{say.fromElsewhereDropItOn}</h3>
      <Choice onChoose={then(onOwnFiles)}>{say.chooseFiles}</Choice>
    </>
  );
}

/** What could go along and doesn't yet, narrowed by what is typed. */
function useOffered(matter: MatterDetail, enclosures: Message['enclosures'], typed: string) {
  const { data: shelf } = useShelfQuery(matter.id);
  const wanted = foldName(typed);
  const has = (words: string): boolean => foldName(words).includes(wanted);
  return {
    documents: matter.documents.filter(
      ({ id, name, category }) => !isEnclosed(enclosures, id) && has(`${name} ${category}`),
    ),
    letters: (shelf?.items ?? []).filter(
      ({ channel, readiness, name }) => channel === 'letter' && readiness !== 'unavailable' && has(name),
    ),
    earlier: matter.correspondence.items.flatMap(({ id, subject, channel, who, attachmentNames }) =>
      attachmentNames.flatMap((name, index) =>
        channel === 'email' && has(`${name} ${subject}`) ? [{ id, index, name, subject, who }] : [],
      ),
    ),
  };
}

interface EarlierProps {
  readonly earlier: ReturnType<typeof useOffered>['earlier'];
  readonly onChoose: (entryId: string, index: number) => void;
}

/** What came or went with an earlier message of the matter. */
function Earlier({ earlier, onChoose }: EarlierProps) {
  return (
    <>
      {earlier.length > 0 ? <h3>{say.fromAnEarlierMessage}</h3> : null}
      {earlier.slice(0, MOST_EARLIER).map(({ id, index, name, subject, who }) => (
        <Choice
          key={`${id}-${index}`}
          onChoose={() => {
            onChoose(id, index);
          }}
        >
          {name} <small className={classes.day}>{say.of(subject, who.join(', '))}</small>
        </Choice>
      ))}
    </>
  );
}

interface AppointmentsProps {
  readonly matter: MatterDetail;
  readonly typed: string;
  readonly onChoose: (appointment: NonNullable<Message['appointment']>) => void;
}

/** The matter's appointments, to invite to. */
function Appointments({ matter, typed, onChoose }: AppointmentsProps) {
  const shown = matter.followUps.flatMap(({ id, what, dueOn, at, minutes, place }) =>
    at !== null && foldName(what).includes(foldName(typed))
      ? [{ followUpId: id, what, dueOn, at, minutes: minutes ?? 0, place, calledOff: false, gone: false }]
      : [],
  );
  if (shown.length === 0) return null;
  return (
    <>
      <h3>{say.invitationTo}</h3>
      {shown.slice(0, MOST_SHOWN).map((appointment) => (
        <Choice
          key={appointment.followUpId}
          onChoose={() => {
            onChoose(appointment);
          }}
        >
          {appointmentWords(appointment)}
        </Choice>
      ))}
    </>
  );
}

interface OwnDocumentsProps {
  readonly typed: string;
  readonly onChoose: (documentId: string) => void;
}

/** The practice's own documents, each in its latest version. */
function OwnDocuments({ typed, onChoose }: OwnDocumentsProps) {
  const { data: general } = useMatterQuery(GENERAL_FILE);
  const all = general?.documents ?? [];
  const latest = all.filter(({ id, name }) => latestNamed(all, name)?.id === id);
  const shown = latest.filter(({ name, category }) =>
    foldName(`${name} ${category}`).includes(foldName(typed)),
  );
  if (shown.length === 0) return null;
  return (
    <>
      <h3>{say.ofThePractice}</h3>
      {shown.slice(0, MOST_SHOWN).map(({ id, name, addedOn }) => (
        <Choice
          key={id}
          onChoose={() => {
            onChoose(id);
          }}
        >
          {name} <small className={classes.day}>{listDay(readDay(addedOn), today())}</small>
        </Choice>
      ))}
    </>
  );
}

interface OtherMatterProps {
  readonly exceptId: string;
  readonly typed: string;
  readonly onChoose: (matterId: string, documentId: string) => void;
}

/** A document of another matter: that one is found first. */
function OtherMatter({ exceptId, typed, onChoose }: OtherMatterProps) {
  const [matterId, setMatterId] = useState<string>();
  const { data: other } = useMatterQuery(matterId ?? skipToken);
  const documents = (other?.documents ?? []).filter(({ name, category }) =>
    foldName(`${name} ${category}`).includes(foldName(typed)),
  );
  return (
    <>
      <h3>{say.fromAnotherMatter}</h3>
      <MatterPicker
        label={say.anotherMatter}
        matterId={matterId}
        onChoose={({ id }) => {
          setMatterId(id === exceptId ? undefined : id);
        }}
      />
      {documents.slice(0, MOST_SHOWN).map(({ id, name, category, addedOn }) => (
        <Choice
          key={id}
          onChoose={() => {
            if (other) onChoose(other.id, id);
          }}
        >
          {name}{' '}
          <small className={classes.day}>
            {category} · {listDay(readDay(addedOn), today())}
          </small>
        </Choice>
      ))}
      {other && documents.length === 0 ? <p>{say.thatMatterHasNoDocuments}</p> : null}
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
