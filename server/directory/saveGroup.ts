import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { NewGroup, RecipientGroup } from '../../contract/recipients.ts';
import { insertGroup } from './groupQueries.ts';
import { auditGroup } from './auditGroup.ts';

/** Keeps those on a line as a group, to be put in again by its name. */
export async function keepGroup(
  office: Office,
  person: Account,
  { name, members }: NewGroup,
): Promise<RecipientGroup> {
  const group = { id: office.newId(), name: name.trim(), members };
  await office.db.transaction(async (tx) => {
    await insertGroup(tx, group, person.id, office.now());
    await auditGroup(office, tx, person, 'recipientGroup.kept', group.id);
  });
  return group;
}
