import { GENERAL_FILE, generalType } from '../../core/model/generalFile.ts';
import { listPeople } from '../access/peopleQueries.ts';
import { unscoped } from '../access/unscoped.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { insertMatter } from './changeQueries.ts';
import { NOTHING_YET } from './matter.ts';
import { findMatter } from './queries.ts';

/** Opens the practice's general file where there is none yet and there is somebody to be responsible for it. */
export const ensureGeneralFile = ({
  db,
  now,
}: {
  readonly db: Database;
  readonly now: () => number;
}): Promise<void> => inTransaction(db, (tx) => openGeneralFile(tx, now()));

export async function openGeneralFile(tx: Tx, nowUtc: number): Promise<void> {
  const scope = unscoped(tx, 'start');
  const [responsible] = await listPeople(scope);
  if (!responsible || (await findMatter(scope, GENERAL_FILE))) return;
  await insertMatter(tx, {
    id: GENERAL_FILE,
    reference: 'General file',
    title: 'Without a matter',
    type: generalType(''),
    stage: 'open',
    responsible,
    parties: [],
    ...NOTHING_YET,
    openedAtUtc: nowUtc,
  });
}
