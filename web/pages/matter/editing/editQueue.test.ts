import { describe, expect, it } from 'vitest';
import type { ChangeMatter, MatterRecordView } from '../../../../contract/matterTypes.ts';
import { EditQueue } from './editQueue.ts';
import type { Part } from './editQueue.ts';

const text = (words: string) => ({ kind: 'text' as const, text: words });
const recordOf = (revision: number, part: Partial<MatterRecordView> = {}): MatterRecordView =>
  ({
    revision,
    stage: 'open',
    facts: {},
    dates: {},
    tables: { items: [] },
    parties: [],
    ...part,
  }) as unknown as MatterRecordView;

class Conflict extends Error {}

/** A matter that is kept by revision, which others change too. */
function matterServer() {
  let now = recordOf(1);
  const refused: unknown[] = [];
  let gate: Promise<void> = Promise.resolve();
  const write = ({ facts, tables, stage }: Part): void => {
    now = recordOf(now.revision + 1, {
      stage: stage ?? now.stage,
      facts: { ...now.facts, ...(facts as MatterRecordView['facts']) },
      tables: { ...now.tables, ...tables },
    });
  };
  return {
    now: () => now,
    /** Somebody else. */
    write,
    refuse: (error: unknown) => refused.push(error),
    dawdle: (): (() => void) => {
      let go = (): void => undefined;
      gate = new Promise((resolve) => (go = resolve));
      return go;
    },
    send: async (change: ChangeMatter) => {
      await gate;
      const error = refused.shift();
      if (error) throw error as Error;
      if (change.revision !== now.revision) throw new Conflict();
      const { revision: _revision, ...part } = change;
      const before = now;
      write(part);
      return {
        record: now,
        undo: { revision: now.revision, ...(part.tables ? { tables: before.tables } : {}) },
      };
    },
    read: () => Promise.resolve(now),
    isConflict: (error: unknown) => error instanceof Conflict,
  };
}

const row = (words: string) => ({ item: text(words) });
const withRow =
  (words: string) =>
  ({ tables }: MatterRecordView): Part => ({ tables: { items: [...(tables['items'] ?? []), row(words)] } });

const opened = (server: ReturnType<typeof matterServer>): EditQueue => {
  const queue = new EditQueue(server);
  queue.saw(server.now());
  return queue;
};
const settled = async (queue: EditQueue): Promise<void> => {
  while (queue.state().busy) await Promise.resolve();
};

describe('changes of one person to one matter', () => {
  it('follow each other, each on the answer before it, and show at once', async () => {
    const server = matterServer();
    const queue = opened(server);
    const go = server.dawdle();
    queue.add(withRow('keel'));
    queue.add(withRow('mast'));
    queue.add(() => ({ facts: { berth: text('4') } }));
    expect(queue.state().record).toMatchObject({
      tables: { items: [row('keel'), row('mast')] },
      facts: { berth: text('4') },
    });
    expect(server.now().revision).toBe(1);
    go();
    await settled(queue);
    expect([server.now().tables['items'], server.now().revision]).toEqual([[row('keel'), row('mast')], 4]);
    expect(queue.state().failed).toBeUndefined();
  });

  it('go on top of what others changed elsewhere on the matter', async () => {
    const server = matterServer();
    const queue = opened(server);
    server.write({ facts: { berth: text('9') }, stage: 'closed' });
    queue.add(withRow('keel'));
    await settled(queue);
    expect(server.now()).toMatchObject({
      stage: 'closed',
      facts: { berth: text('9') },
      tables: { items: [row('keel')] },
    });
  });

  it('are refused where others changed the same, shown as it is, and can be sent again', async () => {
    const server = matterServer();
    const queue = opened(server);
    server.write({ tables: { items: [row('theirs')] } });
    queue.add(withRow('mine'));
    await settled(queue);
    expect(queue.state().failed?.error).toBeInstanceOf(Conflict);
    expect(queue.state().record?.tables['items']).toEqual([row('theirs')]);
    queue.retry();
    await settled(queue);
    expect(server.now().tables['items']).toEqual([row('theirs'), row('mine')]);
  });

  it('show no value that was not saved, and keep the changes behind it', async () => {
    const server = matterServer();
    const queue = opened(server);
    server.refuse(new Error('too much'));
    queue.add(() => ({ facts: { fee: text('9e99') } }));
    queue.add(withRow('keel'));
    await settled(queue);
    expect(queue.state().record).toMatchObject({ facts: {}, tables: { items: [row('keel')] } });
  });

  it('are taken back one at a time, and never by an answer that comes late', async () => {
    const server = matterServer();
    const queue = opened(server);
    const before = server.now();
    queue.add(withRow('keel'));
    await settled(queue);
    queue.saw(before);
    expect(queue.state().record?.tables['items']).toEqual([row('keel')]);
    queue.undo();
    await settled(queue);
    expect([server.now().tables['items'], queue.state().back]).toEqual([[], undefined]);
  });
});
