// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Today } from '../../../contract/today.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { TodayPage } from './TodayPage.tsx';

const on = { matterId: 'm1', reference: 'SV-2041', title: 'Saltmarsh Wren' };
const noon = Date.parse('2026-11-24T12:00:00Z');

const EMPTY: Today = {
  today: '2026-11-24',
  followUps: [],
  days: [],
  comingUp: [],
  cameIn: [],
  outstanding: [],
  onItsWay: [],
  inTray: 0,
};
const FULL: Today = {
  today: '2026-11-24',
  followUps: [
    {
      ...on,
      id: 'f1',
      what: 'Ring about the mooring',
      dueOn: '2026-11-20',
      at: null,
      place: '',
      minutes: null,
      invited: [],
      personId: 'p',
      person: 'Maud Tidewell',
    },
    {
      ...on,
      id: 'f2',
      what: 'Ask for the certificate',
      dueOn: '2026-11-26',
      at: null,
      place: '',
      minutes: null,
      invited: [],
      personId: 'p',
      person: 'Maud Tidewell',
    },
  ],
  comingUp: [
    { typeId: 't', path: 'calculated.windowOpens', label: 'Window opens', matters: 7, withinDays: 30 },
  ],
  days: [
    { ...on, path: 'calculated.reportDue', label: 'Report due', date: '2026-11-27', workingDaysLeft: 3 },
  ],
  cameIn: [
    {
      ...on,
      entryId: 'e1',
      occurredAtUtc: noon,
      who: 'Ines Okafor',
      subject: 'The capstan',
      opening: 'It turns.',
    },
  ],
  outstanding: [
    { ...on, entryId: 'e2', sinceUtc: noon, days: 6, owes: 'us', who: 'Aksel Lund', subject: 'May I ask' },
    { ...on, entryId: 'e3', sinceUtc: noon, days: 9, owes: 'them', who: 'The yard', subject: 'Estimate' },
  ],
  onItsWay: [],
  inTray: 5,
};
const page = { path: '/today', at: '/today' };
const answers = (today: Today) => ({ 'GET /today': today, 'GET /calendar': { path: null } });
const part = (name: string) => within(screen.getByRole('region', { name }));

describe('today', () => {
  it('says what is due, near, come in and owed, each on its matter', async () => {
    show(<TodayPage />, answers(FULL), page);
    expect(await screen.findByRole('heading', { name: 'Tuesday 24 November 2026' })).toBeTruthy();
    expect(screen.getByText('Ring about the mooring')).toBeTruthy();
    expect(screen.getByText(/Report due/)).toBeTruthy();
    expect(part('This month, on several matters').getByRole('link').textContent).toBe(
      'Window opens: 7 matters. Write to them…',
    );
    expect(part('In the tray').getByRole('link').textContent).toBe('5 messages to be filed by hand');
    expect(part('They are waiting for us').getByText(/Aksel Lund/)).toBeTruthy();
    expect(part('We are waiting for them').getByText(/The yard/)).toBeTruthy();
    for (const link of screen.getAllByRole('link', { name: 'SV-2041' }))
      expect(link.getAttribute('href')).toBe('/matters/m1');
  });

  it('marks what is late, and nothing else', async () => {
    show(<TodayPage />, answers(FULL), page);
    await screen.findByText('Ring about the mooring');
    const late = [...document.querySelectorAll('[data-late=true]')].map(
      (one) => one.parentElement?.textContent ?? '',
    );
    expect(late.some((words) => words.includes('Ring about the mooring'))).toBe(true);
    expect(late.some((words) => words.includes('Ask for the certificate'))).toBe(false);
  });

  it('offers routines with their reasons, says what ran by itself, and what hinders a reminder', async () => {
    const ran = { unasked: true, person: 'Maud', atUtc: noon, undone: false, mayUndo: false };
    const did = [{ does: 'followUp', what: 'Ring them', dueOn: '2026-11-25' }];
    const { user } = show(
      <TodayPage />,
      {
        ...answers(EMPTY),
        'GET /offered-routines': {
          items: [
            {
              ...on,
              routineId: 'r1',
              name: 'Close the matter',
              occasion: {
                on: 'stage',
                key: 'stage:reported',
                label: 'Reported',
                date: null,
                workingDays: null,
              },
            },
          ],
          ran: [
            { ...on, ...ran, id: 'u1', name: 'Look after silence', did, hindered: null },
            {
              ...on,
              ...ran,
              id: 'u2',
              name: 'Open the window',
              did: [],
              hindered: [{ code: 'blankUnfilled', where: -1, params: { label: 'Answer by', key: 'a' } }],
            },
          ],
        },
        'GET /chases': {
          items: [
            {
              ...on,
              id: 'c1',
              planId: 'p1',
              plan: 'Papers',
              planVersion: 1,
              entryId: 'e1',
              subject: 'Our terms',
              to: ['Ines Okafor'],
              startedOn: '2026-11-20',
              person: 'Maud',
              next: {
                does: 'remind',
                dueOn: '2026-11-24',
                template: { id: 't', name: 'Chaser', channel: 'email', version: 2 },
              },
              went: [],
              hindered: [{ code: 'templateGone', params: {} }],
              ended: null,
            },
          ],
        },
        'PATCH /chases/c1': {},
      },
      page,
    );
    const offered = within(await screen.findByRole('region', { name: 'Routines to run' }));
    expect(offered.getByRole('link', { name: 'Close the matter' }).getAttribute('href')).toBe(
      '/matters/m1/routine/r1',
    );
    expect(offered.getByText('the stage is Reported')).toBeTruthy();
    const alone = within(screen.getByRole('region', { name: 'Ran by themselves' }));
    expect(alone.getByText(/Add a follow-up: Ring them/)).toBeTruthy();
    expect(alone.getByText(/Did nothing:.*Answer by/)).toBeTruthy();
    const reminders = within(await screen.findByRole('region', { name: 'Reminders under way' }));
    expect(reminders.getByText(/Needs you:.*not there any more/)).toBeTruthy();
    await user.click(reminders.getByRole('button', { name: 'Stop: Our terms' }));
  });

  it('is one’s own, or everybody’s', async () => {
    const { user } = show(<TodayPage />, answers(FULL), page);
    expect((await screen.findByRole('button', { name: 'Mine' })).getAttribute('aria-pressed')).toBe('true');
    await user.click(screen.getByRole('button', { name: 'Everyone’s' }));
    expect((await screen.findByRole('button', { name: 'Everyone’s' })).getAttribute('aria-pressed')).toBe(
      'true',
    );
  });

  it('is quiet where nothing waits, and says so', async () => {
    show(<TodayPage />, answers(EMPTY), page);
    expect(await screen.findByText('Nothing waits today')).toBeTruthy();
    expect(screen.queryByRole('region')).toBeNull();
  });

  it('says why it cannot be shown', async () => {
    show(<TodayPage />, { 'GET /today': refusing(503, 'hostUnwell') }, page);
    expect((await screen.findByRole('alert')).textContent).toContain('Make room or wait');
  });

  it('settles a follow-up where it stands, for those who may', async () => {
    const { user, changes } = show(<TodayPage />, { ...answers(FULL), 'PATCH /follow-ups/f1': {} }, page);
    await screen.findByText('Ring about the mooring');
    const [done] = screen.getAllByRole('button', { name: /Done/ });
    if (!done) throw new Error('nothing settles a follow-up');
    await user.click(done);
    expect(changes()).toEqual([{ method: 'PATCH', path: '/follow-ups/f1', body: { done: true } }]);
  });

  it('does not say that a follow-up is done where it is not', async () => {
    const refused = { 'PATCH /follow-ups/f1': refusing(503, 'hostUnwell') };
    const { user } = show(<TodayPage />, { ...answers(FULL), ...refused }, page);
    await screen.findByText('Ring about the mooring');
    const [done] = screen.getAllByRole('button', { name: /Done/ });
    if (!done) throw new Error('nothing settles a follow-up');
    await user.click(done);
    expect((await screen.findByRole('alert')).textContent).toContain('Make room or wait');
    expect(screen.queryByText(/” done/)).toBeNull();
  });

  it('offers a reader nothing that changes', async () => {
    show(<TodayPage />, answers(FULL), { ...page, role: 'reader' });
    await screen.findByText('Ring about the mooring');
    expect(screen.queryByRole('button', { name: /Done/ })).toBeNull();
  });
});
