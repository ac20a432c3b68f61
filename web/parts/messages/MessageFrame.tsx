import { useComputedColorScheme } from '@mantine/core';
import letterFace from '@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2?url';
import { useRef } from 'react';
import { say } from '../../words/en/parts-messages.ts';
import classes from './MessageView.module.css';

/** Letters are sent in Georgia, which most machines have; where this one has not, our own letter face stands in for it. */
const FACE = `@font-face{font-family:Georgia;src:local('Georgia'),url(${letterFace})}`;

/**
 * What went or came, as it reads. HTML from outside stands in a frame that runs nothing, loads nothing, and is another
 * page's styles to us; it was cleaned on the server besides. Its height follows its content.
 */
export function MessageFrame({
  subject,
  html,
  text,
}: {
  readonly subject: string;
  readonly html: string | null;
  readonly text: string;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const dark = useComputedColorScheme('light') === 'dark';
  if (html === null) return <div className={classes.plain}>{text.trim()}</div>;
  const colours = dark ? 'color:#ebe6d9;background:#1c2926' : 'color:#14302e;background:#fffdf9';
  const style = `${FACE}body{margin:0;font:16px/1.5 Georgia,serif;overflow-wrap:anywhere;${colours}}${dark ? 'body *{color:inherit!important;background:none!important}' : ''}p{max-width:62ch}img{max-width:100%;height:auto}`;
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
      title={say.textOf(subject)}
      sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
      srcDoc={`<!doctype html><html lang="en"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; font-src 'self'; img-src data:; style-src 'unsafe-inline'"><style>${style}</style><body>${html}</body></html>`}
      onLoad={fit}
    />
  );
}
