import { describe, expect, it } from 'vitest';
import { openDatabase } from '../../openDatabase.ts';
import { keepStatements } from './statements.ts';

/** Counts what is parsed, as a connection would. */
function counting() {
  const parsed: string[] = [];
  const connection = {
    prepare: (sql: string) => {
      parsed.push(sql);
      return { sql };
    },
  };
  keepStatements(connection);
  return { parsed, ask: (sql: string) => connection.prepare(sql) };
}

describe('statements kept ready', () => {
  it('parses one that is asked again no second time', () => {
    const { parsed, ask } = counting();
    const first = ask('select 1');
    expect(ask('select 1')).toBe(first);
    expect(parsed).toEqual(['select 1']);
  });

  it('keeps a bounded number, and of those the ones that are used', () => {
    const { parsed, ask } = counting();
    for (let n = 0; n < 2_000; n += 1) {
      ask('select of every day');
      ask(`select ${n}`);
    }
    expect(parsed.filter((sql) => sql === 'select of every day')).toHaveLength(1);
    ask('select 0');
    expect(parsed.filter((sql) => sql === 'select 0')).toHaveLength(2);
  });

  it.each(['ALTER TABLE a ADD b', ' create index x on a (b)', 'drop table a', 'PRAGMA foreign_keys = OFF'])(
    'forgets all before “%s”',
    (change) => {
      const { parsed, ask } = counting();
      ask('select * from a');
      ask(change);
      ask('select * from a');
      expect(parsed).toHaveLength(3);
    },
  );

  it('shows a column that came meanwhile', async () => {
    const db = await openDatabase(':memory:');
    await db.schema.createTable('shapes', (table) => void table.integer('sides'));
    await db('shapes').insert({ sides: 3 });
    expect(await db('shapes')).toEqual([{ sides: 3 }]);
    await db.schema.alterTable('shapes', (table) => void table.string('name'));
    expect(await db('shapes')).toEqual([{ sides: 3, name: null }]);
    await db.schema.dropTable('shapes');
    await expect(db('shapes')).rejects.toThrow('no such table');
    await db.destroy();
  });

  it('gives each of two that run at once its own rows', async () => {
    const db = await openDatabase(':memory:');
    const asked = Array.from({ length: 50 }, (_, n) => db.raw('select ? as n', [n]));
    expect((await Promise.all(asked)).flat().map(({ n }: { n: number }) => n)).toEqual([...asked.keys()]);
    await db.destroy();
  });
});
