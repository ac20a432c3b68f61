import { Button } from '../../ui/Button.tsx';
import type { Settling } from './useSettling.ts';
import { say } from '../../words/en/parts-followUps.ts';

/** What was just settled, with the way back, or why it was not. */
export function Settled({
  settling: { last, undo, busy, problem },
  className,
}: {
  readonly settling: Settling;
  readonly className?: string | undefined;
}) {
  return (
    <>
      {last ? (
        <p className={className} role="status">
          {say.done(last.what)}
          <Button disabled={busy} onClick={undo}>
            {say.undo}
          </Button>
        </p>
      ) : null}
      {problem === undefined ? null : (
        <p className={className} data-severity="stop" role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
