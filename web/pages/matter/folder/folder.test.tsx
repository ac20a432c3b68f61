// @vitest-environment happy-dom
import { cleanup, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { choose, screen, show } from '../../../tests/stage.tsx';
import { document, matter, party } from '../../../tests/matterDetail.ts';
import { Folder } from './Folder.tsx';

const RECORD = {
  id: 'm1',
  revision: 1,
  title: 'Saltmarsh Wren',
  reference: 'SV-2041',
  note: '',
  stage: 'open',
  responsibleId: 'maud',
  type: {
    id: 't1',
    name: 'Survey',
    currency: 'GBP',
    facts: [],
    tables: [],
    roles: [{ key: 'owner', label: 'owner', plural: 'Owners', many: true }],
    stages: [],
    keyDates: [],
    calculated: [],
  },
  facts: {},
  dates: {},
  tables: {},
  parties: [],
  people: [
    { id: 'maud', name: 'Maud' },
    { id: 'jonas', name: 'Jonas' },
  ],
  restricted: false,
  visibleTo: [],
  calculated: [],
};

const stage = (of: MatterDetail, role: 'practitioner' | 'assistant' | 'reader' = 'practitioner') =>
  show(
    <Folder matter={of} narrow={false} mayChange={role !== 'reader'} />,
    {
      'PATCH /matters/m1/documents/d1': {},
      'PATCH /follow-ups/f1': {},
      'POST /matters/m1/follow-ups': { id: 'f2' },
    },
    { role },
  );

describe('the folder', () => {
  it('holds who the matter concerns, and who is do not write to', () => {
    stage(
      matter({
        parties: [party('Ines'), party('Aksel', { doNotWriteTo: true }), party('Verity', { bounced: true })],
      }),
    );
    expect(screen.getByText('Owners')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Write to Ines' })).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Write to Aksel' })).toBeNull();
    expect(screen.getByText('do not write to')).toBeTruthy();
    expect(screen.getByText('email came back')).toBeTruthy();
  });

  it('opens a document, and sends it from where it lies', () => {
    stage(matter({ documents: [document({ version: 3 })] }));
    expect(screen.getByRole('link', { name: /Survey report v3/ }).getAttribute('href')).toBe(
      '/matters/m1/documents/d1',
    );
    expect(screen.getByRole('link', { name: 'Send Survey report' })).toBeTruthy();
  });

  it('keeps a document for the practice alone, and lets it out again', async () => {
    const { user, changes } = stage(matter());
    await user.click(screen.getByRole('button', { name: 'Restrict' }));
    expect(changes()).toEqual([
      { method: 'PATCH', path: '/matters/m1/documents/d1', body: { restricted: true } },
    ]);
  });

  it('says that a document is for the practice alone', async () => {
    const { user, changes } = stage(matter({ documents: [document({ restricted: true })] }));
    expect(screen.getByText(/practice alone/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Allow' }));
    expect(changes()).toMatchObject([{ body: { restricted: false } }]);
  });

  it('settles a follow-up, and takes that back', async () => {
    const { user, changes } = stage(
      matter({
        followUps: [
          {
            id: 'f1',
            what: 'Chase the yard',
            dueOn: '2026-11-30',
            at: null,
            minutes: null,
            place: '',
            person: 'Maud',
            personId: 'maud',
            invited: [],
          },
        ],
      }),
    );
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect((await screen.findByRole('status')).textContent).toContain('“Chase the yard” done');
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(changes().map(({ path, body }) => [path, body])).toEqual([
      ['/follow-ups/f1', { done: true }],
      ['/follow-ups/f1', { done: false }],
    ]);
  });

  it('makes an appointment with an hour and a place, and offers the next reminder of what is done', async () => {
    const { user, changes } = stage(
      matter({
        followUps: [
          {
            id: 'f1',
            what: 'Chase the yard',
            dueOn: '2026-11-30',
            at: '14:30',
            minutes: 60,
            place: 'Hallam Slip',
            person: 'Maud',
            personId: 'maud',
            invited: [],
          },
        ],
      }),
    );
    expect(screen.getByText('14:30 · Hallam Slip · Maud')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Change “Chase the yard”' }));
    const hour = screen.getByLabelText('At what time (for an appointment)');
    await user.clear(hour);
    await user.type(hour, 'soon');
    expect(screen.getByText('A time like 14:30')).toBeTruthy();
    await user.clear(hour);
    await user.type(hour, '9.15');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => {
      expect(changes().at(-1)).toMatchObject({ body: { at: '09:15', what: 'Chase the yard' } });
    });
    await user.click(await screen.findByRole('button', { name: 'Done' }));
    await user.click(await screen.findByRole('button', { name: /^Remind me again on / }));
    await waitFor(() => {
      expect(changes().at(-1)).toMatchObject({
        path: '/matters/m1/follow-ups',
        body: { what: 'Chase the yard', personId: 'maud' },
      });
    });
    expect((await screen.findByRole('status')).textContent).toContain('Reminder set for');
  });

  it('says who was invited to an appointment, what they answered, and offers to tell them of a change', () => {
    const appointment = (current: boolean) => ({
      ...{ id: 'f1', what: 'Survey', dueOn: '2026-11-30', at: '14:30', minutes: 60, place: '' },
      ...{ person: 'Maud', personId: 'maud' },
      invited: [
        { name: 'Ines Okafor', address: 'i@x.example', answer: 'yes' as const, entryId: null, current },
        { name: '', address: 'a@x.example', answer: 'none' as const, entryId: null, current },
      ],
    });
    stage(matter({ followUps: [appointment(true)] }));
    expect(screen.getByText('Ines Okafor: comes')).toBeTruthy();
    expect(screen.getByText('a@x.example: invited, no answer yet')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Invite people to “Survey”' })).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Call off “Survey”' })).toBeTruthy();
    cleanup();
    stage(matter({ followUps: [appointment(false)] }));
    expect(screen.getByText(/Changed since they were invited/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Tell those invited how “Survey” stands now' })).toBeTruthy();
  });

  it('has follow-ups made by hand, and put off or handed on', async () => {
    const { user, changes } = show(
      <Folder matter={matter()} narrow={false} mayChange />,
      {
        'GET /matters/m1/record': RECORD,
        'POST /matters/m1/follow-ups': { id: 'f2' },
        'PATCH /follow-ups/f1': {},
      },
      {},
    );
    await user.click(await screen.findByRole('button', { name: 'Add a follow-up…' }));
    await user.type(screen.getByLabelText('What to do'), 'Order the survey');
    await user.type(screen.getByLabelText('By'), '4 January 2027');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await user.click(await screen.findByRole('button', { name: 'Change “Ring the yard”' }));
    await choose(user, 'Who', 'Jonas');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => {
      expect(changes().map(({ path, body }) => [path, body])).toEqual([
        ['/matters/m1/follow-ups', { what: 'Order the survey', dueOn: '2027-01-04' }],
        [
          '/follow-ups/f1',
          {
            what: 'Ring the yard',
            dueOn: '2026-11-25',
            personId: 'jonas',
          },
        ],
      ]);
    });
  });

  it('offers an assistant to send a document, and not to restrict it', () => {
    stage(matter(), 'assistant');
    expect(screen.getByRole('link', { name: 'Send Survey report' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Restrict' })).toBeNull();
  });

  it('is read by a reader, who is offered nothing', () => {
    stage(matter(), 'reader');
    expect(screen.getByText('Ines')).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Write to Ines' })).toBeNull();
    expect(screen.queryByRole('link', { name: 'Send Survey report' })).toBeNull();
    expect(screen.queryAllByRole('button')).toEqual([]);
  });

  it('takes somebody as a party who is not in the directory yet', async () => {
    const { user, changes } = show(
      <Folder matter={matter()} narrow={false} mayChange />,
      {
        'GET /matters/m1/record': RECORD,
        'POST /contacts': { id: 'c9' },
        'PATCH /matters/m1': { record: RECORD, undo: { revision: 2 } },
      },
      {},
    );
    await user.click(await screen.findByRole('button', { name: 'Change parties' }));
    await user.click(screen.getByRole('button', { name: 'New contact…' }));
    await user.type(screen.getByLabelText('Name'), 'Nell Harrow');
    await user.type(screen.getByLabelText('Email address'), 'nell@harrow.example');
    await user.click(screen.getByRole('button', { name: 'Add as owner' }));
    await waitFor(() => {
      expect(changes()).toMatchObject([
        {
          path: '/contacts',
          body: {
            kind: 'person',
            name: 'Nell Harrow',
            familyName: 'Harrow',
            addresses: [{ value: 'nell@harrow.example' }],
          },
        },
        { path: '/matters/m1', body: { parties: [{ role: 'owner', contactId: 'c9' }] } },
      ]);
    });
  });

  it('says what belongs in it where it is empty', () => {
    stage(matter({ parties: [], documents: [], followUps: [] }));
    expect(screen.getByText(/Nobody yet. Whom the matter concerns stands here/)).toBeTruthy();
    expect(screen.getByText('Reports, invoices and pictures of this matter stand here.')).toBeTruthy();
  });

  it('narrows to a strip of counts beside an open sheet', () => {
    show(<Folder matter={matter()} narrow mayChange />, {});
    const strip = within(screen.getByRole('navigation', { name: 'Folder' }));
    expect(strip.getAllByText(/ 1$/).length).toBeGreaterThan(0);
    expect(screen.queryByText('Survey report')).toBeNull();
  });
});
