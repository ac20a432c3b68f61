/** Statements kept ready on one connection; those used longest ago go first. Lists of values make texts of many lengths. */
const MOST_KEPT = 400;

/** What changes the tables or the connection itself: what was made ready before may no longer fit. */
const CHANGES_SHAPE = /^\s*(?:create|alter|drop|pragma|vacuum|attach|detach|reindex)\b/i;

interface Prepares<Statement> {
  prepare: (sql: string) => Statement;
}

/**
 * Keeps a connection's statements ready, so that one that is asked again is not parsed again: a quarter of the time of a
 * small query. Safe because each is run to its end before the next (no row is read one by one).
 */
export function keepStatements<Statement>(connection: Prepares<Statement>): void {
  const prepare = connection.prepare.bind(connection);
  const kept = new Map<string, Statement>();
  connection.prepare = (sql) => {
    if (CHANGES_SHAPE.test(sql)) {
      kept.clear();
      return prepare(sql);
    }
    const known = kept.get(sql);
    const statement = known ?? prepare(sql);
    kept.delete(sql);
    kept.set(sql, statement);
    const oldest = kept.size > MOST_KEPT ? kept.keys().next().value : undefined;
    if (oldest !== undefined) kept.delete(oldest);
    return statement;
  };
}
