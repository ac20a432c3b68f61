import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { StoredIncoming } from './queries.ts';
import type { IncomingDetail } from '../../contract/inTray.ts';
import { correspondentOf } from './correspondentOf.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/queries.ts';
import { addressKey } from '../../core/recipients/address.ts';

/** Suggested matters that the writer is no party of, with the roles that are free there. */
export async function mattersToJoin(
  office: Office,
  person: Account,
  incoming: StoredIncoming,
): Promise<IncomingDetail['mayJoin']> {
  const { address } = await correspondentOf(office, incoming);
  const matters = await Promise.all(
    incoming.suggestions.map(({ matterId }) => findMatter(office.db, matterId, person.id)),
  );
  return matters.flatMap((matter) =>
    matter && !isParty(matter, address) ? [{ matterId: matter.id, roles: freeRoles(matter) }] : [],
  );
}

const isParty = ({ parties }: StoredMatter, address: string): boolean =>
  parties.some(({ contact }) =>
    contact.addresses.some(({ value }) => addressKey(value) === addressKey(address)),
  );

const freeRoles = ({ type, parties }: StoredMatter) =>
  type.roles
    .filter(({ key, many }) => many || !parties.some(({ role }) => role === key))
    .map(({ key, label }) => ({ key, label }));
