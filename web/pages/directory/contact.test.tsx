// @vitest-environment happy-dom
import { Outlet, Route, Routes } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import { choose, refusing, screen, sessionOf, show } from '../../tests/stage.tsx';
import type { Role } from '../../../contract/session.ts';
import { Addresses } from './Addresses.tsx';
import { ContactCorrespondence } from './ContactCorrespondence.tsx';
import { ContactDetailsPage } from './ContactDetailsPage.tsx';
import { ContactDocuments } from './ContactDocuments.tsx';
import { ContactPage } from './ContactPage.tsx';
import { held } from '../../tests/held.tsx';

const INES: ContactJson = {
  kind: 'person',
  name: 'Ines Okafor',
  title: 'Ms',
  givenName: 'Ines',
  middleName: '',
  familyName: 'Okafor',
  suffix: '',
  organisation: 'Harbourpost',
  position: '',
  language: 'en',
  ownFormalGreeting: '',
  ownFamiliarGreeting: '',
  coupleGreeting: '',
  coupleWithId: null,
  doNotWriteTo: false,
  filingRule: 'usual',
  note: '',
  addresses: [
    { kind: 'email', label: 'work', value: 'ines@harbour.example', preferred: true, bounced: true },
    { kind: 'email', label: 'home', value: 'ines@home.example', preferred: false, bounced: false },
    { kind: 'phone', label: 'work', value: '07700 900123', preferred: true, bounced: false },
  ],
} as ContactJson;
const BIRTHDAY = { key: 'birthday', label: 'Birthday', kind: 'date' };
const DETAIL: ContactDetail = {
  id: 'c1',
  revision: 4,
  contact: INES,
  coupleWith: null,
  people: [],
  factsKept: [{ key: 'birthday', label: 'Birthday', kind: 'date' }],
  greetings: { formal: 'Dear Ms Okafor', familiar: 'Dear Ines' },
  matters: [
    {
      id: 'm1',
      reference: 'SV-2041',
      title: 'Saltmarsh Wren',
      roles: ['client'],
      by: [],
      stage: 'Instructed',
      closed: false,
      lastEntryUtc: null,
    },
    {
      id: 'm2',
      reference: 'SV-2044',
      title: 'Grey Heron',
      roles: ['owner'],
      by: [],
      stage: 'Closed',
      closed: true,
      lastEntryUtc: 0,
    },
  ],
} as unknown as ContactDetail;

const open = (
  answers: Readonly<Record<string, unknown>>,
  {
    at = '/directory/c1/details',
    role = 'practitioner',
  }: { readonly at?: string; readonly role?: Role } = {},
) =>
  show(
    <Routes>
      <Route element={<Outlet context={sessionOf(role)} />}>
        <Route path="new" element={<ContactDetailsPage />} />
        <Route path=":contactId/details" element={<ContactDetailsPage />} />
        <Route path=":contactId" element={<ContactPage />}>
          <Route index element={<ContactCorrespondence />} />
          <Route path="documents" element={<ContactDocuments />} />
        </Route>
      </Route>
    </Routes>,
    {
      'GET /contact-facts': { items: [BIRTHDAY] },
      'GET /contacts/c1/correspondence': { items: [], next: null },
      ...answers,
    },
    { path: '/directory/*', at, role },
  );

describe('a contact', () => {
  it('shows how messages to them begin, and the matters they are on, the likeliest first', async () => {
    open({ 'GET /contacts/c1': DETAIL });
    expect(await screen.findByText('Dear Ms Okafor,')).toBeTruthy();
    expect(screen.getByText('Dear Ines,')).toBeTruthy();
    expect(screen.getByText(/likeliest: Instructed/)).toBeTruthy();
    expect(screen.getByText(/^closed, last heard of/)).toBeTruthy();
    expect(screen.getAllByRole('link', { name: /Write to Ines Okafor/ })).toHaveLength(2);
  });

  it('is not offered to be written to where they are not to be', async () => {
    open({ 'GET /contacts/c1': { ...DETAIL, contact: { ...INES, doNotWriteTo: true } } });
    await screen.findByText('Dear Ms Okafor,');
    expect(screen.queryByRole('link', { name: /Write to/ })).toBeNull();
  });

  it('is kept as it was changed, on what it was changed from, named by its parts', async () => {
    const { user, changes } = open({ 'GET /contacts/c1': DETAIL, 'PATCH /contacts/c1': DETAIL });
    const family = await screen.findByLabelText('Family name');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /Save/ }).disabled).toBe(true);
    await user.clear(family);
    await user.type(family, 'Vane');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Ines Vane');
    await user.keyboard('{Control>}s{/Control}');
    await vi.waitFor(() => {
      expect(changes()[0]).toMatchObject({
        method: 'PATCH',
        path: '/contacts/c1',
        body: { revision: 4, contact: { name: 'Ines Vane', familyName: 'Vane' } },
      });
    });
  });

  it('says when somebody else changed it, and keeps what was typed', async () => {
    const { user } = open({
      'GET /contacts/c1': DETAIL,
      'PATCH /contacts/c1': refusing(409, 'contactChanged'),
    });
    await user.type(await screen.findByLabelText('Note'), 'ring first');
    await user.click(screen.getByRole('button', { name: /Save/ }));
    expect((await screen.findByRole('alert')).textContent).toContain('meanwhile');
    expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe('ring first');
  });

  it('that is new has an address of its own once it is kept', async () => {
    const { user, changes, at } = open(
      { 'POST /contacts': { ...DETAIL, id: 'c9' }, 'GET /contacts/c9': { ...DETAIL, id: 'c9' } },
      { at: '/directory/new' },
    );
    expect((await screen.findByRole<HTMLButtonElement>('button', { name: /Save/ })).disabled).toBe(true);
    await user.type(screen.getByLabelText('Given name'), 'Hal');
    await user.type(screen.getByLabelText('Family name'), 'Vane');
    await user.click(screen.getByRole('button', { name: /Save/ }));
    await vi.waitFor(() => {
      expect(at()).toBe('/directory/c9/details');
    });
    expect(changes()[0]?.body).toMatchObject({ kind: 'person', name: 'Hal Vane' });
  });

  it('that is an organisation has one name, and no greeting of a couple', async () => {
    const { user } = open({}, { at: '/directory/new' });
    await choose(user, 'Type', 'organisation');
    expect(screen.getByLabelText('Name')).toBeTruthy();
    expect(screen.queryByLabelText('Given name')).toBeNull();
    expect(screen.queryByLabelText('One of a couple with')).toBeNull();
  });

  it('is read by a reader, who is not offered to keep it', async () => {
    open({ 'GET /contacts/c1': DETAIL }, { role: 'reader' });
    await screen.findByText('Dear Ms Okafor,');
    expect(screen.queryByRole('button', { name: /Save/ })).toBeNull();
    expect(screen.queryByRole('link', { name: /Write to/ })).toBeNull();
  });

  it('belongs to organisations: one of the directory, or one that is made when it is saved', async () => {
    const corrant = { id: 'o1', kind: 'organisation', name: 'Corrant Mutual' };
    const { user, changes } = open({
      'GET /contacts/c1': DETAIL,
      'PATCH /contacts/c1': DETAIL,
      'GET /contacts': { items: [corrant], next: null },
    });
    await user.click(await screen.findByRole('button', { name: 'Add an organisation' }));
    await user.type(screen.getByLabelText('Organisation 1'), 'Corrant');
    await user.click(await screen.findByRole('button', { name: 'Corrant Mutual' }));
    await user.type(screen.getByLabelText('Position 1'), 'Clerk');
    await user.click(screen.getByRole('button', { name: 'Add an organisation' }));
    // What is typed and not chosen is taken, not dropped.
    await user.type(screen.getByLabelText('Organisation 2'), 'Gull Rock');
    await user.click(screen.getByRole('button', { name: /Save/ }));
    await vi.waitFor(() => {
      expect(changes()[0]?.body).toMatchObject({
        contact: {
          memberships: [
            { organisationId: 'o1', organisation: 'Corrant Mutual', position: 'Clerk' },
            { organisationId: null, organisation: 'Gull Rock' },
          ],
        },
      });
    });
  });

  it('that is none is said to be none', async () => {
    open({ 'GET /contacts/c1': refusing(404, 'notFound', { code: 'noSuch', what: 'contact' }) });
    expect(await screen.findByText('There is no such contact')).toBeTruthy();
  });
});

describe('a contact as a record', () => {
  const entry = (id: string, part: object) => ({
    id,
    direction: 'in',
    authenticated: 'passed',
    channel: 'email',
    occurredAtUtc: Date.parse('2026-11-20T10:00:00Z'),
    subject: 'The rig',
    opening: 'Could you tell me?',
    who: ['Ines Okafor'],
    conversationId: id,
    attachmentNames: [],
    category: 'Received',
    awaiting: { kind: 'nothing' },
    standing: null,
    bounced: false,
    matterId: 'm1',
    reference: 'SV-2041',
    title: 'Saltmarsh Wren',
    ...part,
  });

  it('shows what was said over all matters, what waits for an answer first', async () => {
    const owed = entry('e1', { awaiting: { kind: 'ourAnswer', days: 4 } });
    open(
      {
        'GET /contacts/c1': DETAIL,
        'GET /contacts/c1/correspondence': {
          items: [owed, entry('e2', { subject: 'Re: Thanks', reference: 'General file' })],
          next: null,
        },
      },
      { at: '/directory/c1' },
    );
    expect(await screen.findByText('They are waiting for us')).toBeTruthy();
    expect(screen.queryByText('We are waiting for them')).toBeNull();
    expect(screen.getAllByText('The rig')).toHaveLength(2);
    expect(screen.getByText('Thanks')).toBeTruthy();
    expect(screen.getByText(/General file/)).toBeTruthy();
  });

  it('says how they are reached, where they belong and what is kept of them', async () => {
    const contact: ContactJson = {
      ...INES,
      memberships: [
        {
          organisationId: 'o1',
          organisation: 'Harbourpost',
          position: 'Clerk',
          from: '2020-01-01',
          until: null,
        },
      ],
      facts: { birthday: { kind: 'date', date: '1961-03-14' } },
    };
    open({ 'GET /contacts/c1': { ...DETAIL, contact } }, { at: '/directory/c1' });
    expect((await screen.findByRole('link', { name: 'Harbourpost' })).getAttribute('href')).toBe(
      '/directory/o1',
    );
    expect(screen.getByRole('link', { name: '07700 900123' }).getAttribute('href')).toBe('tel:07700900123');
    expect(screen.getByText('14 March 1961')).toBeTruthy();
  });

  it('starts a message to them without a matter, by its button and by N', async () => {
    const { user, at } = open({ 'GET /contacts/c1': DETAIL }, { at: '/directory/c1' });
    await screen.findByRole('button', { name: /Start a message to Ines Okafor/ });
    await user.keyboard('n');
    expect(at()).toBe('/matters/00000000-0000-4000-8000-000000000001/start');
  });

  it('lists the files that went to them or came from them', async () => {
    const file = {
      name: 'Report.pdf',
      mediaType: 'application/pdf',
      sizeBytes: 2000,
      entries: [
        {
          entryId: 'e1',
          index: 0,
          direction: 'out',
          occurredAtUtc: 0,
          subject: 'Your report',
          matterId: 'm1',
          reference: 'SV-2041',
        },
      ],
    };
    open(
      { 'GET /contacts/c1': DETAIL, 'GET /contacts/c1/files': { items: [file] } },
      { at: '/directory/c1/documents' },
    );
    expect((await screen.findByRole('link', { name: 'Report.pdf' })).getAttribute('href')).toContain(
      '/correspondence/e1/attachments/0',
    );
    expect(screen.getByRole('link', { name: 'Your report' }).getAttribute('href')).toBe(
      '/matters/m1?entry=e1',
    );
  });
});

describe('addresses', () => {
  const addresses = () =>
    held<ContactJson['addresses']>(INES.addresses, (value, onChange) => (
      <Addresses addresses={value} onChange={onChange} />
    ));

  it('of one kind have one that is preferred', async () => {
    const { user, value } = addresses();
    const [, home] = screen.getAllByLabelText('preferred');
    if (home) await user.click(home);
    expect(value().map(({ value: text, preferred }) => [text, preferred])).toEqual([
      ['ines@harbour.example', false],
      ['ines@home.example', true],
      ['07700 900123', true],
    ]);
  });

  it('that email came back from are thought good again once they are changed', async () => {
    const { user, value } = addresses();
    expect(screen.getByText('email came back')).toBeTruthy();
    const [first] = screen.getAllByLabelText('Address');
    if (first) await user.type(first, 'x');
    expect(value()[0]).toMatchObject({ value: 'ines@harbour.examplex', bounced: false });
  });

  it('are added as what is not there yet, and taken out', async () => {
    const { user, value } = addresses();
    const [first] = screen.getAllByRole('button', { name: 'Remove' });
    if (first) await user.click(first);
    await user.click(screen.getByRole('button', { name: 'Add an address' }));
    expect(value().at(-1)).toMatchObject({ kind: 'phone', value: '', preferred: false });
    expect(value()).toHaveLength(3);
  });
});
