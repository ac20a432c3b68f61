import type {
  ChangeContact,
  ContactDetail,
  ContactJson,
  ContactPage,
  Duplicates,
} from '../../contract/directory.ts';
import { familiarGreeting, formalGreeting } from '../../core/greetings/greetings.ts';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { addressKey, isMailAddress } from '../../core/recipients/address.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { contactRevision, findContacts, insertContact, updateContact } from '../repositories/contacts.ts';
import {
  contactItems,
  listContacts,
  mattersOfContact,
  mergeInto,
  sharedAddresses,
  sharedNames,
} from '../repositories/directory.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';

const DEFAULT_PAGE = 60;

export const findInDirectory = (
  office: Office,
  { query = '', limit = DEFAULT_PAGE, after }: { query?: string; limit?: number; after?: string },
): Promise<ContactPage> => listContacts(office.db, { query, limit, after });

/** A contact with the matters it is on and how letters to it would begin. */
export async function readContact(office: Office, person: Account, id: string): Promise<ContactDetail> {
  const revision = await contactRevision(office.db, id);
  const contact = (await findContacts(office.db, [id])).get(asId<ContactId>(id));
  if (!contact || revision === undefined) throw notFound('contact');
  const coupleId = contact.kind === 'person' ? contact.couple?.withId : undefined;
  const other = coupleId && (await findContacts(office.db, [coupleId])).get(coupleId);
  const types = new Map((await listMatterTypes(office.db)).map((type) => [type.id as string, type]));
  const rows = await mattersOfContact(office.db, id, person.id);
  return {
    id,
    revision,
    contact: toJson(contact),
    coupleWith: other ? other.name : null,
    greetings: { formal: formalGreeting([contact]), familiar: familiarGreeting([contact]) },
    matters: mattersView(rows, types),
  };
}

/** The matters of a contact, the likeliest to be meant first: open ones before those done with, then the latest heard of. */
function mattersView(
  rows: Awaited<ReturnType<typeof mattersOfContact>>,
  types: ReadonlyMap<string, MatterType>,
): ContactDetail['matters'] {
  const views = [...groupBy(rows, (row) => row.id)].flatMap(([id, [first, ...others]]) => {
    if (!first) return [];
    const type = types.get(first.typeId);
    const stage = type?.stages.find(({ key }) => key === first.stage);
    return [
      {
        id,
        reference: first.reference,
        title: first.title,
        roles: [first, ...others].map(
          ({ role }) => type?.roles.find(({ key }) => key === role)?.label ?? role,
        ),
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

export async function createContact(
  office: Office,
  person: Account,
  json: ContactJson,
): Promise<ContactDetail> {
  const contact = fromJson(office.newId(), json);
  await office.db.transaction(async (tx) => {
    await insertContact(tx, contact);
    await audit(office, tx, person, 'contact.made', contact.id);
  });
  office.changes.tell({ kind: 'contact', id: contact.id });
  return readContact(office, person, contact.id);
}

export async function changeContact(
  office: Office,
  person: Account,
  id: string,
  { revision, contact: json }: ChangeContact,
): Promise<ContactDetail> {
  const contact = fromJson(id, json);
  if ((await contactRevision(office.db, id)) === undefined) throw notFound('contact');
  await office.db.transaction(async (tx) => {
    if (!(await updateContact(tx, contact, revision))) {
      throw new HttpProblem(
        'contactChanged',
        'Somebody has changed this contact meanwhile. Yours is still here; look at theirs before you keep it.',
      );
    }
    await audit(office, tx, person, 'contact.changed', id);
  });
  office.changes.tell({ kind: 'contact', id });
  return readContact(office, person, id);
}

/** Contacts that may be one and the same: those who share an address, then those of one name. */
export async function findDuplicates(office: Office): Promise<Duplicates> {
  const shared = [
    ...(await sharedAddresses(office.db)).map((one) => ({ ...one, because: 'address' as const })),
    ...(await sharedNames(office.db)).map((one) => ({ ...one, because: 'name' as const })),
  ];
  const items = new Map(
    (await contactItems(office.db, [...new Set(shared.flatMap(({ ids }) => ids))])).map((one) => [
      one.id,
      one,
    ]),
  );
  const seen = new Set<string>();
  return {
    items: shared.flatMap(({ same, because, ids }) => {
      const key = [...ids].sort().join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [{ same, because, contacts: ids.flatMap((id) => items.get(id) ?? []) }];
    }),
  };
}

/** Makes one of two: the kept one takes over what it lacks, the addresses and the matters of the other. */
export async function mergeContacts(
  office: Office,
  person: Account,
  keptId: string,
  otherId: string,
): Promise<ContactDetail> {
  const both = await findContacts(office.db, [keptId, otherId]);
  const [kept, other] = [both.get(asId<ContactId>(keptId)), both.get(asId<ContactId>(otherId))];
  const revision = await contactRevision(office.db, keptId);
  if (!kept || !other || revision === undefined || keptId === otherId) throw notFound('contact to merge');
  if (kept.kind !== other.kind)
    throw new HttpProblem('badContact', 'A person and an organisation cannot be one. Nothing was changed.');
  const merged = { ...other, ...kept, addresses: joinAddresses(kept.addresses, other.addresses) } as Contact;
  await office.db.transaction(async (tx) => {
    await mergeInto(tx, keptId, otherId);
    if (
      !(await updateContact(
        tx,
        { ...merged, doNotWriteTo: kept.doNotWriteTo || other.doNotWriteTo },
        revision,
      ))
    )
      throw new HttpProblem('contactChanged');
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'contact.merged',
      subjectKind: 'contact',
      subjectId: keptId,
      detail: { otherId, other: toJson(other) },
    });
  });
  office.changes.tell({ kind: 'contact', id: keptId });
  return readContact(office, person, keptId);
}

/** The kept one's addresses first; one that both hold stands once. There is one preferred of each kind. */
function joinAddresses(
  own: readonly ContactAddress[],
  others: readonly ContactAddress[],
): readonly ContactAddress[] {
  const known = new Set(own.map(({ value }) => addressKey(value)));
  const kinds = new Set(own.filter(({ preferred }) => preferred).map(({ kind }) => kind));
  return [
    ...own,
    ...others
      .filter(({ value }) => !known.has(addressKey(value)))
      .map((address) => ({ ...address, preferred: address.preferred && !kinds.has(address.kind) })),
  ];
}

function toJson(contact: Contact): ContactJson {
  const person = contact.kind === 'person' ? contact : undefined;
  return {
    kind: contact.kind,
    name: contact.name,
    title: person?.title ?? '',
    givenName: person?.givenName ?? '',
    middleName: person?.middleName ?? '',
    familyName: person?.familyName ?? '',
    suffix: person?.suffix ?? '',
    organisation: person?.organisation ?? '',
    position: person?.position ?? '',
    language: contact.language ?? '',
    doNotWriteTo: contact.doNotWriteTo,
    ownFormalGreeting: contact.ownFormalGreeting ?? '',
    ownFamiliarGreeting: contact.ownFamiliarGreeting ?? '',
    coupleWithId: person?.couple?.withId ?? null,
    coupleGreeting: person?.couple?.greeting ?? '',
    note: contact.note ?? '',
    ...(contact.filingRule === undefined ? {} : { filingRule: contact.filingRule }),
    addresses: contact.addresses.map((address) => ({ ...address })),
  };
}

/** Reads a contact as edited; refuses one without a name, and a mail address that cannot be one. */
function fromJson(id: string, json: ContactJson): Contact {
  const words = (text: string): string => text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
  const [given, family] = [words(json.givenName), words(json.familyName)];
  const name = words(json.name) || [given, words(json.middleName), family].filter(Boolean).join(' ');
  if (name === '') throw new HttpProblem('badContact', 'A contact needs a name. Nothing was changed.');
  const bad = json.addresses.find(({ kind, value }) => kind === 'email' && !isMailAddress(value.trim()));
  if (bad)
    throw new HttpProblem('badContact', `“${bad.value}” is not a whole mail address. Nothing was changed.`);
  const present = <K extends string>(key: K, value: string): { readonly [P in K]?: string } =>
    words(value) === '' ? {} : ({ [key]: words(value) } as { readonly [P in K]: string });
  const base = {
    id: asId<ContactId>(id),
    name,
    addresses: json.addresses.map((address) => ({ ...address, value: address.value.trim() })),
    doNotWriteTo: json.doNotWriteTo,
    ...present('language', json.language),
    ...(json.note.trim() === '' ? {} : { note: json.note.trim() }),
    ...(json.filingRule === 'always' || json.filingRule === 'never' ? { filingRule: json.filingRule } : {}),
    ...present('ownFormalGreeting', json.ownFormalGreeting),
    ...present('ownFamiliarGreeting', json.ownFamiliarGreeting),
  };
  if (json.kind === 'organisation') return { kind: 'organisation', ...base };
  return {
    kind: 'person',
    ...base,
    givenName: given,
    familyName: family,
    ...present('title', json.title),
    ...present('middleName', json.middleName),
    ...present('suffix', json.suffix),
    ...present('organisation', json.organisation),
    ...present('position', json.position),
    ...(json.coupleWithId === null
      ? {}
      : {
          couple: { withId: asId<ContactId>(json.coupleWithId), ...present('greeting', json.coupleGreeting) },
        }),
  };
}

const audit = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  subjectId: string,
): Promise<void> =>
  insertAuditEvent(tx, { atUtc: office.now(), personId: person.id, what, subjectKind: 'contact', subjectId });
