import { Menu } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { keepableFields, wordingFromMessage } from '../../../../core/template/fromMessage.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { channelWords, plural, problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField } from '../../../ui/Field.tsx';
import { usePassagesHereQuery, useSendTestMutation } from '../../../api/messages.ts';
import classes from './SheetTools.module.css';
import { Tip } from '../../../ui/Tip.tsx';
import { useOpenEntry } from '../../../parts/start/openEntry.ts';

interface SheetToolsProps {
  readonly message: Message;
  readonly matter: MatterDetail;
  /** Keeps what is typed, so that what is taken from the sheet is all of it; false where it could not. */
  readonly onKeep: () => Promise<boolean>;
  /** Puts the words of what is answered below. */
  readonly onQuote: () => void;
  /** The words before another template was chosen, to go back to them. */
  readonly onBack: (() => void) | undefined;
  /** Whether it is shown as whoever gets it will see it. */
  readonly arrives: boolean;
  readonly onArrives: () => void;
}

/** What the sheet is: how it goes and what it was begun from; another template; keeping its wording. */
export function SheetTools({
  message,
  matter,
  onKeep,
  onQuote,
  onBack,
  arrives,
  onArrives,
}: SheetToolsProps) {
  const { channel, templateName, segments } = message;
  const beside = useOpenEntry();
  return (
    <div className={classes.tools}>
      <span>
        {channelWords(channel)}
        {templateName === null ? '' : ` from “${templateName}”`}
      </span>
      <Tip label="What you answered, and whom and what you put in, stays">
        <Link to={`/matters/${matter.id}/start${beside}`} state={{ switching: message.id, channel }}>
          Another template
        </Link>
      </Tip>
      {message.mayQuote ? <Button onClick={onQuote}>Quote the message</Button> : null}
      {onBack ? <Button onClick={onBack}>Back to the words before</Button> : null}
      <KeepAs message={message} matter={matter} onKeep={onKeep} />
      {channel === 'email' ? <TestToMe messageId={message.id} onKeep={onKeep} /> : null}
      {channel === 'email' ? (
        <Button aria-pressed={arrives} onClick={onArrives}>
          {arrives ? 'Back to writing' : 'See it as it arrives'}
        </Button>
      ) : null}
      {channel === 'letter' ? (
        <a href={`/api/v1/messages/${message.id}/page`} target="_blank" rel="noopener">
          See it as a page
        </a>
      ) : null}
      {segments ? (
        <span className={classes.segments} role="status">
          {plural(segments.segments, 'segment')}, {segments.left} left
          {segments.because === undefined ? '' : ` (“${segments.because}” makes them short)`}
        </span>
      ) : null}
    </div>
  );
}

/** Sends what stands here to whoever writes it, to be seen as its reader will. */
function TestToMe({ messageId, onKeep }: { readonly messageId: string } & Pick<SheetToolsProps, 'onKeep'>) {
  const [send, { data, error, isLoading }] = useSendTestMutation();
  const sendNow = async (): Promise<void> => {
    if (await onKeep()) await send(messageId);
  };
  return (
    <>
      <Button disabled={isLoading} onClick={() => void sendNow()}>
        Email me a test
      </Button>
      <span role="status">
        {isLoading ? 'sending…' : error ? problemWords(error) : data ? `Test sent to ${data.sentTo}` : ''}
      </span>
    </>
  );
}

/** Keeps the wording as a template or a passage; which of the record's values become fields is chosen here. */
function KeepAs({ message, matter, onKeep }: Pick<SheetToolsProps, 'message' | 'matter' | 'onKeep'>) {
  const navigate = useNavigate();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { data: passages } = usePassagesHereQuery(message.id);
  const read = {
    subject: parseInline(message.subjectNodes, 'message'),
    body: parseDocument(message.body, 'message'),
  };
  if (!read.subject.ok || !read.body.ok) return null;
  const letter = { subject: read.subject.value, body: read.body.value };
  const fields = keepableFields(letter);
  const chosen = new Set(fields.map(({ path }) => path).filter((path) => !left.has(path)));
  const take = async (to: string, asPassage: boolean): Promise<void> => {
    if (!(await onKeep())) return;
    const signature = parseDocument({ ...message.body, content: passages?.signature ?? [] }, 'message');
    const wording = wordingFromMessage(letter, chosen, signature.ok ? signature.value.content : []);
    const content = {
      recipients: rolesOf(message, matter),
      subject: wording.subject,
      body: wording.body,
      blanks: message.blanks.filter(({ key }) => !key.startsWith('asked:')),
      documents: [],
      category: '',
    };
    await navigate(to, { state: asPassage ? { body: wording.body } : { channel: message.channel, content } });
  };
  return (
    <Menu width={340} position="bottom-start" closeOnItemClick={false}>
      <Menu.Target>
        <Button>Save as…</Button>
      </Menu.Target>
      <Menu.Dropdown>
        {fields.length > 0 ? <Menu.Label>These become fields again</Menu.Label> : null}
        {fields.map(({ path, label, words }) => (
          <div key={path} className={classes.field}>
            <CheckField
              label={
                <>
                  {words} <small>{label}</small>
                </>
              }
              checked={!left.has(path)}
              onChange={(checked) => {
                setLeft((known) => {
                  const next = new Set(known);
                  if (checked) next.delete(path);
                  else next.add(path);
                  return next;
                });
              }}
            />
          </div>
        ))}
        <Menu.Label>Nothing is saved until you save it there</Menu.Label>
        <Menu.Item onClick={() => void take('/templates/new', false)}>As a new template</Menu.Item>
        {message.templateId === null ? null : (
          <Menu.Item onClick={() => void take(`/templates/${message.templateId ?? ''}`, false)}>
            As a new version of “{message.templateName}”
          </Menu.Item>
        )}
        <Menu.Item onClick={() => void take('/passages/new', true)}>As a passage</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

/** Whom the message goes to, as the roles they hold here. */
function rolesOf(message: Message, matter: MatterDetail) {
  const line = (part: 'to' | 'cc' | 'bcc'): { role: string }[] => {
    const held = message[part].flatMap(({ contactId }) =>
      matter.parties.filter((party) => party.contactId === contactId).slice(0, 1),
    );
    return [...new Set(held.map(({ role }) => role))].map((role) => ({ role }));
  };
  return { to: line('to'), cc: line('cc'), bcc: line('bcc') };
}
