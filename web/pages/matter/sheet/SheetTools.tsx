import { Link } from 'react-router';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { channelWords, plural, problemWords } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { useSendTestMutation } from '../../../api/messages.ts';
import { SaveAs } from './SaveAs.tsx';
import { say } from '../../../words/en/matter-sheet.ts';
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
  readonly onSignature: (passageId: string | null) => void;
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
  onSignature,
}: SheetToolsProps) {
  const { channel, templateName, segments } = message;
  const beside = useOpenEntry();
  return (
    <div className={classes.tools}>
      <span>
        {channelWords(channel)}
        {templateName === null ? '' : say.fromTemplate(templateName)}
      </span>
      <Tip label={say.whatYouAnsweredAndWhom}>
        <Link to={`/matters/${matter.id}/start${beside}`} state={{ switching: message.id, channel }}>
          {say.anotherTemplate}
        </Link>
      </Tip>
      {message.mayQuote ? <Button onClick={onQuote}>{say.quoteTheMessage}</Button> : null}
      {onBack ? <Button onClick={onBack}>{say.backToTheWordsBefore}</Button> : null}
      {message.signatures.length > 1 ? (
        <Choice
          bare
          plain
          label={say.signature}
          value={message.signature ?? message.signatures[0]?.id ?? ''}
          options={message.signatures.map(({ id, name }, n) => ({
            value: id,
            label: n === 0 ? say.signedDefault(name) : say.signed(name),
          }))}
          onChange={(id) => {
            onSignature(id === message.signatures[0]?.id ? null : id);
          }}
        />
      ) : null}
      <SaveAs message={message} matter={matter} onKeep={onKeep} />
      {channel === 'email' ? <TestToMe messageId={message.id} onKeep={onKeep} /> : null}
      {channel === 'email' ? (
        <Button aria-pressed={arrives} onClick={onArrives}>
          {arrives ? say.backToWriting : say.seeItAsItArrives}
        </Button>
      ) : null}
      {channel === 'letter' ? (
        <a href={`/api/v1/messages/${message.id}/page`} target="_blank" rel="noopener">
          {say.seeItAsAPage}
        </a>
      ) : null}
      {segments ? (
        <span className={classes.segments} role="status">
          {say.left(
            plural(segments.segments, say.segment),
            segments.left,
            segments.because === undefined ? '' : say.makesThemShort(segments.because),
          )}
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
        {say.emailMeATest}
      </Button>
      <span role="status">
        {isLoading ? 'sending…' : error ? problemWords(error) : data ? say.testSentTo(data.sentTo) : ''}
      </span>
    </>
  );
}
