// @vitest-environment happy-dom
import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { RoundMessage, RoundView } from '../../../contract/rounds.ts';
import { show } from '../../tests/stage.tsx';
import { RoundPage } from './RoundPage.tsx';
import { RoundsPage } from './RoundsPage.tsx';

const round: RoundView = {
  id: 'r1',
  name: 'Windows this month',
  templateId: 't1',
  templateName: 'Certificate: renewal window',
  author: 'Idris Quill',
  authorId: 'idris',
  state: 'ready',
  counts: { all: 3, prepared: 3, fill: 1, look: 0, ready: 1, out: 1, failed: 0, going: 0, gone: 0 },
  madeAtUtc: Date.parse('2026-12-01T09:00:00Z'),
  set: { where: {} },
  role: null,
  onePer: 'matter',
  channels: ['email'],
  templateChannel: 'email',
  answers: {},
  blanks: [{ key: 'yard', label: 'Yard free from', kind: 'text', required: true }],
  columns: [{ path: 'calculated.opens', label: 'Window opens' }],
  kinds: [
    { group: 'fill', kind: 'yard', count: 1 },
    { group: 'ready', kind: '', count: 1 },
    { group: 'out', kind: 'sentLately', count: 1 },
  ],
  unknown: [],
  unusual: [{ code: 'sameAddress', count: 2, address: 'office@slip.example' }],
  followUpDays: 10,
  leavesAtUtc: null,
  sentAtUtc: null,
  releasedBy: null,
  asksRelease: false,
  needsRelease: false,
  mayRelease: false,
  releasers: ['Maud Tidewell', 'Jonas Roe'],
  againOn: null,
  byItself: false,
  problem: null,
};

const line = (id: string, change: Partial<RoundMessage>): RoundMessage => ({
  id,
  matterId: `m-${id}`,
  matterReference: `CR-${id}`,
  matterTitle: 'Quiet Thunder',
  hasDraft: false,
  to: [`Person ${id}`],
  channel: 'email',
  group: 'ready',
  kind: '',
  notes: [],
  reasons: [],
  answers: {},
  values: { 'calculated.opens': '18 Dec 2026' },
  state: 'draft',
  stateDetail: {},
  canTakeIn: false,
  ...change,
});

const items = [
  line('1', { group: 'out', kind: 'sentLately', canTakeIn: true, hasDraft: true }),
  line('2', { group: 'fill', kind: 'yard' }),
  line('3', {}),
];

const answersFor = (changed: Partial<RoundView> = {}) => ({
  'GET /rounds/r1': { ...round, ...changed },
  'GET /rounds/r1/messages': { items, next: null },
  'GET /matter-types': { items: [] },
  'GET /messages/1': { code: 'notFound' },
  'PATCH /rounds/r1': round,
  'PATCH /rounds/r1/messages/2': items[1],
  'PATCH /rounds/r1/messages/3': items[2],
  'POST /rounds/r1/send': { ...round, state: 'sending' },
  'POST /rounds/r1/pause': { ...round, state: 'paused' },
});

const at = { path: '/rounds/:roundId', at: '/rounds/r1' } as const;
const group = (name: string) => within(screen.getByRole('rowgroup', { name }));

describe('a round', () => {
  it('stands in groups by what each message needs, with a cell for each blank', async () => {
    const { user, changes } = show(<RoundPage />, answersFor(), at);
    expect(await screen.findByRole('heading', { name: 'Windows this month' })).toBeTruthy();
    expect(group('To fill in').getByText('“Yard free from” is open')).toBeTruthy();
    expect(group('Ready').getByText('18 Dec 2026')).toBeTruthy();
    const cell = group('To fill in').getByRole('textbox', { name: 'Yard free from, CR-2' });
    await user.type(cell, '15 January{Enter}');
    expect(changes().at(-1)).toMatchObject({
      path: '/rounds/r1/messages/2',
      body: { answers: { yard: '15 January' } },
    });
  });

  it('takes a column that is pasted, downwards from the cell', async () => {
    const { user, changes } = show(<RoundPage />, answersFor(), at);
    await user.click(await screen.findByRole('textbox', { name: 'Yard free from, CR-2' }));
    await user.paste('one\ntwo');
    expect(changes().map(({ path, body }) => [path, body])).toEqual([
      ['/rounds/r1/messages/2', { answers: { yard: 'one' } }],
      ['/rounds/r1/messages/3', { answers: { yard: 'two' } }],
    ]);
  });

  it('fills down from a cell: those below without an answer get it, the others keep theirs', async () => {
    const below = [
      line('2', { group: 'fill', kind: 'yard', answers: { yard: 'first' } }),
      line('3', { group: 'fill', kind: 'yard', answers: {} }),
      line('4', { answers: { yard: 'own' } }),
    ];
    const { user, changes } = show(
      <RoundPage />,
      { ...answersFor(), 'GET /rounds/r1/messages': { items: below, next: null } },
      at,
    );
    await user.click(
      await screen.findByRole('button', {
        name: 'Give the answer of CR-2 to “Yard free from” to all below without one',
      }),
    );
    expect(changes().map(({ path, body }) => [path, body])).toEqual([
      ['/rounds/r1/messages/3', { answers: { yard: 'first' } }],
    ]);
  });

  it('deals with all of one kind in one press, and leaves one out', async () => {
    const { user, changes } = show(<RoundPage />, answersFor(), at);
    await user.click(await screen.findByRole('button', { name: /got the same a few days ago.*Take all/ }));
    await user.click(screen.getByRole('button', { name: /Yard free from \(1\): Leave out all/ }));
    await user.click(screen.getByRole('checkbox', { name: 'Leave Person 3 out of the round' }));
    expect(changes().map(({ body }) => body)).toEqual([
      { takeIn: 'sentLately' },
      { leaveOut: { group: 'fill', kind: 'yard' } },
      { in: false },
    ]);
  });

  it('says what will happen, what is unusual, and what stays behind', async () => {
    const { user, changes } = show(<RoundPage />, answersFor(), at);
    expect(await screen.findByText(/1 email · in a minute · each filed on its matter/)).toBeTruthy();
    expect(screen.getByText(/2 different people are written to at office@slip.example/)).toBeTruthy();
    expect(screen.getByText('1 still to fill in: they stay behind.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Send the round' }));
    expect(changes().at(-1)).toMatchObject({ path: '/rounds/r1/send', body: {} });
  });

  it('asks a second person where it is large, and offers to release it to that one alone', async () => {
    show(<RoundPage />, answersFor({ needsRelease: true }), at);
    expect(
      await screen.findByRole('button', { name: 'Ask Maud Tidewell, Jonas Roe to release' }),
    ).toBeTruthy();
  });

  it('can be stopped and paused while it goes', async () => {
    const { user, changes } = show(<RoundPage />, answersFor({ state: 'sending' }), at);
    expect(await screen.findByRole('button', { name: 'Stop' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Pause' }));
    expect(changes().at(-1)).toMatchObject({ path: '/rounds/r1/pause' });
  });

  it('is read by whoever may only read', async () => {
    show(<RoundPage />, answersFor(), { ...at, role: 'reader' });
    expect(await screen.findByRole('heading', { name: 'Windows this month' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Send the round' })).toBeNull();
    expect(screen.queryByRole('checkbox')).toBeNull();
  });
});

it('a practice without rounds is told what one is', async () => {
  show(<RoundsPage />, { 'GET /rounds': { items: [], next: null } });
  expect(await screen.findByText(/A round is one template sent to many matters or people/)).toBeTruthy();
});
