import { useState } from 'react';
import { Link, useLocation, useOutletContext, useParams } from 'react-router';
import type { Message } from '../../../../contract/messages.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { problemWords, stateWords } from '../../../words/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { Sheet } from './Sheet.tsx';
import { useMessageQuery } from '../../../api/messages.ts';
import type { WordsBefore } from '../../../api/messages.ts';
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
    if (isSuccess) setFresh((n) => n + 1);
  };
  if (error && !message)
    return (
      <Blank title="There is no such sheet">
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    );
  // A sheet takes what it begins with once. What is known from before it was opened may be from before another template
  // was chosen, and serves only where the server cannot be asked.
  const isNow = fulfilledTimeStamp >= openedAt || error !== undefined;
  if (!message || !isNow) return <div className={classes.waiting} aria-busy="true" />;
  if (message.state !== 'draft' || !session.user.mayChange) return <ReadSheet message={message} />;
  // What is being written is the sheet's own from here on; only a person asking for the other version starts it anew.
  return (
    <Sheet
      key={fresh}
      initial={message}
      before={before}
      matter={matter}
      onTakeTheirs={() => void takeTheirs()}
    />
  );
}

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
            To the matter
          </Link>
        </p>
        <p>To {joinNames(message.to.map(({ name, address }) => name || address))}</p>
        <h2 className={classes.readSubject}>{message.subject}</h2>
        <div className={classes.readText}>{message.text}</div>
      </article>
    </div>
  );
}
