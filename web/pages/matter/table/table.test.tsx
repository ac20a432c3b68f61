// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { Outlet, Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { ChangeMatter, MatterRecordView } from '../../../../contract/matterTypes.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { refusing, screen, sessionOf, show } from '../../../tests/stage.tsx';
import type { CellDefinition } from '../../../../core/template/readCell.ts';
import { pasteCells } from './pasteCells.ts';
import { TablePane } from './TablePane.tsx';

const COLUMNS: readonly CellDefinition[] = [
  { key: 'item', label: 'Item', kind: 'text' },
  { key: 'cost', label: 'Cost', kind: 'money' },
];

const recordOf = (revision: number, items: MatterRecordView['tables'][string]): MatterRecordView =>
  ({
    id: matter().id,
    revision,
    stage: '',
    type: {
      currency: 'GBP',
      facts: [],
      keyDates: [],
      tables: [{ key: 'items', label: 'Items', columns: COLUMNS }],
    },
    facts: {},
    dates: {},
    tables: { items },
    parties: [],
    calculated: [],
  }) as unknown as MatterRecordView;

const text = (words: string) => ({ kind: 'text', text: words }) as const;
const items = (record: MatterRecordView) => record.tables['items'] ?? [];

function stage(change: (sent: ChangeMatter, now: MatterRecordView) => unknown = () => undefined) {
  let now = recordOf(1, [{ item: text('Keel bolts') }]);
  const id = matter().id;
  const stood = show(
    <Routes>
      <Route element={<Outlet context={{ matter: matter(), session: sessionOf('practitioner') }} />}>
        <Route path=":tableKey" element={<TablePane />} />
      </Route>
    </Routes>,
    {
      [`GET /matters/${id}/record`]: () => now,
      [`PATCH /matters/${id}`]: (sent: ChangeMatter) => {
        const refusal = change(sent, now);
        if (refusal !== undefined) return refusal;
        if (sent.revision !== now.revision) return refusing(409, 'matterChanged');
        const before = now;
        now = recordOf(now.revision + 1, sent.tables?.['items'] ?? items(now));
        return { record: now, undo: { revision: now.revision, tables: before.tables } };
      },
    },
    { path: '/table/*', at: '/table/items' },
  );
  return { ...stood, rows: () => items(now), table: () => screen.findByRole('table') };
}

describe('a table of a matter', () => {
  it('takes a cell that is open when a row is added, and is not in its own way', async () => {
    const { user, rows } = stage();
    const cost = (await screen.findAllByRole('textbox', { name: 'Cost' }))[0] as HTMLElement;
    await user.type(cost, '1.5k');
    await user.click(screen.getByRole('button', { name: 'Add a row' }));
    await user.click(await screen.findByRole('button', { name: 'Changed · Undo' }));
    expect(rows()).toEqual([
      { item: text('Keel bolts'), cost: { kind: 'money', money: { amountMinor: 150_000, currency: 'GBP' } } },
    ]);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('shows what it was where a value is refused, says so, and sends it again at a word', async () => {
    let refuse = true;
    const { user, rows } = stage(() =>
      refuse ? refusing(422, 'badMatter', { code: 'doesNotFit', label: 'Fee' }) : undefined,
    );
    const item = await screen.findByRole('textbox', { name: 'Item' });
    await user.type(item, ' and nuts');
    await user.keyboard('{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('does not fit “Fee”');
    expect(screen.getByRole('textbox', { name: 'Item' })).toHaveProperty('value', 'Keel bolts');
    refuse = false;
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByDisplayValue('Keel bolts and nuts')).toBeTruthy();
    expect(rows()[0]).toEqual({ item: text('Keel bolts and nuts') });
  });

  it('is filled from a spreadsheet, and says what it could not read', async () => {
    const { rows } = stage();
    const item = await screen.findByRole('textbox', { name: 'Item' });
    fireEvent.paste(item, { clipboardData: { getData: () => 'Mast\t£120\nRigging\tabout right\n' } });
    expect((await screen.findByRole('status')).textContent).toBe(
      '1 row added. Not understood, and left as it was: row 2, Cost: “about right”.',
    );
    await screen.findByDisplayValue('Rigging');
    expect(rows()).toEqual([
      { item: text('Mast'), cost: { kind: 'money', money: { amountMinor: 12_000, currency: 'GBP' } } },
      { item: text('Rigging') },
    ]);
  });
});

describe('cells from a spreadsheet', () => {
  const read = (_definition: CellDefinition, typed: string) => text(typed);
  const words = (rows: readonly object[]) =>
    rows.map((row) => Object.values(row as Record<string, { text: string }>).map((cell) => cell.text));

  it.each([
    [
      'lines end as they do elsewhere',
      'a\tb\r\nc\td\r\n',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    ['a cell in quotes holds its line end and its tab', '"a\nb"\t"c\td"', [['a\nb', 'c\td']]],
    ['an empty cell leaves what is there', '\tb', [['old', 'b']]],
  ])('%s', (_what, pasted, expected) => {
    expect(
      words(pasteCells(pasted, [{ item: text('old') }], COLUMNS, { row: 0, column: 0 }, read).rows),
    ).toEqual(expected);
  });

  it('go no further than the table has room, and are counted', () => {
    const pasted = Array.from({ length: 2_005 }, (_, n) => `${n}\tx\tone too many`).join('\n');
    const { rows, left } = pasteCells(pasted, [], COLUMNS, { row: 0, column: 0 }, read);
    expect([rows.length, left]).toEqual([2_000, 2_005]);
  });
});
