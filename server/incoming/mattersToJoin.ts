import { ADDRESS_KIND } from '../../core/recipients/recipients.ts';
import type { StoredIncoming } from './queries.ts';
import type { IncomingDetail } from '../../contract/inTray.ts';
import { correspondentOf } from './correspondentOf.ts';
import { findMatters } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { isSameAddress } from '../../core/recipients/reach.ts';
import type { AddressKind } from '../../core/model/contact.ts';
import type { PersonScope } from '../access/scope.ts';

/** Suggested matters that the writer is no party of, with the roles that are free there. */
export async function mattersToJoin(
  scope: PersonScope,
  incoming: StoredIncoming,
): Promise<IncomingDetail['mayJoin']> {
  const { address } = await correspondentOf(scope, incoming);
  const matters = await findMatters(
    scope,
    incoming.suggestions.map(({ matterId }) => matterId),
  );
  return matters.flatMap((matter) =>
    !isParty(matter, address, ADDRESS_KIND[incoming.channel])
      ? [{ matterId: matter.id, roles: freeRoles(matter) }]
      : [],
  );
}

const isParty = ({ parties }: StoredMatter, address: string, kind: AddressKind): boolean =>
  parties.some(({ contact }) =>
    contact.addresses.some((held) => held.kind === kind && isSameAddress(kind, held.value, address)),
  );

const freeRoles = ({ type, parties }: StoredMatter) =>
  type.roles
    .filter(({ key, many }) => many || !parties.some(({ role }) => role === key))
    .map(({ key, label }) => ({ key, label }));
