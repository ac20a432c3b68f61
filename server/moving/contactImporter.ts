import {
  columnFor,
  CONTACT_COLUMNS,
  otherNamesOf,
  readContactLine,
} from '../../core/directory/contactCsv.ts';
import type { ReadContact } from '../../core/directory/contactCsv.ts';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { Reason } from '../../core/model/reason.ts';
import { addressKey, isMailAddress } from '../../core/recipients/address.ts';
import {
  contactRevision,
  findContactsByAddress,
  findContactsByName,
  insertContacts,
  updateContact,
} from '../directory/contactQueries.ts';
import type { Scope } from '../access/scope.ts';
import type { PersonActor } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import { FIRST_REVISION } from './import.ts';
import type { Columns, Importer, ImporterContext, ImportItem, ImportOptions, Planned } from './import.ts';

export const CONTACT_TARGETS: Columns = {
  targets: CONTACT_COLUMNS.map((key) => ({
    key,
    label: labelOf(key),
    also: [key, ...otherNamesOf(key)],
  })),
  needed: [['name', 'family name', 'given name']],
};

function labelOf(key: string): string {
  const words = key === 'kind' ? 'Type' : key === 'mail' ? 'Email' : key;
  return words.charAt(0).toUpperCase() + words.slice(1);
}

interface Subject {
  readonly contact: Contact;
  /** How the contact was that it changes. */
  readonly before?: Contact;
}

interface Known {
  /** By an address's key. */
  readonly known: ReadonlyMap<string, Contact>;
  /** By their names. */
  readonly organisations: ReadonlyMap<string, Contact>;
}

const mailsOf = ({ addresses }: Pick<Contact, 'addresses'>): readonly string[] =>
  addresses.filter(({ kind }) => kind === 'email').map(({ value }) => value);

/** Lines of a list as contacts; one is known by an email address. */
export function contactImporter(
  { newId }: ImporterContext,
  { mapping, existing }: ImportOptions,
): Importer<Subject> {
  const columns = mapping.map((target) => (target === null ? undefined : columnFor(target)));
  const at = (name: string): number => Math.max(0, mapping.indexOf(name));
  /** The line on which an address stood first. */
  const seen = new Map<string, number>();

  const planLine = (line: number, read: ReadContact, { known, organisations }: Known): Planned<Subject> => {
    const planned = (outcome: Planned<Subject>['outcome'], subject?: Subject): Planned<Subject> => ({
      line,
      outcome,
      faults: [],
      parties: 0,
      ...(subject ? { subject } : {}),
    });
    const fault = (column: number, why: Reason): Planned<Subject> => ({
      ...planned('fault'),
      faults: [{ column, why }],
    });
    if (!read.ok) return fault(at('name'), read.why);
    const mails = mailsOf(read.contact as Contact);
    const bad = mails.find((mail) => !isMailAddress(mail));
    if (bad !== undefined) return fault(at('mail'), { code: 'notAnAddress', value: bad });
    const twin = mails.map((mail) => seen.get(addressKey(mail))).find((found) => found !== undefined);
    if (twin !== undefined) return fault(at('mail'), { code: 'sameAsLine', line: twin });
    for (const mail of mails) seen.set(addressKey(mail), line);
    const before =
      mails.map((mail) => known.get(addressKey(mail))).find(Boolean) ??
      (read.contact.kind === 'organisation' ? organisations.get(read.contact.name) : undefined);
    if (!before)
      return planned('make', { contact: { ...read.contact, id: asId<ContactId>(newId()) } as Contact });
    if (existing === 'leave') return planned('leave');
    const contact = merged(before, read.contact as Contact);
    return contact ? planned('update', { contact, before }) : planned('leave');
  };

  return {
    async plan(scope, lines) {
      const all = lines.map(({ line, cells, read }) => ({
        line,
        read: read ?? readContactLine(columns, cells),
      }));
      const contacts = all.flatMap(({ read }) => (read.ok ? [read.contact as Contact] : []));
      const known = await knownAmong(scope, contacts);
      return all.map(({ line, read }) => planLine(line, read, known));
    },

    carryOut,
  };
}

/** Who of the contacts read is there already: by an address, or an organisation by its name, since people belong to it. */
async function knownAmong(scope: Scope, contacts: readonly Contact[]): Promise<Known> {
  const holders = await findContactsByAddress(
    scope,
    contacts.flatMap((one) => mailsOf(one).filter(isMailAddress)),
  );
  const named = await findContactsByName(
    scope,
    contacts.flatMap(({ kind, name }) => (kind === 'organisation' ? [name] : [])),
  );
  return {
    known: new Map(
      [...holders.values()].flatMap((contact) =>
        mailsOf(contact).map((mail) => [addressKey(mail), contact] as const),
      ),
    ),
    organisations: new Map(
      [...named.values()].flatMap((one) => (one.kind === 'organisation' ? [[one.name, one] as const] : [])),
    ),
  };
}

async function carryOut(
  { tx, scope }: Change<PersonActor>,
  planned: readonly Planned<Subject>[],
): Promise<readonly ImportItem[]> {
  const items: ImportItem[] = [];
  const made = planned.flatMap(({ outcome, subject }) =>
    outcome === 'make' && subject ? [subject.contact] : [],
  );
  const organisations = await insertContacts(tx, made);
  // What others belong to goes last when this is undone.
  for (const { id } of [...organisations, ...made])
    items.push({ kind: 'contact', subjectId: id, action: 'made', revision: FIRST_REVISION, before: null });
  for (const { outcome, subject } of planned) {
    if (outcome !== 'update' || !subject?.before) continue;
    const { contact, before } = subject;
    const revision = await contactRevision(scope, contact.id);
    if (revision === undefined || !(await updateContact(tx, contact, revision))) continue;
    items.push({
      kind: 'contact',
      subjectId: contact.id,
      action: 'updated',
      revision: revision + 1,
      before: JSON.stringify(before),
    });
  }
  return items;
}

/** A contact with what a line says of it besides; what the line does not say stays. Undefined where it says nothing new. */
function merged(before: Contact, line: Contact): Contact | undefined {
  const addresses = [...before.addresses];
  for (const address of line.addresses)
    if (!addresses.some(isSame(address))) addresses.push({ ...address, preferred: false });
  const { addresses: _addresses, id: _id, kind, name: _name, doNotWriteTo, ...said } = line;
  const filled = Object.fromEntries(
    Object.entries(said).filter(([, value]) => value !== '' && value !== undefined),
  );
  const next = {
    ...before,
    ...(kind === before.kind ? filled : {}),
    addresses,
    doNotWriteTo: before.doNotWriteTo || doNotWriteTo,
  } as Contact;
  return JSON.stringify(next) === JSON.stringify(before) ? undefined : next;
}

const isSame =
  (one: ContactAddress) =>
  (other: ContactAddress): boolean =>
    one.kind === other.kind && addressKey(one.value) === addressKey(other.value);
