// @vitest-environment happy-dom
import { fireEvent, within } from '@testing-library/react';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import type { IncomingDetail, IncomingSummary } from '../../../contract/inTray.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import type { Role } from '../../../contract/session.ts';
import { InTrayPage } from './InTrayPage.tsx';

beforeAll(() => {
  // What is marked is brought into sight, which nothing here has.
  Element.prototype.scrollIntoView = vi.fn();
});

const suggested = (reference: string, likelihood: number): IncomingSummary['suggestions'][number] => ({
  matterId: `m-${reference}`,
  reference,
  title: `The ${reference}`,
  stage: 'Open',
  likelihood,
  reasons: [{ code: 'referenceInSubject', params: { reference } }],
});
const message = (id: string, ...suggestions: IncomingSummary['suggestions']): IncomingSummary => ({
  id,
  receivedAtUtc: 0,
  sentAtUtc: 0,
  direction: 'in',
  channel: 'email',
  authenticated: 'passed',
  claimsOurs: false,
  from: { name: `Writer of ${id}`, address: `${id}@elsewhere.example` },
  subject: `About ${id}`,
  opening: 'We write to you',
  attachmentNames: [],
  suggestions,
});
const detail = (one: IncomingSummary, part: Partial<IncomingDetail> = {}): IncomingDetail => ({
  ...one,
  state: 'waiting',
  to: [{ name: '', address: 'office@practice.example' }],
  cc: [{ name: 'The broker', address: 'broker@elsewhere.example' }],
  html: null,
  text: 'We write to you about it.',
  invitation: null,
  attachments: [],
  contacts: [],
  mayJoin: [],
  likelyTypeId: null,
  matters: [],
  saidBefore: [],
  ...part,
});

const FIRST = message('one', suggested('SV-1', 0.95), suggested('SV-2', 0.3));
const SECOND = message('two', suggested('SV-3', 0.4));
const THIRD = message('three');

/** A tray that empties as it is worked: what was filed or put aside is not in it any more. */
function openTray(
  items: readonly IncomingSummary[] = [FIRST, SECOND, THIRD],
  role: Role = 'practitioner',
  more: Readonly<Record<string, unknown>> = {},
) {
  let left = [...items];
  const takeOut = (id: string) => () => {
    left = left.filter((one) => one.id !== id);
    return { entries: [{ entryId: `e-${id}`, matterId: 'm-SV-1', reference: 'SV-1' }] };
  };
  return show(
    <InTrayPage />,
    {
      'GET /in-tray': () => ({ items: left, next: null, count: left.length }),
      'GET /matters': { items: [], next: null },
      ...Object.fromEntries(
        items.flatMap((one) => [
          [`GET /in-tray/${one.id}`, detail(one)],
          [`POST /in-tray/${one.id}/file`, takeOut(one.id)],
          [`POST /in-tray/${one.id}/aside`, takeOut(one.id)],
          [
            `POST /in-tray/${one.id}/back`,
            () => {
              left = [one, ...left];
              return one;
            },
          ],
        ]),
      ),
      'POST /in-tray/file': { entries: [{ entryId: 'e', matterId: 'm-SV-1', reference: 'SV-1' }] },
      ...more,
    },
    { path: '/in', at: '/in', role },
  );
}
const opened = () => document.querySelector('[data-open=true]')?.textContent ?? '';

describe('the in-tray', () => {
  it('opens the first, with where it may belong, how likely, and why', async () => {
    openTray();
    const where = within(await screen.findByRole('complementary', { name: 'Where it belongs' }));
    expect(where.getAllByRole('link', { name: /SV-/ }).map(({ textContent }) => textContent)).toEqual([
      'SV-1',
      'SV-2',
    ]);
    expect(where.getByText('very likely:')).toBeTruthy();
    expect(where.getByText(/SV-1 stands in the subject/)).toBeTruthy();
    expect(await screen.findByText(/to office@practice.example, cc The broker/)).toBeTruthy();
  });

  it('is gone along by the arrow keys, no further than its ends', async () => {
    const { user } = openTray();
    await screen.findByText('About one');
    await user.keyboard('{ArrowUp}');
    expect(opened()).toContain('About one');
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}');
    expect(opened()).toContain('About three');
    expect(await screen.findByText('Nothing in it points to a matter.')).toBeTruthy();
  });

  it('files by a number what is marked, opens the next, and takes it back', async () => {
    const { user, changes } = openTray();
    await screen.findByText('About one');
    await user.keyboard('2');
    expect(await screen.findByText(/“About one” filed on SV-2/)).toBeTruthy();
    expect(changes()[0]).toMatchObject({ path: '/in-tray/one/file', body: { matterIds: ['m-SV-2'] } });
    await vi.waitFor(() => {
      expect(opened()).toContain('About two');
    });
    await user.keyboard('{Control>}z{/Control}');
    expect(await screen.findByText('About one')).toBeTruthy();
    expect(changes()[1]?.path).toBe('/in-tray/one/back');
  });

  it('replies by a number with Shift, whatever sign the keyboard has there', async () => {
    const { at } = openTray([FIRST], 'practitioner', {
      'POST /in-tray/one/file': { entries: [{ entryId: 'e1', matterId: 'm-SV-2' }] },
    });
    await screen.findByText('About one');
    fireEvent.keyDown(document.body, { key: '"', code: 'Digit2', shiftKey: true });
    await vi.waitFor(() => {
      expect(at()).toBe('/matters/m-SV-2/start');
    });
  });

  it('files nothing by the number of a suggestion that is not there', async () => {
    const { user, changes } = openTray();
    await screen.findByText('About one');
    await user.keyboard('5');
    await user.keyboard('{ArrowDown}{ArrowDown}');
    await user.keyboard('{Enter}');
    expect(changes()).toEqual([]);
  });

  it('is put aside as not ours by Delete', async () => {
    const { user, changes } = openTray([SECOND]);
    await screen.findByText('About two');
    await user.keyboard('{Delete}');
    expect(await screen.findByText('The in-tray is empty')).toBeTruthy();
    expect(changes().map(({ path }) => path)).toEqual(['/in-tray/two/aside']);
  });

  it('files the likely ones at once, or else those that were chosen', async () => {
    const { user, changes } = openTray();
    expect(await screen.findByRole('button', { name: /File 1 likely one/ })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Choose “About two”' }));
    await user.click(screen.getByRole('button', { name: /File the 1 chosen, each on its first/ }));
    await vi.waitFor(() => {
      expect(changes()).toEqual([
        { method: 'POST', path: '/in-tray/file', body: { items: [{ id: 'two', matterId: 'm-SV-3' }] } },
      ]);
    });
  });

  it('files nothing among others whose sender nothing proves, and says why', async () => {
    openTray([{ ...FIRST, authenticated: 'failed' }]);
    expect(await screen.findByText(/Sender not proven/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /likely one/ })).toBeNull();
  });

  it('says what could not be filed, and keeps it', async () => {
    const { user } = openTray([FIRST], 'practitioner', {
      'POST /in-tray/one/file': refusing(409, 'decidedMeanwhile'),
    });
    await screen.findByText('About one');
    await user.keyboard('{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('Someone else has dealt with it');
    expect(screen.queryByText(/filed on SV-1/)).toBeNull();
    expect(screen.getByText('About one')).toBeTruthy();
  });

  it('lets a reader read, and neither files nor asks by any key', async () => {
    const { user, changes } = openTray([FIRST], 'reader');
    await screen.findByText('About one');
    await user.keyboard('{Enter}1{Delete}xaf');
    expect(changes()).toEqual([]);
    expect(screen.getByRole('button', { name: /^Choose/ })).toHaveProperty('disabled', true);
    expect(screen.queryByRole('button', { name: /File|Not ours|Import/ })).toBeNull();
  });

  it('tells of files that were brought in what became of each', async () => {
    const { user } = openTray([], 'practitioner', {
      'POST /in-tray/files': {
        filed: 2,
        waiting: 1,
        known: 3,
        reports: 0,
        refused: [{ name: 'notes.txt', why: { code: 'notAMessage' } }],
      },
    });
    await screen.findByText('The in-tray is empty');
    await user.upload(screen.getByLabelText('Messages to import'), new File(['From: a'], 'a.eml'));
    const told = await screen.findByText(/2 messages filed/);
    expect(told.textContent).toBe(
      '2 messages filed · 1 laid into the tray · 3 here already · notes.txt: It is not a message: .eml and mbox files can be taken in.',
    );
  });
});

describe('whoever wrote', () => {
  const known = detail(FIRST, {
    contacts: [{ id: 'c1', name: 'Ines Okafor', organisation: 'Harbourpost' }],
    matters: [{ ...suggested('SV-9', 0), roles: ['client'] }],
    saidBefore: [
      {
        entryId: 'e9',
        matterId: 'm-SV-9',
        reference: 'SV-9',
        direction: 'out',
        occurredAtUtc: 0,
        subject: 'Our terms',
        opening: '',
      },
    ],
    mayJoin: [{ matterId: 'm-SV-1', roles: [{ key: 'broker', label: 'broker' }] }],
  });

  it('is shown with what they are on and what was said before', async () => {
    openTray([FIRST], 'practitioner', { 'GET /in-tray/one': known });
    expect(await screen.findByRole('link', { name: 'Ines Okafor' })).toBeTruthy();
    expect(screen.getByRole('list', { name: 'They are also on' }).textContent).toContain('SV-9');
    expect(screen.getByRole('link', { name: 'Our terms' }).getAttribute('href')).toBe(
      '/matters/m-SV-9?entry=e9',
    );
  });

  it('becomes a party of a matter, and is taken off again by undoing it', async () => {
    const { user, changes } = openTray([FIRST], 'practitioner', {
      'GET /in-tray/one': known,
      'POST /in-tray/one/party': {
        contactId: 'c1',
        name: 'Ines Okafor',
        reference: 'SV-1',
        role: 'broker',
        undo: { revision: 2, parties: [] },
      },
      'PATCH /matters/m-SV-1': {},
    });
    await user.click(await screen.findByRole('button', { name: 'Make them broker' }));
    expect(await screen.findByText(/Ines Okafor is broker on SV-1/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await vi.waitFor(() => {
      expect(changes()[1]).toEqual({
        method: 'PATCH',
        path: '/matters/m-SV-1',
        body: { revision: 2, parties: [] },
      });
    });
  });

  it('can be put into the directory where nobody knows them, but by a reader', async () => {
    openTray([FIRST]);
    expect(await screen.findByRole('link', { name: 'Put them in' })).toBeTruthy();
  });
});
