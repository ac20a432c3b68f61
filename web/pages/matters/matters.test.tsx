// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { MatterPage } from '../../../contract/matters.ts';
import { choose, refusing, screen, show } from '../../tests/stage.tsx';
import { NewMatter } from './NewMatter.tsx';
import { MattersPage } from './MattersPage.tsx';

type MatterListItem = MatterPage['items'][number];

const matter = (n: number): MatterListItem => ({
  id: `m${n}`,
  reference: `SV-${n}`,
  title: `Vessel ${n}`,
  type: 'Condition survey',
  stage: 'Instructed',
  responsible: 'Maud Tidewell',
  parties: ['Ines Okafor'],
  lastEntryAtUtc: null,
  entryCount: 0,
  restricted: n === 2,
});
const page = { path: '/matters', at: '/matters' };
const listed = { 'GET /matters': { items: [matter(1), matter(2), matter(3)], next: null } };
const filter = () => screen.getByRole('searchbox');
const marked = () => document.querySelector('[data-matter][data-marked=true]')?.textContent ?? '';

describe('the matters', () => {
  it('are gone along with the arrow keys and opened with Enter', async () => {
    const { user, at } = show(<MattersPage />, listed, page);
    await screen.findByText('SV-1');
    expect(marked()).toContain('SV-1');
    await user.type(filter(), '{ArrowDown}{ArrowDown}{ArrowDown}');
    expect(marked()).toContain('SV-3');
    await user.type(filter(), '{ArrowUp}{Enter}');
    expect(at()).toBe('/matters/m2');
  });

  it('are none, and say what a matter is, or that nothing has those words', async () => {
    show(<MattersPage />, { 'GET /matters': { items: [], next: null } }, page);
    expect(await screen.findByText('No matters yet')).toBeTruthy();
  });

  it('say what went wrong where they cannot be read', async () => {
    show(<MattersPage />, { 'GET /matters': refusing(503, 'hostUnwell') }, page);
    expect((await screen.findByRole('alert')).textContent).toContain('Make room or wait');
  });

  it('say that there are more below', async () => {
    show(<MattersPage />, { 'GET /matters': { items: [matter(1)], next: 'cursor' } }, page);
    expect(await screen.findByText('1 matter shown, more below')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Show more' })).toBeTruthy();
  });

  it('are sorted by their columns, and the other way round', async () => {
    const { user } = show(<MattersPage />, listed, page);
    await screen.findByText('SV-1');
    const head = () => screen.getByRole('columnheader', { name: /Title/ });
    expect(head().getAttribute('aria-sort')).toBe('none');
    await user.click(screen.getByRole('button', { name: 'Title' }));
    expect(head().getAttribute('aria-sort')).toBe('ascending');
    await user.click(screen.getByRole('button', { name: /Title/ }));
    expect(head().getAttribute('aria-sort')).toBe('descending');
  });

  it('are narrowed to one’s own, and back to all where none is left', async () => {
    const { user } = show(
      <MattersPage />,
      { 'GET /matters': { items: [], next: null }, 'GET /matter-types': { items: [] } },
      page,
    );
    await choose(user, 'Whose', 'Mine');
    expect(await screen.findByText('No such matters')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Show all matters' }));
    expect(await screen.findByText('No matters yet')).toBeTruthy();
  });

  it.each([
    ['practitioner', 1],
    ['assistant', 1],
    ['reader', 0],
  ] as const)('are opened anew by a %s: %i', async (role, offered) => {
    show(<MattersPage />, listed, { ...page, role });
    await screen.findByText('SV-1');
    expect(screen.queryAllByRole('button', { name: 'New matter' })).toHaveLength(offered);
  });
});

describe('a new matter', () => {
  it('is opened with whoever answers for it and those its type asks for', async () => {
    const definition = {
      name: 'Survey',
      currency: 'GBP',
      facts: [],
      tables: [],
      roles: [
        { key: 'owner', label: 'owner', plural: 'Owners', many: true, required: true },
        { key: 'yard', label: 'yard', plural: 'Yards', many: false },
      ],
      stages: [],
      keyDates: [],
      calculated: [],
    };
    const { user, changes } = show(
      <NewMatter about="" onClose={() => undefined} />,
      {
        'GET /matter-types': { items: [{ id: 't1', revision: 1, matters: 0, definition }] },
        'GET /people': {
          items: [
            { id: 'person-practitioner', name: 'The practitioner', gone: false },
            { id: 'petra', name: 'Petra', gone: false },
            { id: 'past', name: 'Past', gone: true },
          ],
        },
        'GET /contacts': {
          items: [{ id: 'c1', name: 'Ines Okafor', organisation: null, email: null }],
          next: null,
        },
        'POST /matters': { id: 'm9' },
      },
      { path: '/matters', at: '/matters' },
    );
    await user.type(await screen.findByLabelText('Title'), 'Grey Gull');
    await choose(user, 'Responsible', 'Petra');
    await user.type(await screen.findByRole('combobox', { name: 'owner' }), 'ines');
    await user.click(await screen.findByText('Ines Okafor'));
    expect(screen.queryByRole('combobox', { name: 'yard' })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Create' }));
    await screen.findByText('elsewhere');
    expect(changes()).toMatchObject([
      {
        body: {
          typeId: 't1',
          title: 'Grey Gull',
          responsibleId: 'petra',
          parties: [{ role: 'owner', contactId: 'c1' }],
        },
      },
    ]);
  });

  it('that is opened for a message has its writer in the first role it asks for, or in none', async () => {
    const type = (id: string, role: string) => ({
      id,
      revision: 1,
      matters: 0,
      definition: {
        ...{ name: `Type ${id}`, currency: 'GBP', facts: [], tables: [], stages: [], keyDates: [] },
        calculated: [],
        roles: [{ key: role, label: role, plural: role, many: true, required: true }],
      },
    });
    const mail = { id: 'in1', typeId: 't2', writer: 'Perpetua Lowe' };
    const { user, changes, at } = show(
      <NewMatter about="A claim" mail={mail} onClose={() => undefined} />,
      {
        'GET /matter-types': { items: [type('t1', 'owner'), type('t2', 'claimant')] },
        'GET /people': { items: [] },
        'POST /in-tray/in1/matter': {
          entries: [{ entryId: 'e1', matterId: 'm9', reference: 'DC-9' }],
        },
      },
      page,
    );
    expect(await screen.findByRole('combobox', { name: 'Perpetua Lowe is the' })).toHaveProperty(
      'value',
      'claimant',
    );
    await user.click(screen.getByRole('button', { name: 'Create' }));
    expect(changes()).toEqual([
      {
        method: 'POST',
        path: '/in-tray/in1/matter',
        body: { typeId: 't2', title: 'A claim', role: 'claimant' },
      },
    ]);
    expect(at()).toBe('/matters/m9');
  });
});
