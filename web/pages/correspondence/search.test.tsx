// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import type { Found, FoundEntry } from '../../../contract/search.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { CorrespondencePage } from './CorrespondencePage.tsx';

beforeAll(() => {
  Element.prototype.scrollIntoView = vi.fn();
});

const found = (entryId: string, change: Partial<FoundEntry> = {}): FoundEntry => ({
  entryId,
  matterId: `m-${entryId}`,
  reference: 'SV-2041',
  title: 'Saltmarsh Wren',
  direction: 'in',
  channel: 'email',
  category: 'Letter',
  occurredAtUtc: 0,
  who: ['Ines Okafor'],
  subject: [
    { text: 'The ', hit: false },
    { text: 'keel', hit: true },
  ],
  excerpt: [{ text: `words of ${entryId}`, hit: false }],
  files: [],
  ...change,
});
const answer = (items: readonly FoundEntry[], change: Partial<Found> = {}): Found => ({
  items: [...items],
  next: null,
  counts: {
    all: items.length,
    direction: [{ key: 'in', count: items.length }],
    channel: [{ key: 'email', count: items.length }],
    category: [{ key: 'Letter', count: items.length }],
    withFile: 1,
  },
  ...change,
});

const openSearch = (result: unknown, at = '/correspondence', more: Readonly<Record<string, unknown>> = {}) =>
  show(
    <CorrespondencePage />,
    { 'GET /correspondence': result, 'GET /saved-searches': { items: [] }, ...more },
    { path: '/correspondence', at },
  );

describe('finding correspondence', () => {
  it('marks the words it was found by, and says what it was enclosed in', async () => {
    openSearch(
      answer([
        found('one', { files: [{ text: 'keel.pdf', hit: true }] }),
        found('two', { direction: 'out' }),
      ]),
    );
    expect(await screen.findByText('2 found')).toBeTruthy();
    const [one, two] = screen.getAllByRole('link');
    expect([...(one?.querySelectorAll('mark') ?? [])].map(({ textContent }) => textContent)).toEqual([
      'keel',
      'keel.pdf',
    ]);
    expect(one?.textContent).toContain('from Ines Okafor');
    expect(two?.textContent).toContain('to Ines Okafor');
    expect(two?.textContent).not.toContain('enclosed:');
  });

  it('is gone along while one types, and Enter opens the marked one', async () => {
    const { user, at } = openSearch(answer([found('one'), found('two')]));
    await screen.findByText('2 found');
    await user.type(screen.getByLabelText('Words to find'), '{ArrowDown}{ArrowDown}{Enter}');
    expect(at()).toBe('/matters/m-two');
  });

  it('has few of a long list in the page, and goes along all of it', async () => {
    const many = Array.from({ length: 400 }, (_, n) => found(`e${n}`));
    const { user, at } = openSearch(answer(many));
    await screen.findByText('400 found');
    const lines = document.querySelectorAll('[data-found]');
    expect(lines.length).toBeLessThan(120);
    expect(lines[0]?.textContent).toContain('words of e0');
    await user.type(screen.getByLabelText('Words to find'), '{ArrowDown}{ArrowDown}{Enter}');
    expect(at()).toBe('/matters/m-e2');
  });

  it('is narrowed by a filter, and widened again by the same', async () => {
    const { user } = openSearch(answer([found('one')]));
    const filter = within(await screen.findByRole('complementary', { name: 'Narrow by' }));
    await user.click(await filter.findByRole('button', { name: 'Received 1' }));
    expect((await filter.findByRole('button', { name: 'Received 1' })).getAttribute('aria-pressed')).toBe(
      'true',
    );
    await user.click(filter.getByRole('button', { name: 'Received 1' }));
    expect(filter.getByRole('button', { name: 'Received 1' }).getAttribute('aria-pressed')).toBe('false');
  });

  it('of one matter says so, and is let out over all of them', async () => {
    const { user } = openSearch(answer([found('one')]), '/correspondence?matterId=m-one');
    await user.click(await screen.findByRole('button', { name: /This matter alone/ }));
    expect(screen.queryByRole('button', { name: /This matter alone/ })).toBeNull();
  });

  it('counts no further than is of use', async () => {
    openSearch(
      answer([found('one')], {
        counts: {
          all: 1001,
          direction: [{ key: 'in', count: 1001 }],
          channel: [],
          category: [],
          withFile: 0,
        },
      }),
    );
    expect(await screen.findByText('more than 1,000')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Received 1000+' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /With an enclosure/ })).toBeNull();
  });

  it('that finds nothing says how words are looked for', async () => {
    openSearch(answer([]));
    expect(await screen.findByText('Nothing was found')).toBeTruthy();
  });

  it('that cannot be done says so, and does not say that there is nothing', async () => {
    openSearch(
      refusing(422, 'badRequest', { code: 'notAsDescribed', where: 'query/words', message: 'has no end' }),
    );
    expect((await screen.findByRole('alert')).textContent).toContain('no end');
    expect(screen.queryByText('Nothing was found')).toBeNull();
  });
});

describe('a search that is kept', () => {
  const KEPT = { items: [{ id: 's1', name: 'Yards', query: { words: 'yard', direction: 'out' } }] };

  it('puts its words and filters back', async () => {
    const { user } = openSearch(answer([found('one')]), '/correspondence', { 'GET /saved-searches': KEPT });
    await user.click(await screen.findByRole('button', { name: 'Saved searches (1)' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Yards' }));
    expect(screen.getByLabelText<HTMLInputElement>('Words to find').value).toBe('yard');
  });

  it('comes back once it was dropped', async () => {
    const { user, changes } = openSearch(answer([found('one')]), '/correspondence', {
      'GET /saved-searches': KEPT,
      'DELETE /saved-searches/s1': {},
      'POST /saved-searches': KEPT.items[0],
    });
    await user.click(await screen.findByRole('button', { name: 'Saved searches (1)' }));
    await user.click(await screen.findByRole('button', { name: 'Drop “Yards”' }));
    await user.click(await screen.findByRole('button', { name: 'Undo' }));
    await vi.waitFor(() => {
      expect(changes().map(({ method, body }) => [method, body])).toEqual([
        ['DELETE', undefined],
        ['POST', { name: 'Yards', query: { words: 'yard', direction: 'out' } }],
      ]);
    });
  });

  it('is not said to be gone where it is not', async () => {
    const { user } = openSearch(answer([found('one')]), '/correspondence', {
      'GET /saved-searches': KEPT,
      'DELETE /saved-searches/s1': refusing(503, 'hostUnwell'),
    });
    await user.click(await screen.findByRole('button', { name: 'Saved searches (1)' }));
    await user.click(await screen.findByRole('button', { name: 'Drop “Yards”' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Make room or wait');
    expect(screen.queryByText(/is gone/)).toBeNull();
  });

  it('is kept under a name, and under no empty one', async () => {
    const { user, changes } = openSearch(answer([found('one')]), '/correspondence?direction=in', {
      'POST /saved-searches': { id: 's2', name: 'What came', query: { direction: 'in' } },
    });
    await user.click(await screen.findByRole('button', { name: 'Saved searches' }));
    const name = await screen.findByLabelText('Name of the search');
    await user.type(name, '   {Enter}');
    expect(changes()).toEqual([]);
    await user.clear(name);
    await user.type(name, 'What came{Enter}');
    await vi.waitFor(() => {
      expect(changes()[0]?.body).toEqual({ name: 'What came', query: { direction: 'in' } });
    });
  });
});
