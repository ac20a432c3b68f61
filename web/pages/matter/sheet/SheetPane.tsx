import { useEffect, useState } from 'react';
import { useDispatch } from 'react-redux';
import { Link, useLocation, useOutletContext, useParams } from 'react-router';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { problemWords, stateWords } from '../../../words/en/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { dropUnsaved, readUnsaved } from '../../../state/unsaved.ts';
import { Sheet } from './Sheet.tsx';
import { draftLeft, useMessageQuery } from '../../../api/messages.ts';
import type { WordsBefore } from '../../../api/messages.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Sheet.module.css';

/** A message on the desk: a sheet to write on while it is a draft, to read once it has left. */
export function SheetPane() {
  const { messageId = '' } = useParams();
  return <OpenedSheet key={messageId} messageId={messageId} />;
}

function OpenedSheet({ messageId }: { readonly messageId: string }) {
  const location = useLocation();
  const { before } = (location.state ?? {}) as { before?: WordsBefore };
  const { matter, session } = useOutletContext<MatterContext>();
  const {
    currentData: message,
    error,
    fulfilledTimeStamp = 0,
    refetch,
  } = useMessageQuery(messageId, { refetchOnMountOrArgChange: true });
  const [fresh, setFresh] = useState(0);
  const [openedAt] = useState(Date.now);
  // The other's words are asked for, since what is known here may be from before them; unread, one's own stay.
  const takeTheirs = async (): Promise<void> => {
    const { isSuccess } = await refetch();
    if (!isSuccess) return;
    void dropUnsaved(session.user.id, `message:${messageId}`);
    setFresh((n) => n + 1);
  };
  const aside = useAside(session.user.id, messageId);
  const dispatch = useDispatch();
  const { id: matterId } = matter;
  useEffect(
    () => () => {
      dispatch(draftLeft(matterId));
    },
    [dispatch, matterId],
  );
  if (error && !message)
    return (
      <Blank title={say.thereIsNoSuchSheet}>
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    );
  // A sheet takes what it begins with once. What is known from before it was opened may be from before another template
  // was chosen, and serves only where the server cannot be asked.
  const isNow = fulfilledTimeStamp >= openedAt || error !== undefined;
  if (!message || !isNow || aside === 'reading') return <div className={classes.waiting} aria-busy="true" />;
  if (message.state !== 'draft' || !session.user.mayChange) return <ReadSheet message={message} />;
  // What is being written is the sheet's own from here on; only a person asking for the other version starts it anew.
  return (
    <Sheet
      key={fresh}
      initial={fresh === 0 && aside ? withWords(message, aside) : message}
      begun={fresh === 0 ? aside : undefined}
      personId={session.user.id}
      before={before}
      matter={matter}
      onTakeTheirs={() => void takeTheirs()}
    />
  );
}

/** What lay aside on this computer of a message: words that never reached the server. */
function useAside(personId: string, messageId: string): ChangeMessage | undefined | 'reading' {
  const [aside, setAside] = useState<ChangeMessage | undefined | 'reading'>('reading');
  useEffect(() => {
    let isGone = false;
    void readUnsaved(personId, `message:${messageId}`).then((kept) => {
      if (!isGone) setAside(kept?.words as ChangeMessage | undefined);
    });
    return () => {
      isGone = true;
    };
  }, [personId, messageId]);
  return aside;
}

/** The draft with the words that lay aside, on the state they were written on: where it is another by now, that is asked. */
const withWords = (
  message: Message,
  { revision, body, subject, to, cc, bcc, answers }: ChangeMessage,
): Message => ({
  ...message,
  revision: revision ?? message.revision,
  body: body ?? message.body,
  subjectNodes: Array.isArray(subject) ? subject : message.subjectNodes,
  to: (to as Message['to'] | undefined) ?? message.to,
  cc: (cc as Message['cc'] | undefined) ?? message.cc,
  bcc: (bcc as Message['bcc'] | undefined) ?? message.bcc,
  answers: answers ?? message.answers,
});

function ReadSheet({ message }: { readonly message: Message }) {
  return (
    <div className={classes.scroller}>
      <article className={classes.sheet}>
        <p className={classes.state} role="status">
          {stateWords(message)}.{' '}
          <Link
            to={
              message.stateDetail.entryId === undefined
                ? `/matters/${message.matterId}`
                : `/matters/${message.matterId}?entry=${message.stateDetail.entryId}`
            }
          >
            {say.toTheMatter}
          </Link>
        </p>
        <p>{say.toPerson(joinNames(message.to.map(({ name, address }) => name || address)))}</p>
        <h2 className={classes.readSubject}>{message.subject}</h2>
        <div className={classes.readText}>{message.text}</div>
      </article>
    </div>
  );
}
