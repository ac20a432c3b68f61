import type { ContactEntries, ContactFiles } from '../../contract/correspondence.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { contactRevision } from '../directory/contactQueries.ts';
import { addressKeysOf } from '../directory/reachQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { entriesWith, entriesWithFiles } from './contactEntryQueries.ts';
import { entryWriter } from './entryView.ts';
import { conversationEnds, entriesWithMatters } from './queries.ts';

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
  const matters = await entriesWithMatters(scope, ids);
  return {
    items: listed.map((item) => ({
      ...view(item),
      matterId: item.matterId,
      reference: matters.get(item.id)?.reference ?? '',
      title: matters.get(item.id)?.title ?? '',
    })),
    next,
  };
}

/** The files that went to a contact or came from them, the latest first; the same bytes are one file. */
export async function contactFiles(scope: PersonScope, contactId: string): Promise<ContactFiles> {
  const entries = await entriesWithFiles(scope, await keysOf(scope, contactId));
  const matters = await entriesWithMatters(
    scope,
    entries.map(({ id }) => id),
  );
  const files = new Map<string, ContactFiles['items'][number]>();
  for (const entry of entries)
    entry.attachments.forEach(({ name, mediaType, sizeBytes, blob }, index) => {
      const known = files.get(blob) ?? { name, mediaType, sizeBytes, entries: [] };
      const { id, matterId, direction, occurredAtUtc, subject } = entry;
      const reference = matters.get(id)?.reference ?? '';
      known.entries.push({ entryId: id, index, direction, occurredAtUtc, subject, matterId, reference });
      files.set(blob, known);
    });
  return { items: [...files.values()] };
}
