import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MakeParty, MadeParty } from '../../contract/inTray.ts';
import { findIncoming } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { findMatter } from '../matters/queries.ts';
import { correspondentOf } from './correspondentOf.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';
import { createContact } from '../directory/createContact.ts';
import { somebody } from '../../contract/directory.ts';
import { readRecord } from '../matters/readRecord.ts';
import { changeMatter } from '../matters/changeMatter.ts';

/** Puts whoever wrote a message on a matter, and into the directory where they are not in it. */
export async function makeParty(
  office: Office,
  person: Account,
  id: string,
  { matterId, role }: MakeParty,
): Promise<MadeParty> {
  const incoming = await findIncoming(office.db, id);
  if (incoming?.state !== 'waiting') throw notFound('message in the in-tray');
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const { name, address } = await correspondentOf(office, incoming);
  const [known] = (await findContactsByAddress(office.db, [address])).values();
  const contactId =
    known?.id ?? (await createContact(office, person, somebody(name || nameIn(address), address))).id;
  const { revision, parties } = await readRecord(office, person, matterId);
  const { record, undo } = await changeMatter(office, person, matterId, {
    revision,
    parties: [...parties.map((one) => ({ role: one.role, contactId: one.contactId })), { role, contactId }],
  });
  office.changes.tell({ kind: 'inTray', id });
  return {
    contactId,
    name: record.parties.find((one) => one.contactId === contactId)?.name ?? address,
    reference: matter.reference,
    role: matter.type.roles.find(({ key }) => key === role)?.label ?? role,
    undo,
  };
}

/** What an address says of a name, where nothing else does: `ines.okafor@…` is Ines Okafor. */
const nameIn = (address: string): string =>
  (address.split('@')[0] ?? address)
    .split(/[._-]+/)
    .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
    .join(' ');
