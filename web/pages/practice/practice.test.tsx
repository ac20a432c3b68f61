// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MatterTypeView } from '../../../contract/matterTypes.ts';
import type { MailLinesView } from '../../../contract/mailLines.ts';
import type { PracticeJson } from '../../../contract/practice.ts';
import type { SendingJson } from '../../../contract/sending.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { MatterTypePage } from './kinds/MatterTypePage.tsx';
import { CalendarPage, FilingPage, LetterheadPage } from './PracticePage.tsx';
import { SendingPage } from './sending/SendingPage.tsx';

const TYPE: MatterTypeView = {
  id: 'survey',
  revision: 3,
  matters: 4,
  definition: {
    name: 'Condition survey',
    currency: 'GBP',
    facts: [{ key: 'vessel', label: 'Vessel', kind: 'text' }],
    tables: [],
    roles: [{ key: 'owner', label: 'owner', plural: 'Owners', many: true }],
    stages: [{ key: 'open', label: 'Open' }],
    keyDates: [],
    calculated: [],
  },
};

const PRACTICE: PracticeJson = {
  name: 'A practice',
  phone: '',
  addressLines: ['4 Quay Row'],
  website: '',
  email: 'office@practice.example',
  weekdays: [1, 2, 3, 4, 5],
  holidays: ['2026-12-25'],
  palette: [],
  cautionsOff: [],
  repeatDays: 5,
  fileFrom: 0.97,
  keepFiles: { received: true, sent: false },
  filingDomain: '',
};

const SENDING: SendingJson = {
  senders: [{ key: 'accounts', name: 'Accounts', address: 'accounts@practice.example' }],
  workingHours: { fromMinute: 510, untilMinute: 1050 },
  holdSeconds: 10,
  timeZone: 'Europe/London',
  maxMessageBytes: 25_000_000,
};

const LINES: MailLinesView = {
  revision: 'r1',
  mailboxes: [],
  filingPort: null,
  textGatewayUrl: '',
  textRepliesUrl: '',
  printerUrl: '',
  authorities: '',
  fromOutside: {
    mailbox: 'office@practice.example/INBOX',
    filingPort: 2500,
    textGatewayUrl: '',
    textRepliesUrl: '',
    printerUrl: '',
  },
  standing: [{ name: 'office@practice.example/INBOX', state: 'failing', words: 'No route to host' }],
};

const answers = {
  'GET /matter-types': { items: [TYPE] },
  'GET /practice': PRACTICE,
  'GET /practice/sending': SENDING,
  'GET /holiday-sets': { items: [{ code: 'GB', name: 'United Kingdom' }] },
  'GET /practice/mail-hosts': { hosts: [], fromOutside: [] },
  'GET /practice/mail-lines': LINES,
};
const ALONE = 'An administrator of the practice changes this.';

describe('the holidays of the practice', () => {
  it('are typed with a name, or taken over from a country, and saved together', async () => {
    const days = [
      { day: '2027-01-01', name: 'New Year’s Day' },
      { day: '2026-12-25', name: 'Christmas Day' },
    ];
    const { user, changes } = show(
      <CalendarPage />,
      { ...answers, 'GET /holidays': { days }, 'PATCH /practice': PRACTICE },
      { role: 'administrator' },
    );
    await user.type(await screen.findByLabelText('Another holiday'), '4 May 2027');
    await user.type(screen.getByLabelText('Its name'), 'Fair');
    await user.click(screen.getAllByRole('button', { name: 'Add' })[0] as HTMLElement);
    expect(await screen.findByText(/Fair/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Add these' }));
    expect(await screen.findByText(/New Year’s Day/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(changes().at(-1)?.body).toMatchObject({
      holidays: ['2026-12-25', '2027-01-01', '2027-05-04'],
      holidayNames: { '2026-12-25': 'Christmas Day', '2027-01-01': 'New Year’s Day', '2027-05-04': 'Fair' },
    });
  });

  it('say why a calendar file could not be read', async () => {
    const { user } = show(
      <CalendarPage />,
      { ...answers, 'POST /holidays/read': refusing(422, 'badFile', { code: 'notACalendar' }) },
      { role: 'administrator' },
    );
    await user.upload(await screen.findByLabelText('Calendar file'), new File(['x'], 'a.ics'));
    expect((await screen.findByText(/no calendar that can be read/)).getAttribute('role')).toBe('alert');
  });
});

describe('what the practice decides', () => {
  it('is changed by an administrator, all of it at once', async () => {
    const { user, changes } = show(
      <LetterheadPage />,
      { ...answers, 'PATCH /practice': (body: PracticeJson) => body },
      { role: 'administrator' },
    );
    const name = await screen.findByLabelText('Name');
    await user.clear(name);
    await user.type(name, 'Another name');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(changes()).toEqual([
      {
        method: 'PATCH',
        path: '/practice',
        body: {
          ...PRACTICE,
          name: 'Another name',
        },
      },
    ]);
  });

  it('stands on the state that was opened, then on what it saved itself', async () => {
    let saved = 1;
    const { user, changes } = show(
      <LetterheadPage />,
      {
        ...answers,
        'GET /practice': { ...PRACTICE, revision: 'r1' },
        'PATCH /practice': (body: PracticeJson) => {
          saved += 1;
          return { ...body, revision: `r${saved}` };
        },
      },
      { role: 'administrator' },
    );
    await user.type(await screen.findByLabelText('Name'), ' of ours');
    await user.keyboard('{Control>}s{/Control}');
    await user.type(screen.getByLabelText('Name'), ', renamed');
    await user.keyboard('{Control>}s{/Control}');
    expect(
      changes().map(({ body }) => [(body as PracticeJson).revision, (body as PracticeJson).name]),
    ).toEqual([
      ['r1', 'A practice of ours'],
      ['r2', 'A practice of ours, renamed'],
    ]);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('says what could not be kept, and keeps what was typed', async () => {
    const { user } = show(
      <FilingPage />,
      {
        ...answers,
        'PATCH /practice': refusing(422, 'badSettings', { code: 'notADomain', value: 'x' }),
      },
      { role: 'administrator' },
    );
    await user.type(await screen.findByLabelText(/Filing addresses end in/), 'x');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect((await screen.findByRole('alert')).textContent).toContain('“x” is not a domain');
    expect(screen.getByLabelText(/Filing addresses end in/)).toHaveProperty('value', 'x');
  });

  it.each(['practitioner', 'assistant', 'reader'] as const)(
    'is shown to a %s, and not offered',
    async (role) => {
      show(<LetterheadPage />, answers, { role });
      expect(await screen.findByText(ALONE)).toBeTruthy();
      expect(screen.getByLabelText('Name').closest('fieldset')?.disabled).toBe(true);
      expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
    },
  );
});

describe('senders and hosts', () => {
  it('are an administrator’s: hosts are not even asked for by others', async () => {
    show(<SendingPage />, { ...answers, 'GET /practice/mail-hosts': refusing(403, 'notYours') });
    expect(await screen.findByText(ALONE)).toBeTruthy();
    expect(screen.queryByRole('region', { name: 'Mail servers' })).toBeNull();
  });

  it('stand beside each other for an administrator', async () => {
    show(<SendingPage />, answers, { role: 'administrator' });
    expect(await screen.findByRole('region', { name: 'Mail servers' })).toBeTruthy();
    expect(await screen.findByDisplayValue('accounts@practice.example')).toBeTruthy();
    expect(screen.queryByText(ALONE)).toBeNull();
  });
});

describe('mailboxes', () => {
  it('are looked into before they are kept, and say how their reading goes', async () => {
    const { user, changes } = show(
      <SendingPage />,
      {
        ...answers,
        'POST /practice/mail-lines/try': {
          reached: true,
          words: '',
          fault: null,
          underTls: true,
          signedIn: true,
          messages: 12,
        },
        'PATCH /practice/mail-lines': (body: object) => ({ ...LINES, ...body, revision: 'r2' }),
      },
      { role: 'administrator' },
    );
    const lines = within(await screen.findByRole('region', { name: 'Mail that comes in' }));
    expect(await lines.findByText(/cannot be read: “No route to host”/)).toBeTruthy();
    await user.click(lines.getByRole('button', { name: 'Another mailbox' }));
    const row = within(lines.getByRole('group', { name: 'A new mailbox' }));
    await user.type(row.getByLabelText('Host'), 'imap.practice.example');
    await user.type(row.getByLabelText('Signs in as'), 'accounts');
    const mailbox = within(lines.getByRole('group', { name: 'accounts' }));
    await user.type(mailbox.getByLabelText('Password'), 'low water');
    await user.click(mailbox.getByRole('button', { name: 'Try it' }));
    expect(await mailbox.findByText(/lets us in under TLS; 12 messages lie there/)).toBeTruthy();
    await user.click(lines.getByRole('button', { name: 'Save the mailboxes' }));
    expect(changes().at(-1)).toMatchObject({
      path: '/practice/mail-lines',
      body: {
        revision: 'r1',
        mailboxes: [{ host: 'imap.practice.example', port: 993, user: 'accounts', mailbox: 'INBOX' }],
      },
    });
  });
});

describe('a matter type', () => {
  const page = {
    path: '/practice/kinds/:typeId',
    at: '/practice/kinds/survey',
    role: 'administrator',
  } as const;
  const impact = {
    touches: [{ part: 'fact', key: 'vessel', label: 'Vessel', change: 'removed', matters: 2 }],
    templates: [{ id: 't', name: 'Report' }],
  };

  it('is kept only after what it touches was seen', async () => {
    const { user, changes, at } = show(
      <MatterTypePage />,
      {
        ...answers,
        'POST /matter-types/survey/impact': impact,
        'PATCH /matter-types/survey': { ...TYPE, revision: 4 },
      },
      page,
    );
    const [remove] = await screen.findAllByRole('button', { name: /^Remove / });
    if (remove) await user.click(remove);
    await user.click(screen.getByRole('button', { name: /Save/ }));
    const told = await screen.findByRole('alert');
    expect(told.textContent).toContain('“Vessel” is removed: 2 matters hold something there');
    expect(within(told).getByText(/Could no longer be used on matters of this type: Report/)).toBeTruthy();
    expect(changes().map(({ method }) => method)).toEqual(['POST']);
    await user.click(screen.getByRole('button', { name: /Save anyway/ }));
    await screen.findByText('elsewhere');
    expect([changes().at(-1)?.path, at()]).toEqual(['/matter-types/survey', '/practice/kinds']);
  });

  it('asks again once it is changed after it was seen', async () => {
    const { user } = show(
      <MatterTypePage />,
      { ...answers, 'POST /matter-types/survey/impact': impact },
      page,
    );
    await user.type((await screen.findAllByLabelText('Name'))[0] as HTMLElement, ' of hulls');
    await user.click(screen.getByRole('button', { name: /^Save/ }));
    await screen.findByRole('button', { name: /Save anyway/ });
    await user.type(screen.getAllByLabelText('Name')[0] as HTMLElement, '!');
    expect(screen.queryByRole('button', { name: /Save anyway/ })).toBeNull();
  });

  it('is made from nothing, with its parts by name', async () => {
    const { user, changes } = show(
      <MatterTypePage />,
      { ...answers, 'POST /matter-types': TYPE },
      { ...page, path: '/practice/kinds/new', at: '/practice/kinds/new' },
    );
    await user.type(await screen.findByLabelText('Name'), 'Licence');
    await user.type(screen.getByLabelText('References begin with'), 'ml-');
    await user.click(screen.getByRole('button', { name: 'Add a role' }));
    await user.click(screen.getByRole('button', { name: 'Add a table' }));
    await user.click(screen.getByRole('button', { name: 'Add a calculated value' }));
    await user.click(screen.getByRole('button', { name: /^Save/ }));
    await screen.findByText('elsewhere');
    expect(changes()).toMatchObject([
      { method: 'POST', path: '/matter-types', body: { name: 'Licence', reference: 'ML-' } },
    ]);
    const made = changes()[0]?.body as MatterTypeView['definition'];
    expect([made.roles.length, made.tables.length, made.calculated.length]).toEqual([2, 1, 1]);
  });

  it('is read by a practitioner, who is not offered to keep it', async () => {
    show(<MatterTypePage />, answers, { ...page, role: 'practitioner' });
    expect(await screen.findByText(ALONE)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Save/ })).toBeNull();
    expect(screen.getAllByLabelText('Name')[0]?.closest('fieldset')?.disabled).toBe(true);
  });

  it('that is none is said to be none', async () => {
    show(<MatterTypePage />, answers, { ...page, at: '/practice/kinds/nothing' });
    expect(await screen.findByText('There is no such matter type')).toBeTruthy();
  });
});
