import type { ContactDetail } from '../../contract/directory.ts';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import type { Membership } from '../../core/model/membership.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { isSameAddress } from '../../core/recipients/reach.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { toJson } from './contactJson.ts';
import { contactRevision, findContacts, renewMembers, updateContact } from './contactQueries.ts';
import { mergeInto, rememberMerge } from './mergeQueries.ts';
import { readContact } from './readContact.ts';
import type { DirectoryServices } from './services.ts';

/** Makes one of two: the kept one takes over what it lacks, the addresses and the matters of the other. */
export async function mergeContacts(
  services: DirectoryServices,
  scope: PersonScope,
  keptId: string,
  otherId: string,
): Promise<ContactDetail> {
  const both = await findContacts(scope, [keptId, otherId]);
  const [kept, other] = [both.get(asId<ContactId>(keptId)), both.get(asId<ContactId>(otherId))];
  const revision = await contactRevision(scope, keptId);
  if (!kept || !other || revision === undefined || keptId === otherId) throw notFound('contact');
  if (kept.kind !== other.kind)
    throw new DomainProblem('badContact', [{ code: 'personAndOrganisation' }, { code: 'nothingChanged' }]);
  const merged = {
    ...other,
    ...kept,
    addresses: joinAddresses(kept.addresses, other.addresses),
    doNotWriteTo: kept.doNotWriteTo || other.doNotWriteTo,
    noRounds: [...new Set([...(kept.noRounds ?? []), ...(other.noRounds ?? [])])],
    facts: { ...other.facts, ...kept.facts },
    ...(kept.kind === 'person' && other.kind === 'person'
      ? { memberships: joinMemberships(kept.memberships ?? [], other.memberships ?? []) }
      : {}),
  } as Contact;
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    const changed = await mergeInto(tx, keptId, otherId);
    if (!(await updateContact(tx, merged, revision))) throw new DomainProblem('contactChanged');
    const before = { ...changed, kept };
    await rememberMerge(tx, { keptId, otherId, revision: revision + 1, before });
    if (merged.kind === 'organisation') await renewMembers(tx, inside, merged, other.name);
    await audit('contact.merged', 'contact', keptId, { otherId, other: toJson(other) });
    tell({ kind: 'contact', id: keptId });
  });
  return readContact(services, scope, keptId);
}

/** The kept one's first, and each organisation once. */
const joinMemberships = (
  own: readonly Membership[],
  others: readonly Membership[],
): readonly Membership[] => [
  ...own,
  ...others.filter(({ organisationId }) => !own.some((held) => held.organisationId === organisationId)),
];

/** The kept one's addresses first; one that both hold stands once. There is one preferred of each kind. */
function joinAddresses(
  own: readonly ContactAddress[],
  others: readonly ContactAddress[],
): readonly ContactAddress[] {
  const kinds = new Set(own.filter(({ preferred }) => preferred).map(({ kind }) => kind));
  return [
    ...own,
    ...others
      .filter(
        ({ kind, value }) =>
          !own.some((held) => held.kind === kind && isSameAddress(kind, held.value, value)),
      )
      .map((address) => ({ ...address, preferred: address.preferred && !kinds.has(address.kind) })),
  ];
}
