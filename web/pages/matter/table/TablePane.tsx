import { useState } from 'react';
import type { ClipboardEvent } from 'react';
import { useOutletContext, useParams } from 'react-router';
import type { MatterRecordView, ValueJson } from '../../../../contract/matterTypes.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { plural } from '../../../words/en/wording.ts';
import type { MatterContext } from '../MatterPage.tsx';
import { useRecordQuery } from '../../../api/matters.ts';
import { useReadCell } from '../../../parts/values/useReadCell.ts';
import { useEditing } from '../editing/useEditing.ts';
import type { Editing } from '../editing/useEditing.ts';
import { ValueInput } from '../../../parts/values/ValueInput.tsx';
import { isCells, pasteCells } from './pasteCells.ts';
import { say } from '../../../words/en/matter-table.ts';
import classes from '../editing/Editing.module.css';

type Table = MatterRecordView['type']['tables'][number];
type Rows = readonly Readonly<Record<string, ValueJson>>[];

/** One of a matter’s tables, its rows changed in place beside the correspondence. */
export function TablePane() {
  const { tableKey = '' } = useParams();
  const { matter, session } = useOutletContext<MatterContext>();
  const { data } = useRecordQuery(matter.id);
  const edit = useEditing(data, matter.id);
  const table = edit.record?.type.tables.find(({ key }) => key === tableKey);
  if (!edit.record) return null;
  if (!table) return <Blank title={say.thereIsNoSuchTable} />;
  return (
    <TableOf
      table={table}
      currency={edit.record.type.currency}
      rows={edit.record.tables[tableKey] ?? []}
      edit={edit}
      mayChange={session.user.mayChange}
    />
  );
}

interface TableProps {
  readonly table: Table;
  readonly currency: string;
  readonly rows: Rows;
  readonly edit: Editing;
  readonly mayChange: boolean;
}

function TableOf({ table, currency, rows, edit, mayChange }: TableProps) {
  const { key: tableKey, label, columns } = table;
  const read = useReadCell(currency);
  const [pasted, setPasted] = useState('');
  /** Changes the rows as they are when their turn comes, so that one change does not undo the one before it. */
  const change = (work: (rows: Rows) => Rows): void => {
    setPasted('');
    edit.change((record) => ({
      tables: { [tableKey]: work(record.tables[tableKey] ?? []).map((row) => ({ ...row })) },
    }));
  };
  const paste = (event: ClipboardEvent, row: number, column: number): void => {
    const text = event.clipboardData.getData('text/plain');
    if (!isCells(text)) return;
    event.preventDefault();
    change((now) => pasteCells(text, now, columns, { row, column }, read).rows);
    setPasted(pastedWords(pasteCells(text, rows, columns, { row, column }, read), rows.length));
  };
  return (
    <section className={classes.pane} aria-label={label}>
      <h2>{label}</h2>
      <div className={classes.scroll}>
        <table className={classes.table}>
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column.key} scope="col">
                  {column.label}
                </th>
              ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, n) => (
              <tr key={n}>
                {columns.map((column, m) => (
                  <td
                    key={column.key}
                    onPaste={(event) => {
                      if (mayChange) paste(event, n, m);
                    }}
                  >
                    <ValueInput
                      key={JSON.stringify(row[column.key])}
                      definition={column}
                      value={row[column.key]}
                      currency={currency}
                      onValue={(value) => {
                        change((now) =>
                          now.map((one, at) => (at === n ? withCell(one, column.key, value) : one)),
                        );
                      }}
                    />
                  </td>
                ))}
                <td>
                  {mayChange ? (
                    <Button
                      aria-label={say.removeRow(n + 1)}
                      onClick={() => {
                        change((now) => now.filter((_, at) => at !== n));
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
        {rows.length === 0 ? <p>{say.noRowsYet}</p> : null}
      </div>
      <Foot
        edit={edit}
        mayChange={mayChange}
        pasted={pasted}
        onAdd={() => {
          change((now) => [...now, {}]);
        }}
      />
    </section>
  );
}

interface FootProps extends Pick<TableProps, 'edit' | 'mayChange'> {
  /** What became of the cells pasted last. */
  readonly pasted: string;
  readonly onAdd: () => void;
}

function Foot({ edit, mayChange, pasted, onAdd }: FootProps) {
  return (
    <p className={classes.foot}>
      {mayChange ? (
        <Button kind="go" onClick={onAdd}>
          {say.addARow}
        </Button>
      ) : null}
      {edit.undo ? <Button onClick={edit.undo}>{say.changedUndo}</Button> : null}
      {pasted === '' ? null : <span role="status">{pasted}</span>}
      {edit.problem === undefined ? null : (
        <span role="alert">
          {edit.problem} <Button onClick={edit.retry}>{say.tryAgain}</Button>
        </span>
      )}
    </p>
  );
}

function withCell(row: Rows[number], column: string, value: ValueJson | null): Rows[number] {
  const { [column]: _old, ...rest } = row;
  return value === null ? rest : { ...rest, [column]: value };
}

const SHOWN_UNREAD = 4;

/** What became of pasted cells, and which were left out. */
function pastedWords({ rows, unread, left }: ReturnType<typeof pasteCells>, before: number): string {
  const added = rows.length - before;
  const words = [added > 0 ? `${plural(added, say.row)} added.` : say.pasted];
  if (unread.length > 0)
    words.push(
      say.notUnderstoodAndLeftAs(
        unread
          .slice(0, SHOWN_UNREAD)
          .map(({ row, label, text }) => say.rowWithText(row, label, text))
          .join('; '),
        unread.length > SHOWN_UNREAD ? say.andMore(unread.length - SHOWN_UNREAD) : '',
      ),
    );
  if (left > 0) words.push(say.hadNoColumnOrRow(plural(left, say.cell)));
  return words.join(' ');
}
