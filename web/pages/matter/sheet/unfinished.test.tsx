// @vitest-environment happy-dom
import { useEffect, useRef, useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { AddressBlock } from './AddressBlock.tsx';
import type { DraftKeeper } from './draftKeeper.ts';
import { Unfinished, UnfinishedContext } from './unfinished.ts';
import { useEnclosing } from './useEnclosing.ts';

const NOBODY = { people: [], groups: [], roles: [], unreached: [] };
type Lines = Parameters<typeof AddressBlock>[0]['lines'];

function Block({
  begun,
  channel,
  onLines,
}: {
  readonly begun: Unfinished;
  readonly channel: Message['channel'];
  readonly onLines: (lines: Lines) => void;
}) {
  const [lines, setLines] = useState<Lines>({ to: [], cc: [], bcc: [] });
  return (
    <UnfinishedContext value={begun}>
      <AddressBlock
        from={{ name: 'Maud Tidewell', address: 'maud@practice.example' }}
        senders={[]}
        channel={channel}
        lines={lines}
        going={{ sender: null, signature: null, replyTo: null, copyToSelf: false, each: false }}
        matter={{ id: 'm1' } as MatterDetail}
        onChange={(part, recipients) => {
          const next = { ...lines, [part]: recipients };
          setLines(next);
          onLines(next);
        }}
        onGoing={() => undefined}
      />
    </UnfinishedContext>
  );
}

describe('what is begun on a sheet', () => {
  const block = (channel: Message['channel'] = 'email') => {
    const begun = new Unfinished();
    const onLines = vi.fn<(lines: Lines) => void>();
    const { user } = show(<Block begun={begun} channel={channel} onLines={onLines} />, {
      'GET /matters/m1/recipients': NOBODY,
    });
    return { user, begun, onLines };
  };

  it('is taken before anything leaves, where it is a whole address', async () => {
    const { user, begun, onLines } = block();
    await user.click(screen.getByRole('button', { name: 'Cc, Bcc…' }));
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Add to Cc');
    await user.type(screen.getByLabelText('Add to Cc'), 'Ines Okafor <ines@harbour.example>');
    expect(onLines).not.toHaveBeenCalled();
    expect(await begun.settle()).toEqual([]);
    expect(onLines).toHaveBeenCalledWith({
      to: [],
      cc: [{ name: 'Ines Okafor', address: 'ines@harbour.example', roles: [] }],
      bcc: [],
    });
  });

  it.each([
    ['email', 'Hallam'],
    ['text', 'Hallam'],
  ] as const)(
    'stops what was asked for, and says so, where nobody can tell who is meant: %s %s',
    async (channel, words) => {
      const { user, begun, onLines } = block(channel);
      const field = screen.getByLabelText('Add to To');
      await user.type(field, words);
      expect(await begun.settle()).toEqual([
        `“${words}” is typed in To and stands for nobody yet: choose whom you mean, or remove it.`,
      ]);
      expect(document.activeElement).toBe(field);
      expect(onLines).not.toHaveBeenCalled();
      await user.clear(field);
      expect(await begun.settle()).toEqual([]);
    },
  );

  it('is an address for answers too, which is whole or is not passed over', async () => {
    const { user, begun } = block();
    await user.click(screen.getByRole('button', { name: 'Cc, Bcc…' }));
    const field = screen.getByLabelText('Replies go to');
    await user.type(field, 'office@');
    expect(await begun.settle()).toEqual([
      'Replies are to go to “office@”, which is no whole address: mend it, or empty the line.',
    ]);
    await user.type(field, 'practice.example');
    expect(await begun.settle()).toEqual([]);
  });
});

describe('a file on its way up', () => {
  const KEEPER = { flush: () => Promise.resolve(true), adopt: () => undefined } as unknown as DraftKeeper;
  function Sheet({
    onShown,
  }: {
    readonly onShown: (enclosing: ReturnType<typeof useEnclosing>, touched: boolean) => void;
  }) {
    const touched = useRef(false);
    const enclosing = useEnclosing({ id: 'd1', channel: 'email' }, KEEPER, () => undefined, touched);
    useEffect(() => {
      onShown(enclosing, touched.current);
    });
    return <p>{enclosing.problem ?? 'no problem'}</p>;
  }

  it('is waited for, and one that does not arrive stops what waited for it, once', async () => {
    const seen = vi.fn<(enclosing: ReturnType<typeof useEnclosing>, touched: boolean) => void>();
    show(<Sheet onShown={seen} />, {});
    const enclosing = seen.mock.lastCall?.[0];
    if (!enclosing) throw new Error('not shown');
    expect(await enclosing.settle()).toBeUndefined();
    enclosing.made({ kind: 'letter', templateId: 't1' } as never);
    const said = await enclosing.settle();
    expect(said).toBeTruthy();
    expect(await screen.findByText(said ?? '')).toBeTruthy();
    // A sheet that something was put on is no longer one that closing throws away.
    await vi.waitFor(() => {
      expect(seen.mock.lastCall?.[1]).toBe(true);
    });
    expect(await enclosing.settle()).toBeUndefined();
  });
});
