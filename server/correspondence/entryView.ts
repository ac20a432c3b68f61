import type { Services } from '../platform/services.ts';
import type { EntryListItem, Standing } from './entry.ts';
import type { EntrySummary } from '../../contract/correspondence.ts';
import { standingsOf } from './queries.ts';
import { deliveryReportsOf } from './deliveryReportQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { daysBetween } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { awaiting } from '../../core/correspondence/answers.ts';
import type { Scope } from '../access/scope.ts';

/** Writes entries for a list, with what has become of each since. */
export async function entryWriter(
  services: Pick<Services, 'now'>,
  scope: Scope,
  items: readonly EntryListItem[],
): Promise<(entry: EntryListItem) => EntrySummary> {
  const ids = items.map(({ id }) => id);
  const standings = await standingsOf(scope, ids);
  const failed = new Set(
    (await deliveryReportsOf(scope, ids))
      .filter(({ action }) => action === 'failed')
      .map(({ entryId }) => entryId),
  );
  const { timeZone } = await readSettings(scope);
  const day = (utc: number): PlainDate => zonedTime(timeZone, utc).date;
  const today = day(services.now());
  return (entry) => ({
    ...viewEntry(entry),
    awaiting: entry.endOfConversation
      ? awaiting(entry.endOfConversation, daysBetween(day(entry.occurredAtUtc), today))
      : { kind: 'nothing' },
    standing: standingView(standings.get(entry.id)),
    bounced: failed.has(entry.id),
  });
}

const standingView = (standing: Standing | undefined): EntrySummary['standing'] =>
  standing ? { kind: standing.kind, byEntryId: standing.byEntryId } : null;

/** What was made here is from whom it says; of what came in before that was looked at, nothing is known. */
const provenanceOf = (
  entry: Pick<EntryListItem, 'authenticated' | 'messageId' | 'authorId' | 'direction'>,
): EntrySummary['authenticated'] =>
  entry.authenticated ??
  (entry.messageId !== null || entry.authorId !== null || entry.direction === 'note' ? 'passed' : 'unknown');

function viewEntry(entry: EntryListItem): Omit<EntrySummary, 'standing' | 'bounced' | 'awaiting'> {
  const { from, to } = entry.people;
  const shown = entry.direction === 'out' ? to : [from];
  return {
    id: entry.id,
    direction: entry.direction,
    authenticated: provenanceOf(entry),
    channel: entry.channel,
    occurredAtUtc: entry.occurredAtUtc,
    subject: entry.subject,
    opening: entry.opening,
    who: shown.map(({ name, address }) => name || address),
    conversationId: entry.conversationId,
    attachmentNames: entry.attachments.map(({ name }) => name),
    category: entry.category,
  };
}
