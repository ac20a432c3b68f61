import type { ContactDetail } from '../../contract/directory.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { Scope } from '../access/scope.ts';
import { membersOf } from '../directory/membershipQueries.ts';
import { matterRolesOf } from './contactMatterQueries.ts';
import { matterTypes } from './matterTypeQueries.ts';

/**
 * The matters of a contact, the likeliest to be meant first: open ones before those done with, then the latest heard of. An
 * organisation is met on those of its people as well.
 */
export async function mattersOfContact(scope: Scope, contactId: string): Promise<ContactDetail['matters']> {
  const people = await membersOf(scope, contactId);
  const rows = await matterRolesOf(scope, [contactId, ...people.map((one) => one.contactId)]);
  const types = await matterTypes(scope);
  const views = [...groupBy(rows, (row) => row.id)].flatMap(([id, [first, ...others]]) => {
    if (!first) return [];
    const type = types.get(first.typeId)?.type;
    const stage = type?.stages.find(({ key }) => key === first.stage);
    const all = [first, ...others];
    const itself = all.some((row) => row.contactId === contactId);
    return [
      {
        id,
        reference: first.reference,
        title: first.title,
        roles: [
          ...new Set(all.map(({ role }) => type?.roles.find(({ key }) => key === role)?.label ?? role)),
        ],
        by: itself ? [] : [...new Set(all.map(({ contactName }) => contactName))],
        stage: stage?.label ?? first.stage,
        closed: stage?.closes === true,
        lastEntryUtc: first.lastUtc,
      },
    ];
  });
  return views.sort(
    (a, b) => Number(a.closed) - Number(b.closed) || (b.lastEntryUtc ?? 0) - (a.lastEntryUtc ?? 0),
  );
}
