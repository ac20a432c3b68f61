import type { ContactEntries, ContactFiles } from '../../contract/correspondence.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { contactRevision } from '../directory/contactQueries.ts';
import { addressKeysOf } from '../directory/reachQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { entriesWith, entriesWithFiles } from './contactEntryQueries.ts';
import { entryWriter } from './entryView.ts';
import { filesOf, placeIn } from './filesOf.ts';
import { conversationEnds } from './queries.ts';

const DEFAULT_PAGE = 40;

async function keysOf(scope: Scope, contactId: string): Promise<readonly string[]> {
  if ((await contactRevision(scope, contactId)) === undefined) throw notFound('contact');
  return addressKeysOf(scope, contactId);
}

/** What was said with a contact over all matters, as far as the actor may see them; of an organisation, with its people too. */
export async function contactEntries(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  contactId: string,
  { limit = DEFAULT_PAGE, after, owed }: { limit?: number; after?: string; owed?: boolean },
): Promise<ContactEntries> {
  const keys = await keysOf(scope, contactId);
  const { items, next } = await entriesWith(scope, { keys, limit, after, ...(owed ? { owed } : {}) });
  const ids = items.map(({ id }) => id);
  const ends = await conversationEnds(scope, ids);
  const listed = items.map((item) => ({ ...item, endOfConversation: ends.get(item.id) ?? null }));
  const view = await entryWriter(services, scope, listed);
  return {
    items: listed.map((item) => {
      const { matterId, reference, title } = item;
      return { ...view(item), matterId, reference, title };
    }),
    next,
  };
}

/** The files that went to a contact or came from them, the latest first; the same bytes are one file. */
export async function contactFiles(scope: PersonScope, contactId: string): Promise<ContactFiles> {
  const entries = await entriesWithFiles(scope, await keysOf(scope, contactId));
  const items = filesOf(entries, (entry, index) => {
    const { matterId, reference } = entry;
    return { ...placeIn(entry, index), matterId, reference };
  });
  return { items: items.map(({ blob: _, ...file }) => file) };
}
