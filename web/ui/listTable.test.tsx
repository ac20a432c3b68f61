// @vitest-environment happy-dom
import { useRef, useState } from 'react';
import { describe, expect, it } from 'vitest';
import { screen, show } from '../tests/stage.tsx';
import { Choice } from './Choice.tsx';
import { ListTable } from './ListTable.tsx';
import { Ordered } from './Ordered.tsx';
import { PlainHead, SortHead } from './SortHead.tsx';
import { useSorting } from './useSorting.ts';

const SORTS = ['name', 'uses'] as const;

function Numbers({ count }: { readonly count: number }) {
  const scroll = useRef<HTMLDivElement>(null);
  const [sorting, setSorting] = useSorting(SORTS);
  return (
    <div ref={scroll}>
      <ListTable
        label="Numbers"
        heads={
          <>
            <SortHead by="name" label="Name" sorting={sorting} onSort={setSorting} />
            <SortHead by="uses" label="Used" usual="descending" sorting={sorting} onSort={setSorting} />
            <PlainHead label="By" />
          </>
        }
        items={Array.from({ length: count }, (_, n) => `number ${n}`)}
        scroll={scroll}
        row={(name, place) => (
          <tr key={name} {...place}>
            <td>{name}</td>
          </tr>
        )}
      />
    </div>
  );
}

describe('a list as a table', () => {
  it('has every row in the page while it is short', () => {
    show(<Numbers count={100} />, {});
    expect(screen.getAllByRole('row')).toHaveLength(101);
  });

  it('has few of a long one, says how many there are, and keeps the room of the others', () => {
    show(<Numbers count={5_000} />, {});
    const table = screen.getByRole('table', { name: 'Numbers' });
    expect(table.getAttribute('aria-rowcount')).toBe('5001');
    const rows = screen.getAllByRole('row');
    expect(rows.length).toBeLessThan(120);
    expect(rows[1]?.textContent).toBe('number 0');
    expect(rows.map((row) => row.getAttribute('aria-rowindex')).slice(0, 3)).toEqual(['1', '2', '3']);
    const rest = [...table.querySelectorAll<HTMLElement>('tr[aria-hidden] td')].map(({ style }) =>
      parseInt(style.height, 10),
    );
    expect(rest.reduce((sum, height) => sum + height, 0)).toBeGreaterThan(36 * 4_000);
  });

  it('is not there while it has no rows', () => {
    show(<Numbers count={0} />, {});
    expect(screen.queryByRole('table')).toBeNull();
  });

  it('is sorted by its heads: as is usual for each first, then the other way round', async () => {
    const { user } = show(<Numbers count={2} />, {});
    const sorts = () =>
      screen.getAllByRole('columnheader').map((head) => head.getAttribute('aria-sort') ?? 'fixed');
    expect(sorts()).toEqual(['ascending', 'none', 'fixed']);
    await user.click(screen.getByRole('button', { name: 'Used' }));
    expect(sorts()).toEqual(['none', 'descending', 'fixed']);
    await user.click(screen.getByRole('button', { name: /Used/ }));
    expect(sorts()).toEqual(['none', 'ascending', 'fixed']);
  });
});

const HOURS = Array.from({ length: 24 }, (_, n) => ({ value: String(n), label: `${n}:30` }));

function Hours({ said }: { readonly said: string[] }) {
  const [hour, setHour] = useState('8');
  return (
    <>
      <Choice
        label="Hour"
        value={hour}
        options={HOURS}
        onChange={(value) => {
          said.push(value);
          setHour(value);
        }}
      />
      <button type="button">Elsewhere</button>
    </>
  );
}

describe('a long list that is typed into', () => {
  it.each([
    ['19:30', ['19'], 'is taken on leaving, in full'],
    ['19:', ['19'], 'is taken where one alone has it'],
    ['9:30', ['9'], 'is taken where one is called so, though others have it too'],
    [':30', [], 'is left where it may mean several'],
    ['noon', [], 'is left where it means none'],
  ])('%s', async (typed, taken) => {
    const said: string[] = [];
    const { user } = show(<Hours said={said} />, {});
    const field = screen.getByRole('combobox', { name: 'Hour' });
    await user.click(field);
    await user.clear(field);
    await user.type(field, typed);
    await user.click(screen.getByRole('button', { name: 'Elsewhere' }));
    expect(said).toEqual(taken);
  });
});

describe('items in an order of one’s own', () => {
  const order = (items: readonly string[], fixed = false) =>
    show(
      <Ordered
        items={items}
        idOf={(one) => one}
        nameOf={(one) => one}
        fixed={fixed}
        onOrder={() => undefined}
      >
        {(one, n, place, handle) => (
          <p {...place}>
            {n + 1} {one} {handle}
          </p>
        )}
      </Ordered>,
      {},
    );

  it('are each taken by a handle that names them and says how it is moved by keys', () => {
    order(['plan', 'invoice']);
    const handle = screen.getByRole('button', { name: 'Move plan' });
    const how = document.getElementById(handle.getAttribute('aria-describedby') ?? '');
    expect(how?.textContent).toMatch(/Press Space to take hold/);
  });

  it('have none where there is no other place, or nothing may be moved', () => {
    order(['plan']);
    expect(screen.queryByRole('button')).toBeNull();
    order(['plan', 'invoice'], true);
    expect(screen.queryByRole('button')).toBeNull();
  });
});
