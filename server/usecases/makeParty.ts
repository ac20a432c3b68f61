import { somebody } from '../../contract/directory.ts';
import type { IncomingDetail, MadeParty, MakeParty } from '../../contract/inTray.ts';
import { correspondentsIn } from '../../core/matching/index.ts';
import type { MailPerson } from '../../core/matching/index.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { notFound } from '../http/httpProblem.ts';
import { ownAddresses } from '../incoming/ownAddresses.ts';
import type { Office } from '../office.ts';
import { findContactsByAddress } from '../repositories/contacts.ts';
import { findIncoming } from '../repositories/incoming.ts';
import type { StoredIncoming } from '../repositories/incoming.ts';
import { findMatter } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';
import { createContact } from './directory.ts';
import { changeMatter, readRecord } from './editMatter.ts';

/** Whom a message is from, or, of a copy of ours, to whom it went. */
export async function correspondentOf(office: Office, { people }: StoredIncoming): Promise<MailPerson> {
  const [key] = correspondentsIn(people, await ownAddresses(office.db)).first;
  return [...people.to, people.from].find(({ address }) => addressKey(address) === key) ?? people.from;
}

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
