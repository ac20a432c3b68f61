// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import type { ContactPage } from '../../../contract/directory.ts';

import { refusing, screen, show } from '../../tests/stage.tsx';
import { DirectoryPage } from './DirectoryPage.tsx';

type ContactListItem = ContactPage['items'][number];

const contact = (name: string, change: Partial<ContactListItem> = {}): ContactListItem => ({
  id: name.toLowerCase(),
  kind: 'person',
  name,
  organisation: null,
  email: `${name.toLowerCase()}@mail.example`,
  phone: null,
  bounced: false,
  doNotWriteTo: false,
  matters: 0,
  ...change,
});
const page = { path: '/directory', at: '/directory' };
const answers = {
  'GET /contacts': {
    items: [
      contact('Ines', { matters: 2 }),
      contact('Corrant Mutual', { kind: 'organisation', email: null }),
      contact('Aksel', { doNotWriteTo: true }),
      contact('Verity', { bounced: true }),
    ],
    next: null,
  },
  'GET /contact-duplicates': { items: [] },
  'GET /recipient-groups': { items: [] },
};

describe('the directory', () => {
  it('says of everybody how they are reached, and who is do not write to', async () => {
    show(<DirectoryPage />, answers, page);
    expect((await screen.findByRole('link', { name: 'Ines' })).getAttribute('href')).toBe('/directory/ines');
    expect(screen.getByText('2 matters')).toBeTruthy();
    expect(screen.getByText('no email address')).toBeTruthy();
    expect(screen.getByText('do not write to')).toBeTruthy();
    expect(screen.getByText('email came back')).toBeTruthy();
  });

  it('takes out those that were chosen, and says how many', async () => {
    const { user } = show(<DirectoryPage />, answers, page);
    expect(await screen.findByRole('button', { name: 'Export all as vCard' })).toBeTruthy();
    await user.click(await screen.findByLabelText('Choose Ines'));
    await user.click(screen.getByLabelText('Choose Aksel'));
    await user.click(screen.getByLabelText('Choose Ines'));
    expect(screen.getByRole('button', { name: 'Export 1 as vCard' })).toBeTruthy();
  });

  it('shows the groups that were saved; a deleted one is put back as it was', async () => {
    const members = [{ name: 'Yard', address: 'yard@yard.example' }];
    const { user, changes } = show(
      <DirectoryPage />,
      {
        ...answers,
        'GET /recipient-groups': { items: [{ id: 'g1', name: 'The yards', members }] },
        'DELETE /recipient-groups/g1': {},
        'POST /recipient-groups': { id: 'g2', name: 'The yards', members },
      },
      page,
    );
    await user.click(await screen.findByRole('button', { name: '1 group' }));
    await user.click(await screen.findByRole('button', { name: 'Delete “The yards”' }));
    await user.click(await screen.findByRole('button', { name: 'Put it back' }));
    await vi.waitFor(() => {
      expect(changes()).toEqual([
        { method: 'DELETE', path: '/recipient-groups/g1' },
        { method: 'POST', path: '/recipient-groups', body: { name: 'The yards', members } },
      ]);
    });
  });

  it('says who may be one, and joins them only at a word', async () => {
    const pair = [contact('Ines'), contact('InesO'), contact('Okafor')];
    const { user, changes } = show(
      <DirectoryPage />,
      {
        ...answers,
        'GET /contact-duplicates': { items: [{ because: 'address', same: 'x@y', contacts: pair }] },
        [`POST /contacts/${pair[1]?.id}/merge`]: {},
        [`POST /contacts/${pair[1]?.id}/unmerge`]: {},
      },
      page,
    );
    await user.click(await screen.findByRole('button', { name: '1 possible duplicate' }));
    expect(screen.getByText('All 3 are reached at x@y')).toBeTruthy();
    expect(changes()).toEqual([]);
    await user.click(screen.getAllByRole('radio')[1] as HTMLElement);
    await user.click(screen.getByRole('button', { name: 'Join “Ines” into “InesO”' }));
    expect((await screen.findByRole('status')).textContent).toContain('“Ines” was joined into “InesO”');
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await vi.waitFor(() => {
      expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
    });
    expect(changes().map(({ path }) => path)).toEqual([
      `/contacts/${pair[1]?.id}/merge`,
      `/contacts/${pair[1]?.id}/unmerge`,
    ]);
  });

  it('begins a new contact at a key', async () => {
    const { user, at } = show(<DirectoryPage />, answers, page);
    await screen.findByRole('link', { name: 'Ines' });
    await user.click(document.body);
    await user.keyboard('n');
    expect(at()).toBe('/directory/new');
  });

  it('is read by a reader, who brings nobody in', async () => {
    show(<DirectoryPage />, answers, { ...page, role: 'reader' });
    await screen.findByRole('link', { name: 'Ines' });
    expect(screen.queryByRole('button', { name: /New contact/ })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Import' })).toBeNull();
    expect(screen.getByRole('button', { name: 'as CSV' })).toBeTruthy();
  });

  it('is empty, and says what belongs here; what cannot be read is said', async () => {
    show(<DirectoryPage />, { ...answers, 'GET /contacts': { items: [], next: null } }, page);
    expect(await screen.findByText('Nobody yet')).toBeTruthy();
  });

  it('says what cannot be read', async () => {
    show(
      <DirectoryPage />,
      { ...answers, 'GET /contacts': refusing(500, 'internal', { code: 'cannotShowNow' }) },
      page,
    );
    expect((await screen.findByRole('alert')).textContent).toContain('cannot be shown now');
  });
});
