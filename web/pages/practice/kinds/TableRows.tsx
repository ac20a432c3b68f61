import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import { FactRows } from './Rows.tsx';
import type { TypePartProps } from './useTypeDraft.ts';

/** Tables of a matter, each with its columns. */
export function TableRows({ draft, set }: TypePartProps) {
  return (
    <>
      {draft.tables.map((table, n) => (
        <div key={table.key} className={classes.table}>
          <TextField
            label={say.table}
            value={table.label}
            onChange={(label) => {
              set({ tables: draft.tables.map((other, m) => (m === n ? { ...table, label } : other)) });
            }}
          />
          <FactRows
            rows={table.columns}
            noun={say.column}
            onChange={(columns) => {
              set({ tables: draft.tables.map((other, m) => (m === n ? { ...table, columns } : other)) });
            }}
          />
          <Button
            onClick={() => {
              set({ tables: draft.tables.filter((_, m) => m !== n) });
            }}
          >
            {say.removeThisTable}
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          set({
            tables: [...draft.tables, { key: keyFor('table', draft.tables), label: '', columns: [] }],
          });
        }}
      >
        {say.addATable}
      </Button>
    </>
  );
}
