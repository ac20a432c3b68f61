import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { FileMany, Filed } from '../../contract/inTray.ts';
import { fileOn } from './fileOn.ts';
import { HttpProblem } from '../http/httpProblem.ts';

/** Files several at once, each on its own matter; one that somebody else has filed meanwhile is passed over. */
export async function fileMany(office: Office, person: Account, { items }: FileMany): Promise<Filed> {
  const entries: Filed['entries'] = [];
  for (const { id, matterId } of items) {
    const filed = await fileOn(office, person, id, { matterIds: [matterId] }).catch((error: unknown) => {
      if (error instanceof HttpProblem && error.code === 'decidedMeanwhile') return { entries: [] };
      throw error;
    });
    entries.push(...filed.entries);
  }
  return { entries };
}
