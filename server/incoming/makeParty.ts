import { ADDRESS_KIND } from '../../core/recipients/recipients.ts';
import { somebody } from '../../contract/directory.ts';
import type { MadeParty, MakeParty } from '../../contract/inTray.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { PersonActor } from '../access/actor.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { addContact } from '../directory/addContact.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';
import { applyChange } from '../matters/changeMatter.ts';
import { matterRevision } from '../matters/changeQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { correspondentOf } from './correspondentOf.ts';
import type { StoredIncoming } from './queries.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/** Puts whoever wrote a message on a matter, and into the directory where they are not in it: both, or neither. */
export async function makeParty(
  services: Services,
  scope: PersonScope,
  id: string,
  { matterId, role }: MakeParty,
): Promise<MadeParty> {
  const incoming = await visibleIncoming(scope, id);
  if (incoming.state !== 'waiting') throw notFound('message');
  return changing(services, scope, async (change) => {
    const inside = change.scope;
    const matter = await findMatter(inside, matterId);
    if (!matter) throw notFound('matter');
    const contact = await writerWithin(services, change, incoming);
    const parties = matter.parties.map((party) => ({
      role: party.role,
      contactId: party.contact.id as string,
    }));
    const undo = await applyChange(change, matterId, {
      revision: matter.revision,
      parties: [...parties, { role, contactId: contact.id }],
    });
    change.tell({ kind: 'inTray', id });
    return {
      contactId: contact.id,
      name: contact.name,
      reference: matter.reference,
      role: matter.type.roles.find(({ key }) => key === role)?.label ?? role,
      undo: { ...undo, revision: await matterRevision(inside, matterId) },
    };
  });
}

/** Whoever wrote a message, put into the directory where they are not in it. */
export async function writerWithin(
  services: Pick<Services, 'newId'>,
  change: Change<PersonActor>,
  incoming: StoredIncoming,
): Promise<Contact> {
  const { name, address } = await correspondentOf(change.scope, incoming);
  const kind = ADDRESS_KIND[incoming.channel];
  const [known] = (await findContactsByAddress(change.scope, [address], kind)).values();
  return known ?? addContact(change, services.newId(), somebody(name || nameIn(address), address));
}

/** What an address says of a name, where nothing else does: `ines.okafor@…` is Ines Okafor. */
const nameIn = (address: string): string =>
  (address.split('@')[0] ?? address)
    .split(/[._-]+/)
    .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
    .join(' ');
