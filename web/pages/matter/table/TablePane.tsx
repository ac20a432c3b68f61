import { useOutletContext, useParams } from 'react-router';
import type { ValueJson } from '../../../../contract/matterTypes.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { useRecordQuery } from '../../../api/matters.ts';
import { useEditing } from '../editing/useEditing.ts';
import { ValueInput } from '../editing/ValueInput.tsx';
import classes from '../editing/Editing.module.css';

/** One of a matter’s tables, its rows changed in place beside the correspondence. */
export function TablePane() {
  const { tableKey = '' } = useParams();
  const { matter, session } = useOutletContext<MatterContext>();
  const { data: record } = useRecordQuery(matter.id);
  const edit = useEditing(record, matter.id);
  const table = record?.type.tables.find(({ key }) => key === tableKey);
  if (!record) return null;
  if (!table) return <Blank title="There is no such table on this matter" />;
  const rows = record.tables[tableKey] ?? [];
  const keep = (next: typeof rows): void => {
    edit.change({ tables: { [tableKey]: next } });
  };
  const set = (at: number, column: string, value: ValueJson | null): void => {
    keep(
      rows.map((row, n) => {
        if (n !== at) return row;
        const { [column]: _old, ...rest } = row;
        return value === null ? rest : { ...rest, [column]: value };
      }),
    );
  };
  return (
    <section className={classes.pane} aria-label={table.label}>
      <h2>{table.label}</h2>
      <div className={classes.scroll}>
        <table className={classes.table}>
          <thead>
            <tr>
              {table.columns.map(({ key, label }) => (
                <th key={key}>{label}</th>
              ))}
              <th aria-label="Take out" />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, n) => (
              <tr key={`${rows.length} ${n}`}>
                {table.columns.map((column) => (
                  <td key={column.key}>
                    <ValueInput
                      key={JSON.stringify(row[column.key])}
                      definition={column}
                      value={row[column.key]}
                      currency={record.type.currency}
                      onValue={(value) => {
                        set(n, column.key, value);
                      }}
                    />
                  </td>
                ))}
                <td>
                  {session.user.mayChange ? (
                    <Button
                      aria-label={`Take out row ${n + 1}`}
                      onClick={() => {
                        keep(rows.filter((_, m) => m !== n));
                      }}
                    >
                      ×
                    </Button>
                  ) : null}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 ? <p>No rows yet.</p> : null}
      </div>
      <p className={classes.foot}>
        {session.user.mayChange ? (
          <Button
            kind="go"
            onClick={() => {
              keep([...rows, {}]);
            }}
          >
            Add a row
          </Button>
        ) : null}
        {edit.undo ? <Button onClick={edit.undo}>Changed · Undo</Button> : null}
        {edit.problem === undefined ? null : <span role="alert">{edit.problem}</span>}
      </p>
    </section>
  );
}
