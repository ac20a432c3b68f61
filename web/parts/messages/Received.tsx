import { useState } from 'react';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/parts-messages.ts';
import classes from './Received.module.css';

const READERS = {
  wide: say.onAWideScreen,
  narrow: say.onAPhone,
  dark: say.onADarkScreen,
  bare: say.withPicturesOff,
  text: say.asTextAlone,
} as const;
type Reader = keyof typeof READERS;
const READER_KEYS = Object.keys(READERS) as readonly Reader[];

interface ReceivedProps {
  readonly subject: string;
  readonly html: string;
  readonly text: string;
}

/** Loads nothing from afar and runs nothing, as a careful mail reader does. */
const policy = (pictures: boolean): string =>
  `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src ${pictures ? "'self' data:" : "'none'"}; style-src 'unsafe-inline'">`;

/** Dark readers are imitated by asking for what they ask for: a frame has the screen’s own setting otherwise. */
const asRead = (html: string, reader: Reader): string => {
  const dark = '@media (prefers-color-scheme:dark)';
  const shown = html.replace(dark, reader === 'dark' ? '@media all' : '@media not all');
  return shown.replace('<head>', `<head>${policy(reader !== 'bare')}`);
};

/** A message as whoever gets it will see it, in several kinds of reader. */
export function Received({ subject, html, text }: ReceivedProps) {
  const [reader, setReader] = useState<Reader>('wide');
  return (
    <figure className={classes.received}>
      <figcaption>
        {say.asItArrives}
        <Choice
          bare
          plain
          label={say.howItArrives}
          value={reader}
          options={READER_KEYS.map((key) => ({ value: key, label: READERS[key] }))}
          onChange={setReader}
        />
      </figcaption>
      {reader === 'text' ? (
        <pre className={classes.text}>{text}</pre>
      ) : (
        <iframe
          key={reader}
          className={classes.frame}
          data-reader={reader}
          title={say.messageAsItArrives(subject)}
          sandbox="allow-same-origin"
          srcDoc={asRead(html, reader)}
          onLoad={(event) => {
            const height = event.currentTarget.contentDocument?.documentElement.scrollHeight;
            if (height !== undefined) event.currentTarget.style.height = `${height}px`;
          }}
        />
      )}
    </figure>
  );
}
