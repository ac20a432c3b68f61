import { useComputedColorScheme } from '@mantine/core';
import letterFace from '@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2?url';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import type { EntryDetail } from '../../../contract/correspondence.ts';
import { exactTime } from '../../app/dates.ts';
import { fileSize, noteWords, problemWords, refusalAdvice } from '../../app/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { StartLink, useStartMessageMutation } from '../shelf/index.ts';
import { useEntryQuery } from './api.ts';
import classes from './Correspondence.module.css';

type Line = EntryDetail['to'];

const people = (line: Line): string =>
  line.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ');

/** A letter opened in its place: who, when, the text as it went or came, its attachments and its exact bytes. */
export function OpenedEntry({ id, mayChange }: { readonly id: string; readonly mayChange: boolean }) {
  const { data: entry, error } = useEntryQuery(id);
  if (error)
    return (
      <p className={classes.opened} role="alert">
        {problemWords(error)}
      </p>
    );
  if (!entry) return <div className={classes.opened} aria-busy="true" />;
  return (
    <div className={classes.opened}>
      {entry.refusals.map(({ address, reply }) => (
        <p key={address} className={classes.refusal}>
          <b>{address} was refused:</b> {reply} {refusalAdvice(reply)}
        </p>
      ))}
      <dl className={classes.meta}>
        <Meta name="From" words={people([entry.from])} />
        <Meta name="To" words={people(entry.to)} />
        <Meta name="Copy" words={people(entry.cc)} />
        <Meta name="Blind" words={people(entry.bcc)} />
        <Meta name="When" words={exactTime(entry.occurredAtUtc)} />
        <Meta name="Subject" words={entry.subject} />
      </dl>
      <LetterText entry={entry} />
      <Attachments entry={entry} />
      <footer className={classes.foot}>
        {entry.direction === 'note' || entry.channel !== 'email' || !mayChange ? null : (
          <Answer entry={entry} />
        )}
        <a href={`/api/v1/correspondence/${entry.id}/raw`} download>
          Exact bytes ({RAW_ENDINGS[entry.channel] ?? 'file'}, {fileSize(entry.rawBytes)})
        </a>
        {entry.templateName === null ? null : <span>from “{entry.templateName}”</span>}
        {entry.sentBy === null ? null : <span>by {entry.sentBy}</span>}
        {entry.cautionsOverridden.length > 0 ? (
          <span>sent in spite of: {entry.cautionsOverridden.map(overridden).join(', ')}</span>
        ) : null}
        <span className={classes.seal} title={`Seal ${entry.seal}`}>
          sealed {entry.seal.slice(0, 12)}
        </span>
      </footer>
    </div>
  );
}

const RAW_ENDINGS: Readonly<Record<string, string>> = { email: '.eml', text: '.txt', letter: '.pdf' };

const overridden = (code: string): string =>
  noteWords({ code, severity: 'caution', where: { part: 'subject' }, params: {}, remedies: [] }).title.trim();

function Meta({ name, words }: { readonly name: string; readonly words: string }) {
  if (words === '') return null;
  return (
    <>
      <dt>{name}</dt>
      <dd>{words}</dd>
    </>
  );
}

/** Letters are sent in Georgia, which most machines have; where this one has not, our own letter face stands in for it. */
const FACE = `@font-face{font-family:Georgia;src:local('Georgia'),url(${letterFace})}`;

/**
 * HTML from outside stands in a frame that runs nothing, loads nothing, and is another page's styles to us; it was
 * cleaned on the server besides. Its height follows its content.
 */
function LetterText({ entry }: { readonly entry: EntryDetail }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const dark = useComputedColorScheme('light') === 'dark';
  if (entry.html === null) return <div className={classes.text}>{entry.text.trim()}</div>;
  const colours = dark ? 'color:#ebe6d9;background:#1c2926' : 'color:#14302e;background:#fffdf9';
  const style = `${FACE}body{margin:0;font:16px/1.5 Georgia,serif;overflow-wrap:anywhere;${colours}}${dark ? 'body *{color:inherit!important;background:none!important}' : ''}p{max-width:62ch}`;
  const fit = (): void => {
    const element = frame.current;
    const height = element?.contentDocument?.documentElement.scrollHeight;
    if (element && height !== undefined) element.style.height = `${height}px`;
  };
  return (
    <iframe
      ref={frame}
      key={String(dark)}
      className={classes.frame}
      title={`Text of “${entry.subject}”`}
      sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
      srcDoc={`<!doctype html><html lang="en"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; font-src 'self'; style-src 'unsafe-inline'"><style>${style}</style><body>${entry.html}</body></html>`}
      onLoad={fit}
    />
  );
}

function Attachments({ entry }: { readonly entry: EntryDetail }) {
  if (entry.attachments.length === 0) return null;
  return (
    <ul className={classes.files} aria-label="Enclosures">
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

/** Taking an entry up: an answer at once, or from a template with the thread and its people kept. */
function Answer({ entry }: { readonly entry: EntryDetail }) {
  const [start, { isLoading }] = useStartMessageMutation();
  const navigate = useNavigate();
  const take = async (answer: 'sender' | 'all' | 'forward'): Promise<void> => {
    const begun = { inReplyTo: entry.id, answer };
    const message = await start({ matterId: entry.matterId, start: begun }).unwrap();
    await navigate(`/matters/${entry.matterId}/sheet/${message.id}`);
  };
  const others = entry.to.length + entry.cc.length > 1;
  const button = (answer: 'sender' | 'all' | 'forward', words: string) => (
    <Button disabled={isLoading} onClick={() => void take(answer).catch(() => undefined)}>
      {words}
    </Button>
  );
  return (
    <>
      {button('sender', entry.direction === 'in' ? 'Answer' : 'Write again')}
      {others ? button('all', 'Answer all') : null}
      <StartLink matterId={entry.matterId} from={{ inReplyTo: entry.id, answer: 'sender' }}>
        Answer from a template
      </StartLink>
      {button('forward', 'Pass on')}
    </>
  );
}
