import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { found, mustSee } from './visibleIncoming.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { decide } from './decide.ts';
import { takeBack } from '../correspondence/takeBack.ts';

/** Back into the in-tray: what was put aside, or what was filed by mistake, which leaves its trace where it was. */
export async function putBack(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  const incoming = await found(office, id);
  if (incoming.state === 'filed') await mustSee(office, person, incoming);
  if (incoming.state !== 'filed' && incoming.state !== 'notOurs')
    throw new HttpProblem('decidedMeanwhile', 'It lies in the in-tray already.');
  await decide(office, person, id, incoming.state, 'waiting', []);
  for (const entryId of incoming.entryIds) await takeBack(office, person, entryId);
  return {};
}
