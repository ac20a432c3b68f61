import { useState } from 'react';
import type { MailboxJson, MailboxTried } from '../../../../contract/mailLines.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { certificateWords } from '../../../words/en/refusals.ts';
import { say as sayHosts } from '../../../words/en/practice-sending.ts';
import { say } from '../../../words/en/mail-lines.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { useTryMailboxMutation } from '../../../api/sending.ts';
import classes from '../Practice.module.css';

const SECURITY = [
  ['implicit', say.tlsFromTheFirstByte],
  ['starttls', say.tlsAskedForFirst],
  ['offered', sayHosts.tlsWhereItIsOffered],
] as const;

interface MailboxRowProps {
  readonly mailbox: MailboxJson;
  /** How its reading goes, in words. */
  readonly standing: string;
  readonly onChange: (part: Partial<MailboxJson>) => void;
  readonly onRemove: () => void;
}

/** One mailbox, looked into before it is kept. */
export function MailboxRow({ mailbox, standing, onChange, onRemove }: MailboxRowProps) {
  const [tryIt, { data: tried, error, isLoading }] = useTryMailboxMutation();
  const [stoodAt, setStoodAt] = useState<string>();
  // How it goes by now says more than how trying it went.
  const isNews = stoodAt === standing && !isLoading;
  const said = isNews && error ? problemWords(error) : isNews && tried ? triedWords(tried) : standing;
  return (
    <fieldset className={classes.host} aria-label={mailbox.user || say.aNewMailbox}>
      <div className={classes.fields}>
        <TextField
          label={sayHosts.host}
          value={mailbox.host}
          placeholder={say.mailYourPracticeExample}
          onChange={(value) => {
            onChange({ host: value.trim() });
          }}
        />
        <TextField
          label={sayHosts.port}
          type="number"
          value={String(mailbox.port)}
          onChange={(value) => {
            onChange({ port: Number(value) });
          }}
        />
        <SelectField
          label={sayHosts.encryption}
          value={mailbox.security}
          options={SECURITY}
          onChange={(security) => {
            onChange({ security });
          }}
        />
        <TextField
          label={sayHosts.signsInAs}
          value={mailbox.user}
          onChange={(user) => {
            onChange({ user: user.trim() });
          }}
        />
        <TextField
          label={sayHosts.password}
          type="password"
          value={mailbox.password ?? ''}
          placeholder={mailbox.hasPassword ? sayHosts.keptTypeANewOne : ''}
          onChange={(password) => {
            onChange({ password });
          }}
        />
        <TextField
          label={say.folder}
          value={mailbox.mailbox}
          onChange={(name) => {
            onChange({ mailbox: name });
          }}
        />
      </div>
      <div className={classes.paths}>
        <Button
          disabled={isLoading || mailbox.host === '' || mailbox.user === ''}
          onClick={() => {
            setStoodAt(standing);
            void tryIt(mailbox);
          }}
        >
          {isLoading ? sayHosts.tryingIt : sayHosts.tryIt}
        </Button>
        <Button onClick={onRemove}>{sayHosts.remove}</Button>
      </div>
      <p role="status" className={classes.hint}>
        {said}
      </p>
    </fieldset>
  );
}

/** What came of looking into it, in words. */
function triedWords({ reached, signedIn, words, fault, messages, underTls }: MailboxTried): string {
  if (!reached) return sayHosts.itCouldNotBeTalked(fault === null ? words : certificateWords(fault));
  if (!signedIn) return say.doesNotLetUsIn(words);
  if (messages === null) return say.noSuchFolder(words);
  return say.letsUsIn(underTls ? sayHosts.underTls : sayHosts.withoutTls, messages);
}
