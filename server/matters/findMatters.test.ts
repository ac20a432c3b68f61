import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();

interface Listed {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly type: string;
  readonly stage: string;
  readonly responsible: string;
}

/** All pages of a list, few at a time, so that what joins the pages is tried as well. */
async function all(params: string): Promise<readonly Listed[]> {
  const found: Listed[] = [];
  let after = '';
  for (let page = 0; page < 40; page += 1) {
    const { json, status } = await desk.client.call('GET', `/matters?limit=5&${params}${after}`);
    expect(status).toBe(200);
    found.push(...(json.items as Listed[]));
    if (json.next === null) return found;
    after = `&after=${encodeURIComponent(String(json.next))}`;
  }
  throw new Error('the pages do not end');
}

describe('the list of matters', () => {
  it('is narrowed to one’s own, a type, a stage, and what goes on', async () => {
    const everything = await all('sort=reference');
    const mine = await all('mine=true&sort=reference');
    expect(mine).toEqual(everything.filter(({ responsible }) => responsible === 'Maud Tidewell'));
    expect(mine.length).toBeGreaterThan(0);
    const types = (await desk.client.call('GET', '/matter-types')).json.items as {
      id: string;
      definition: { name: string };
    }[];
    for (const { id, definition } of types)
      expect(await all(`typeId=${id}&sort=reference`)).toEqual(
        everything.filter(({ type }) => type === definition.name),
      );
    const [open, closed] = [await all('state=open'), await all('state=closed')];
    expect(open.length + closed.length).toBe(everything.length);
    expect(closed.length).toBeGreaterThan(0);
    expect(closed.some(({ id }) => open.some((one) => one.id === id))).toBe(false);
    expect(new Set((await all('stage=closed')).map(({ stage }) => stage)).size).toBe(1);
  });
});
