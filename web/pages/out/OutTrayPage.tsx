import { useOutletContext } from 'react-router';
import type { MessageSummary } from '../../../contract/messages.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { MessageLine } from '../../parts/messages/MessageLine.tsx';
import { useOutTrayQuery } from '../../api/messages.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/out.ts';
import classes from './OutTrayPage.module.css';

/** Everything on its way out, what wants a person first. */
export function OutTrayPage() {
  const { user, mailboxesUrl } = useOutletContext<Session>();
  const { data, error } = useOutTrayQuery();
  const items = data?.items ?? [];
  const stuck = items.filter(({ state }) => state === 'failed' || state === 'may-have-gone');
  const moving = items.filter((item) => !stuck.includes(item));
  return (
    <div className={classes.page}>
      <ViewHead title={say.outTray}>
        {mailboxesUrl === null ? null : (
          <a href={mailboxesUrl} target="_blank" rel="noopener">
            {say.whatRecipientsGot}
          </a>
        )}
      </ViewHead>
      {error ? (
        <p role="alert" className={classes.error}>
          {problemWords(error)}
        </p>
      ) : null}
      <Group title={say.needsYourDecision} items={stuck} mayChange={user.mayChange} />
      <Group title={say.onItsWay} items={moving} mayChange={user.mayChange} />
      {data && items.length === 0 ? (
        <Blank title={say.theOutTrayIsEmpty}>
          <p>{say.whatYouSendWaitsHere}</p>
        </Blank>
      ) : null}
    </div>
  );
}

function Group({
  title,
  items,
  mayChange,
}: {
  readonly title: string;
  readonly items: readonly MessageSummary[];
  readonly mayChange: boolean;
}) {
  if (items.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className={classes.group}>{title}</h2>
      {items.map((message) => (
        <MessageLine key={message.id} message={message} mayChange={mayChange} withMatter />
      ))}
    </section>
  );
}
