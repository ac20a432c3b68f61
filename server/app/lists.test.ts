import { describe, expect, it } from 'vitest';
import { useDesk } from './tests/desk.ts';

const desk = useDesk();

type Listed = Readonly<Record<string, unknown>> & { readonly id: string };

/** All pages of a list, few at a time, so that what joins the pages is tried as well. */
async function all(path: string, params: string): Promise<readonly Listed[]> {
  const found: Listed[] = [];
  let after = '';
  for (let page = 0; page < 60; page += 1) {
    const { json, status } = await desk.client.call('GET', `/${path}?limit=7&${params}${after}`);
    expect(status).toBe(200);
    found.push(...(json.items as Listed[]));
    if (json.next === null) return found;
    after = `&after=${encodeURIComponent(String(json.next))}`;
  }
  throw new Error('the pages do not end');
}

/** In the order of their letters' code points and of figures; nothing first. */
const compare = (a: unknown, b: unknown): number => {
  const [x, y] = [a ?? (typeof b === 'number' ? 0 : ''), b ?? (typeof a === 'number' ? 0 : '')] as [
    string,
    string,
  ];
  return x < y ? -1 : x > y ? 1 : 0;
};

describe('a list', () => {
  it.each([
    ['matters', 'reference', 'reference', 1],
    ['matters', 'title', 'title', 1],
    ['matters', 'type', 'type', 1],
    ['matters', 'responsible', 'responsible', 1],
    ['templates', 'name', 'name', 1],
    ['templates', 'folder', 'folder', 1],
    ['templates', 'channel', 'channel', 1],
    ['templates', 'standing', 'standing', 1],
    ['templates', 'uses', 'uses', -1],
    ['templates', 'used', 'lastUsedUtc', -1],
    ['templates', 'changed', 'changedAtUtc', -1],
    ['contacts', 'name', 'name', 1],
    ['contacts', 'organisation', 'organisation', 1],
    ['contacts', 'email', 'email', 1],
  ] as const)('of %s is sorted by %s, whole, either way', async (path, sort, key, way) => {
    const [usual, reversed] = [
      await all(path, `sort=${sort}`),
      await all(path, `sort=${sort}&reversed=true`),
    ];
    expect(usual.length).toBeGreaterThan(7);
    expect(new Set(usual.map(({ id }) => id)).size).toBe(usual.length);
    expect(usual.map((one) => one[key])).toEqual(
      usual.map((one) => one[key]).sort((a, b) => way * compare(a, b)),
    );
    expect(reversed.map(({ id }) => id)).toEqual(usual.map(({ id }) => id).reverse());
  });

  it.each(['matters', 'templates', 'contacts'])(
    'of %s begins anew where the place is none of ours',
    async (path) => {
      const [first, other] = [
        await desk.client.call('GET', `/${path}?limit=2`),
        await desk.client.call('GET', `/${path}?limit=2&after=bm90IGEgcGxhY2U`),
      ];
      expect(other.status).toBe(200);
      expect(other.json).toEqual(first.json);
    },
  );
});
