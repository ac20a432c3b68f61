// @vitest-environment happy-dom
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { RecordValues } from './RecordValues.tsx';

const recordOf = (mooring: string): MatterRecordView =>
  ({
    revision: 1,
    type: {
      currency: 'GBP',
      facts: [{ key: 'mooring', label: 'Mooring', kind: 'text' }],
      keyDates: [],
      tables: [],
      calculated: [],
    },
    facts: { mooring: { kind: 'text', text: mooring } },
    dates: {},
    tables: {},
    calculated: [],
  }) as unknown as MatterRecordView;

/** A record that somebody else changes in another window. */
function Stage({ said }: { readonly said: (part: unknown) => void }) {
  const [record, setRecord] = useState(recordOf('Berth 4'));
  return (
    <>
      <button
        type="button"
        onClick={() => {
          setRecord(recordOf('Berth 9'));
        }}
      >
        Elsewhere
      </button>
      <RecordValues
        matter={matter()}
        record={record}
        edit={{ record, change: said, undo: undefined, problem: undefined, retry: () => undefined }}
      />
    </>
  );
}

describe('a fact that two change at once', () => {
  const stage = async () => {
    const said: unknown[] = [];
    const { user } = show(<Stage said={(part) => said.push(part)} />, {});
    await user.click(screen.getByRole('button', { name: /Mooring: Berth 4/ }));
    const field = screen.getByRole('textbox');
    await user.clear(field);
    await user.type(field, 'Berth 5');
    return { said, user };
  };

  it('is saved at once where nobody else has', async () => {
    const { said, user } = await stage();
    await user.keyboard('{Enter}');
    expect(said).toEqual([{ facts: { mooring: { kind: 'text', text: 'Berth 5' } } }]);
  });

  it('asks, with both, before the later takes the place of the other', async () => {
    const { said, user } = await stage();
    screen.getByRole('button', { name: 'Elsewhere' }).click();
    await screen.findByRole('textbox');
    await user.type(screen.getByRole('textbox'), '{Enter}');
    expect(said).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('“Berth 9” while you typed “Berth 5”');
    await user.click(screen.getByRole('button', { name: 'Save mine' }));
    expect(said).toEqual([{ facts: { mooring: { kind: 'text', text: 'Berth 5' } } }]);
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
