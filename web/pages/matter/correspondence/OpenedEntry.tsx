import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { EntryDetail } from '../../../../contract/correspondence.ts';
import { GENERAL_FILE, isGeneralFile } from '../../../../core/model/generalFile.ts';
import { dayOf, exactTime, listDay, today } from '../../../words/dates.ts';
import { noteWords } from '../../../words/en/noteWords.ts';
import { fileSize, problemWords, refusalAdvice } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { InvitationCard } from '../../../parts/messages/InvitationCard.tsx';
import { MessageFrame } from '../../../parts/messages/MessageFrame.tsx';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { MatterPicker } from '../../../parts/pickers/MatterPicker.tsx';
import { AnswerPage } from './AnswerPage.tsx';
import { ChaseThis } from './ChaseThis.tsx';
import { NoteForm } from './NoteForm.tsx';
import { useStartMessageMutation } from '../../../api/messages.ts';
import { SaveEntry } from './SaveEntry.tsx';
import { useEntryQuery } from '../../../api/correspondence.ts';
import { MovedWords, useMoving } from './moving.tsx';
import type { Moving } from './moving.tsx';
import { Tip } from '../../../ui/Tip.tsx';
import { say } from '../../../words/en/matter-correspondence.ts';
import classes from './Correspondence.module.css';

type Line = EntryDetail['to'];

const people = (line: Line): string =>
  line.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ');

/** A letter opened in its place: who, when, the text as it went or came, its attachments and its exact bytes. */
export function OpenedEntry({ id, mayChange }: { readonly id: string; readonly mayChange: boolean }) {
  const { data: entry, error } = useEntryQuery(id);
  const moving = useMoving();
  if (error)
    return (
      <p className={classes.opened} role="alert">
        {problemWords(error)}
      </p>
    );
  if (!entry) return <div className={classes.opened} aria-busy="true" />;
  return (
    <div className={classes.opened}>
      {entry.standing ? (
        <p className={classes.refusal}>
          {entry.standing.kind === 'moved' ? say.itWasMoved : say.itWasCorrected}
          <Link to={`/matters/${entry.matterId}?entry=${entry.standing.byEntryId}`}>
            {say.whatWasSaidAboutIt}
          </Link>
        </p>
      ) : null}
      <MovedWords moving={moving} />
      {entry.refusals.map(({ address, reply }) => (
        <p key={address} className={classes.refusal}>
          <b>{say.wasRefused(address)}</b> {reply} {refusalAdvice(reply)}
        </p>
      ))}
      {entry.deliveries.map(({ address, action, words, atUtc }) => (
        <p
          key={`${address} ${action} ${atUtc}`}
          className={action === 'failed' ? classes.refusal : undefined}
        >
          <b>
            {address}{' '}
            {action === 'failed' ? say.didNotGetIt : action === 'delayed' ? say.getsItLate : say.hasIt}:
          </b>{' '}
          {words === '' && action === 'delivered' ? say.takenAtALaterTry : words}{' '}
          {action === 'failed' && words !== '' ? refusalAdvice(words) : ''}{' '}
          <Tip label={exactTime(atUtc)}>
            <small>{listDay(dayOf(atUtc), today())}</small>
          </Tip>
        </p>
      ))}
      <dl className={classes.meta}>
        <Meta name={say.from} words={people([entry.from])} />
        <Meta name={say.sender} words={checkedWords(entry)} />
        <Meta name={say.to} words={people(entry.to)} />
        <Meta name={say.cc} words={people(entry.cc)} />
        <Meta name={say.bcc} words={people(entry.bcc)} />
        <Meta name={say.when} words={exactTime(entry.occurredAtUtc)} />
        <Meta name={say.subject} words={entry.subject} />
      </dl>
      {entry.direction === 'out' && entry.messageId !== null ? (
        <AnswerPage messageId={entry.messageId} mayChange={mayChange} />
      ) : null}
      <InvitationCard invitation={entry.invitation} />
      <MessageFrame subject={entry.subject} html={entry.html} text={entry.text} />
      <Attachments entry={entry} />
      <footer className={classes.foot}>
        {entry.direction === 'note' || entry.channel === 'letter' || !mayChange ? null : (
          <Answer entry={entry} />
        )}
        <a href={`/api/v1/correspondence/${entry.id}/raw`} download>
          {say.originalMessage(RAW_ENDINGS[entry.channel] ?? say.file, fileSize(entry.rawBytes))}
        </a>
        {entry.templateName === null ? null : <span>{say.fromTemplate(entry.templateName)}</span>}
        {entry.sentBy === null ? null : (
          <span>
            {say.by(
              entry.sentBy,
              entry.direction === 'out' && entry.channel === 'email' && entry.from.name !== entry.sentBy
                ? say.forIt(entry.from.name)
                : '',
            )}
          </span>
        )}
        {entry.cautionsOverridden.length > 0 ? (
          <span>{say.sentInSpiteOf(entry.cautionsOverridden.map(overridden).join(', '))}</span>
        ) : null}
        {mayChange && entry.direction === 'out' ? (
          <ChaseThis matterId={entry.matterId} entryId={entry.id} />
        ) : null}
        {mayChange && entry.direction !== 'note' ? <SaveEntry entry={entry} /> : null}
        {mayChange && entry.standing === null ? <Mend entry={entry} onMove={moving.move} /> : null}
        <Tip label={say.seal(entry.seal)}>
          <span className={classes.seal}>{say.sealed(entry.seal.slice(0, 12))}</span>
        </Tip>
      </footer>
    </div>
  );
}

const RAW_ENDINGS: Readonly<Record<string, string>> = {
  email: '.eml',
  text: '.txt',
  letter: '.pdf',
  note: '.txt',
  answer: '.json',
};

const overridden = (code: string): string => noteWords({ code, params: {} }).title.trim();

/** What came in from somebody whom nothing proves says so for good. */
const checkedWords = ({ authenticated, direction, channel }: EntryDetail): string => {
  if (direction !== 'in' || channel !== 'email' || authenticated === 'passed') return '';
  return authenticated === 'failed' ? say.notProvenTheMailServer : say.notCheckedByAMail;
};

function Meta({ name, words }: { readonly name: string; readonly words: string }) {
  if (words === '') return null;
  return (
    <>
      <dt>{name}</dt>
      <dd>{words}</dd>
    </>
  );
}

function Attachments({ entry }: { readonly entry: EntryDetail }) {
  if (entry.attachments.length === 0) return null;
  return (
    <ul className={classes.files} aria-label={entry.direction === 'in' ? say.attachments : say.enclosed}>
      {entry.attachments.map(({ index, name, sizeBytes }) => (
        <li key={index}>
          <a href={`/api/v1/correspondence/${entry.id}/attachments/${index}`} target="_blank" rel="noopener">
            {name}
          </a>{' '}
          <small>{fileSize(sizeBytes)}</small>
        </li>
      ))}
    </ul>
  );
}

/** What can be mended of something filed: it is moved, or corrected, by an entry that says so. */
function Mend({ entry, onMove }: { readonly entry: EntryDetail; readonly onMove: Moving['move'] }) {
  const [mending, setMending] = useState<'move' | 'correct'>();
  const end = (): void => {
    setMending(undefined);
  };
  return (
    <>
      <Button
        onClick={() => {
          setMending(mending === 'move' ? undefined : 'move');
        }}
      >
        {say.move}
      </Button>
      <Button
        onClick={() => {
          setMending(mending === 'correct' ? undefined : 'correct');
        }}
      >
        {say.correct}
      </Button>
      {mending === 'move' ? (
        <div className={classes.mending}>
          <MatterPicker
            label={say.toWhichMatter}
            onChoose={({ id }) => {
              onMove({ id: entry.id, fromMatterId: entry.matterId, matterId: id });
            }}
          />
          {isGeneralFile(entry.matterId) ? null : (
            <Button
              onClick={() => {
                onMove({ id: entry.id, fromMatterId: entry.matterId, matterId: GENERAL_FILE });
              }}
            >
              {say.toTheGeneralFile}
            </Button>
          )}
        </div>
      ) : null}
      {mending === 'correct' ? (
        <div className={classes.mending}>
          <NoteForm
            matterId={entry.matterId}
            corrects={{ id: entry.id, subject: entry.subject }}
            onEnd={end}
          />
        </div>
      ) : null}
    </>
  );
}

/** Taking an entry up: an answer at once, or from a template with the thread and its people kept. */
function Answer({ entry }: { readonly entry: EntryDetail }) {
  const [start, { isLoading }] = useStartMessageMutation();
  const navigate = useNavigate();
  const take = async (answer: 'sender' | 'all' | 'forward'): Promise<void> => {
    const begun = { inReplyTo: entry.id, answer };
    const message = await start({ matterId: entry.matterId, start: begun }).unwrap();
    await navigate(`/matters/${entry.matterId}/sheet/${message.id}?entry=${entry.id}`);
  };
  const others = entry.channel === 'email' && entry.to.length + entry.cc.length > 1;
  const button = (answer: 'sender' | 'all' | 'forward', words: string) => (
    <Button disabled={isLoading} onClick={() => void take(answer).catch(() => undefined)}>
      {words}
    </Button>
  );
  return (
    <>
      {button('sender', entry.direction === 'in' ? say.reply : say.sendAgain)}
      {others ? button('all', say.replyToAll) : null}
      <StartLink matterId={entry.matterId} from={{ inReplyTo: entry.id, answer: 'sender' }}>
        {say.replyFromATemplate}
      </StartLink>
      {button('forward', say.forward)}
    </>
  );
}
