import type { NewGroup, Offers, RecipientGroup } from '../../contract/recipients.ts';
import { offerRecipients } from '../../core/recipients/offers.ts';
import type { Channel } from '../../core/model/channel.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { findContacts } from '../repositories/contacts.ts';
import { listContacts } from '../repositories/directory.ts';
import { findMatter } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';
import { deleteGroup, findGroups, insertGroup } from '../repositories/recipientGroups.ts';

const FROM_DIRECTORY = 12;
const MOST_GROUPS = 5;

/** Whom the words typed on a matter's sheet may mean. Nothing typed offers the matter's own parties. */
export async function findOffers(
  office: Office,
  person: Account,
  matterId: string,
  words: string,
  channel: Channel,
): Promise<Offers> {
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const typed = words.trim();
  const found =
    typed === ''
      ? []
      : (await listContacts(office.db, { query: typed, limit: FROM_DIRECTORY, after: undefined })).items;
  const contacts = await findContacts(
    office.db,
    found.map(({ id }) => id),
  );
  const people = offerRecipients(typed, matter, [...contacts.values()], channel);
  const groups = channel === 'email' ? await findGroups(office.db, typed, MOST_GROUPS) : [];
  return {
    people: people.flatMap(({ contactId, organisation, roles, ...offer }) =>
      contactId === undefined
        ? []
        : [{ ...offer, contactId, roles: [...roles], organisation: organisation ?? null }],
    ),
    groups,
  };
}

/** Keeps those on a line as a group, to be put in again by its name. */
export async function keepGroup(
  office: Office,
  person: Account,
  { name, members }: NewGroup,
): Promise<RecipientGroup> {
  const group = { id: office.newId(), name: name.trim(), members };
  await office.db.transaction(async (tx) => {
    await insertGroup(tx, group, person.id, office.now());
    await audit(office, tx, person, 'recipientGroup.kept', group.id);
  });
  return group;
}

export async function dropGroup(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  await office.db.transaction(async (tx) => {
    if (!(await deleteGroup(tx, id))) throw notFound('group');
    await audit(office, tx, person, 'recipientGroup.dropped', id);
  });
  return {};
}

const audit = (office: Office, tx: Office['db'], person: Account, what: string, id: string): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'practice',
    subjectId: id,
  });
