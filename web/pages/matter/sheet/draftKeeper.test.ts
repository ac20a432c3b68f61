import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { DraftKeeper, REST_MS, RETRY_MS, LONGEST_MS } from './draftKeeper.ts';

class Conflict extends Error {}

const message = (revision: number, change: Partial<Message> = {}): Message => ({
  id: 'm1',
  channel: 'email',
  sender: null,
  senders: [],
  replyTo: null,
  copyToSelf: false,
  appointment: null,
  mayQuote: false,
  each: false,
  wanted: [],
  limitBytes: 1,
  segments: null,
  laterAt: [],
  hours: {
    timeZone: 'Europe/London',
    weekdays: [1, 2, 3, 4, 5],
    holidays: [],
    fromMinute: 510,
    untilMinute: 1050,
  },
  after: {},
  matterId: 'matter',
  matterReference: 'SV-2041',
  matterTitle: '',
  state: 'draft',
  stateDetail: {},
  revision,
  templateId: null,
  templateName: null,
  from: { name: '', address: '' },
  to: [],
  cc: [],
  bcc: [],
  subject: '',
  html: '',
  mailText: '',
  signatures: [],
  signature: null,
  text: '',
  subjectNodes: [],
  body: { type: 'doc' },
  blanks: [],
  answers: {},
  late: {},
  enclosures: [],
  notes: [],
  createdAtUtc: 0,
  updatedAtUtc: 0,
  ...change,
});

/** A server that keeps one draft by revision, and can be made to fail or to dawdle. */
function draftServer() {
  let revision = 1;
  const kept: ChangeMessage[] = [];
  const failures: Error[] = [];
  let gate: Promise<void> = Promise.resolve();
  return {
    kept,
    failNext: (error: Error) => failures.push(error),
    dawdle: () => {
      let go = (): void => undefined;
      gate = new Promise((done) => {
        go = done;
      });
      return () => {
        gate = Promise.resolve();
        go();
      };
    },
    changeElsewhere: () => {
      revision += 1;
    },
    change: async (change: ChangeMessage): Promise<Message> => {
      await gate;
      const failure = failures.shift();
      if (failure) throw failure;
      if (change.revision !== revision) throw new Conflict('changed');
      revision += 1;
      kept.push(change);
      return message(revision);
    },
    read: () => Promise.resolve(message(revision)),
    isConflict: (error: unknown) => error instanceof Conflict,
  };
}

const subject = (text: string): ChangeMessage => ({ subject: text });
const settle = (ms = 0) => vi.advanceTimersByTimeAsync(ms);

describe('the keeper of a draft', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('keeps what was typed once typing rests, gathered into one change', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    keeper.change(subject('a'));
    keeper.change(subject('ab'));
    keeper.change({ answers: { k: 'v' } });
    expect(keeper.state().keeping).toBe('keeping');
    await settle(REST_MS - 1);
    expect(server.kept).toEqual([]);
    await settle(1);
    expect(server.kept).toEqual([{ subject: 'ab', answers: { k: 'v' }, revision: 1 }]);
    expect(keeper.state()).toMatchObject({ keeping: 'kept', message: { revision: 2 } });
    expect(keeper.unkept()).toBeUndefined();
  });

  it('keeps whoever types without a rest, so that two seconds are the most that is lost', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    const pause = REST_MS / 2;
    for (let typed = 0; typed * pause <= 2 * LONGEST_MS; typed += 1) {
      keeper.change(subject('x'.repeat(typed + 1)));
      await settle(pause);
    }
    expect(server.kept.length).toBeGreaterThanOrEqual(2);
    const first = server.kept[0]?.subject;
    expect(String(first).length * pause).toBeLessThanOrEqual(LONGEST_MS + pause);
    await settle(REST_MS);
    expect(keeper.unkept()).toBeUndefined();
  });

  it('goes on from what was made of the draft by another way', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    server.changeElsewhere();
    keeper.adopt(message(2));
    keeper.change(subject('after'));
    expect(await keeper.flush()).toBe(true);
    expect(server.kept).toEqual([{ subject: 'after', revision: 2 }]);
  });

  it('lets no change overtake another, each on the revision before it', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    const go = server.dawdle();
    keeper.change(subject('first'));
    const first = keeper.flush();
    await settle();
    keeper.change(subject('second'));
    const second = keeper.flush();
    await settle();
    expect(server.kept).toEqual([]);
    go();
    expect([await first, await second]).toEqual([true, true]);
    expect(server.kept).toEqual([
      { subject: 'first', revision: 1 },
      { subject: 'second', revision: 2 },
    ]);
  });

  it('keeps trying while the server is away, and loses nothing', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    server.failNext(new Error('away'));
    server.failNext(new Error('still away'));
    keeper.change(subject('words'));
    expect(await keeper.flush()).toBe(false);
    expect(keeper.state()).toMatchObject({ keeping: 'unkept', conflict: false, error: { message: 'away' } });
    keeper.change({ answers: { k: 'more' } });
    await settle(REST_MS);
    expect(keeper.state()).toMatchObject({ keeping: 'unkept', error: { message: 'still away' } });
    await settle(RETRY_MS);
    expect(server.kept).toEqual([{ subject: 'words', answers: { k: 'more' }, revision: 1 }]);
    expect(keeper.state()).toMatchObject({ keeping: 'kept', error: undefined });
  });

  it('overwrites nobody: a conflict waits for a person', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    server.changeElsewhere();
    keeper.change(subject('mine'));
    expect(await keeper.flush()).toBe(false);
    expect(keeper.state()).toMatchObject({ conflict: true, keeping: 'unkept' });
    keeper.change(subject('mine too'));
    await settle(RETRY_MS * 3);
    expect(server.kept).toEqual([]);
    expect(keeper.unkept()).toEqual({ subject: 'mine too', revision: 1 });
    expect(await keeper.keepMine()).toBe(true);
    expect(server.kept).toEqual([{ subject: 'mine too', revision: 2 }]);
    expect(keeper.state()).toMatchObject({ conflict: false, keeping: 'kept' });
  });

  it('tells of words the server renewed, but not over words typed since', async () => {
    const server = draftServer();
    const keeper = new DraftKeeper(server, message(1));
    const told: unknown[] = [];
    const stop = keeper.onRenewed(({ base, kept }) => told.push([kept.revision, base.subject]));
    keeper.change({ to: [] });
    await keeper.flush();
    keeper.change(subject('no new recipients'));
    await keeper.flush();
    const go = server.dawdle();
    keeper.change({ to: [] });
    const under = keeper.flush();
    await settle();
    keeper.change(subject('typed meanwhile'));
    go();
    await under;
    stop();
    // What was typed while it was under way stands beside it: the listener has both, and mixes no words.
    expect(told).toEqual([
      [2, []],
      [4, []],
    ]);
  });

  it('tells its listeners until they go', async () => {
    const keeper = new DraftKeeper(draftServer(), message(1));
    const heard = vi.fn();
    const stop = keeper.subscribe(heard);
    keeper.change(subject('x'));
    expect(heard).toHaveBeenCalledTimes(1);
    stop();
    await keeper.flush();
    expect(heard).toHaveBeenCalledTimes(1);
  });
});
