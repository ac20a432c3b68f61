import type { MessageSummary } from '../../../contract/messages.ts';
import { MessageLine } from './MessageLine.tsx';
import { say } from '../../words/en/parts-messages.ts';
import classes from './OnItsWay.module.css';

/** What was written on a matter and is not filed yet: drafts, what is held, what is stuck. */
export function OnItsWay({
  messages,
  mayChange,
}: {
  readonly messages: readonly MessageSummary[];
  readonly mayChange: boolean;
}) {
  if (messages.length === 0) return null;
  return (
    <section aria-label={say.notFiledYet} className={classes.way}>
      <h2 className={classes.title}>{say.onTheDeskAndOn}</h2>
      {messages.map((message) => (
        <MessageLine key={message.id} message={message} mayChange={mayChange} withMatter={false} />
      ))}
    </section>
  );
}
