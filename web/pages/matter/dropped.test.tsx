// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useFileDrop } from '../../ui/useFileDrop.ts';
import { screen, show } from '../../tests/stage.tsx';
import { DroppedContext, useDropped, useTakesDropped } from './dropped.ts';

const FILES = [new File(['x'], 'plan.eml')];
const dropped = { dataTransfer: { types: ['Files'], files: FILES } };

function Takes({
  by,
  take,
  may = true,
}: {
  by: 'sheet' | 'correspondence';
  take: () => void;
  may?: boolean;
}) {
  useTakesDropped(by, take, may);
  return null;
}

function Within({ take }: { take: () => void }) {
  const { target } = useFileDrop(true, take);
  return <p {...target}>within</p>;
}

interface MatterProps {
  readonly sheet?: () => void;
  readonly mayEnclose?: boolean;
  readonly file: () => void;
  readonly within?: () => void;
  readonly mayDrop?: boolean;
  readonly keep?: (files: readonly File[]) => void;
}

function Matter(props: MatterProps) {
  const { sheet, mayEnclose = true, file, within = () => undefined, mayDrop = true } = props;
  const { over, target, register, taker } = useDropped(mayDrop, props.keep ?? (() => undefined));
  return (
    <DroppedContext value={register}>
      <div {...target}>
        <p>folder</p>
        <p>{over ? (taker === 'sheet' ? 'over: enclose' : 'over: file') : 'nothing over'}</p>
        <Within take={within} />
        <Takes by="correspondence" take={file} />
        {sheet ? <Takes by="sheet" take={sheet} may={mayEnclose} /> : null}
      </div>
    </DroppedContext>
  );
}

describe('a file that is dropped anywhere on a matter', () => {
  it('is filed where it is mail, while no sheet is open', () => {
    const file = vi.fn();
    show(<Matter file={file} />, {});
    fireEvent.dragOver(screen.getByText('folder'), dropped);
    expect(screen.getByText('over: file')).toBeTruthy();
    fireEvent.drop(screen.getByText('folder'), dropped);
    expect(file).toHaveBeenCalledWith(FILES);
    expect(screen.getByText('nothing over')).toBeTruthy();
  });

  it('is kept as a document where it is no mail, and both where both are dropped', () => {
    const [file, keep] = [vi.fn(), vi.fn()];
    show(<Matter file={file} keep={keep} />, {});
    const plan = new File(['x'], 'plan.pdf');
    fireEvent.drop(screen.getByText('folder'), {
      dataTransfer: { types: ['Files'], files: [plan, ...FILES] },
    });
    expect([file.mock.calls, keep.mock.calls]).toEqual([[[FILES]], [[[plan]]]]);
  });

  it('is enclosed with the message that is open, and not filed', () => {
    const [sheet, file] = [vi.fn(), vi.fn()];
    show(<Matter sheet={sheet} file={file} />, {});
    fireEvent.dragOver(screen.getByText('folder'), dropped);
    expect(screen.getByText('over: enclose')).toBeTruthy();
    fireEvent.drop(screen.getByText('folder'), dropped);
    expect([sheet.mock.calls.length, file.mock.calls.length]).toEqual([1, 0]);
  });

  it('is filed beside a text message, which takes none', () => {
    const [sheet, file] = [vi.fn(), vi.fn()];
    show(<Matter sheet={sheet} mayEnclose={false} file={file} />, {});
    fireEvent.drop(screen.getByText('folder'), dropped);
    expect([sheet.mock.calls.length, file.mock.calls.length]).toEqual([0, 1]);
  });

  it('is taken once, by the place within that it is let go on', () => {
    const [within, file] = [vi.fn(), vi.fn()];
    show(<Matter within={within} file={file} />, {});
    fireEvent.drop(screen.getByText('within'), dropped);
    expect([within.mock.calls.length, file.mock.calls.length]).toEqual([1, 0]);
  });

  it('is not taken from whoever may only read', () => {
    const file = vi.fn();
    show(<Matter file={file} mayDrop={false} />, {});
    fireEvent.dragOver(screen.getByText('folder'), dropped);
    fireEvent.drop(screen.getByText('folder'), dropped);
    expect(file).not.toHaveBeenCalled();
    expect(screen.getByText('nothing over')).toBeTruthy();
  });
});
