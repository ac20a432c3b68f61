import type { Channel } from '../../core/model/channel.ts';
import type { Offers } from '../../contract/recipients.ts';
import { findMatter } from './queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { listContacts } from '../directory/queries.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { offerRecipients, offerRoles, unreachedParties } from '../../core/recipients/offers.ts';
import { findGroups } from '../directory/groupQueries.ts';
import type { PersonScope } from '../access/scope.ts';

const FROM_DIRECTORY = 12;

const MOST_GROUPS = 5;

/** Whom the words typed on a matter's sheet may mean. Nothing typed offers the matter's own parties. */
export async function offerRecipientsOn(
  scope: PersonScope,
  matterId: string,
  words: string,
  channel: Channel,
): Promise<Offers> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const typed = words.trim();
  const found =
    typed === ''
      ? []
      : (await listContacts(scope, { query: typed, limit: FROM_DIRECTORY, after: undefined })).items;
  const contacts = await findContacts(
    scope,
    found.map(({ id }) => id),
  );
  const people = offerRecipients(typed, matter, [...contacts.values()], channel);
  const groups = channel === 'email' ? await findGroups(scope, typed, MOST_GROUPS) : [];
  return {
    people: people.flatMap(({ contactId, organisation, roles, ...offer }) =>
      contactId === undefined
        ? []
        : [{ ...offer, contactId, roles: [...roles], organisation: organisation ?? null }],
    ),
    groups,
    unreached: [...unreachedParties(typed, matter, channel)],
    roles: offerRoles(typed, matter, channel).map(({ members, without, ...role }) => ({
      ...role,
      members: members.map((one) => ({ ...one, roles: [...one.roles] })),
      without: [...without],
    })),
  };
}
