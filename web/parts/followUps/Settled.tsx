import { Button } from '../../ui/Button.tsx';
import type { Settling } from './useSettling.ts';

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
          “{last.what}” done ·{' '}
          <Button disabled={busy} onClick={undo}>
            Undo
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
