import { workingMinutes } from '../../core/dates/workingMinutes.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { weekOf } from '../../core/dates/weekOf.ts';
import { answersLast, toQuarter } from '../../core/figures/answered.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { settingsWithin } from '../platform/settings/queries.ts';
import type { NewEntry } from './entry.ts';

/** How a conversation stood before an entry came into it, and what counts the entry. */
export interface Before {
  readonly typeId: string;
  readonly templateId: string | null;
  /** Undefined for the first of its conversation. */
  readonly last: LastEntry | undefined;
  readonly outCount: number;
  readonly inCount: number;
}

export interface LastEntry {
  readonly id: string;
  readonly direction: NewEntry['direction'];
  readonly channel: string;
  readonly occurredAtUtc: number;
  readonly authorId: string | null;
}

interface StandingRow {
  type_id: string;
  template_id: string | null;
  out_count: number | null;
  in_count: number | null;
  last_id: string | null;
  direction: NewEntry['direction'];
  channel: string;
  last_utc: number;
  author_id: string | null;
}

/** Reads, before an entry is filed, how its conversation stands, and of which type and template it is. */
export async function standingBefore(
  tx: Tx,
  conversationId: string,
  { matterId, templateVersionId }: Pick<NewEntry, 'matterId' | 'templateVersionId'>,
): Promise<Before> {
  const row = await tx('matters')
    .leftJoin('conversations', (on) => {
      on.on('conversations.id', '=', tx.raw('?', [conversationId]));
    })
    .leftJoin('entries as last', 'last.id', 'conversations.last_entry_id')
    .leftJoin('template_versions', (on) => {
      on.on('template_versions.id', '=', tx.raw('?', [templateVersionId]));
    })
    .where('matters.id', matterId)
    .first<StandingRow>({
      type_id: 'matters.type_id',
      template_id: 'template_versions.template_id',
      out_count: 'conversations.out_count',
      in_count: 'conversations.in_count',
      last_id: 'last.id',
      direction: 'last.direction',
      channel: 'last.channel',
      last_utc: 'conversations.last_utc',
      author_id: 'last.author_id',
    });
  return {
    typeId: row.type_id,
    templateId: row.template_id,
    last:
      row.last_id === null
        ? undefined
        : {
            id: row.last_id,
            direction: row.direction,
            channel: row.channel,
            occurredAtUtc: row.last_utc,
            authorId: row.author_id,
          },
    outCount: row.out_count ?? 0,
    inCount: row.in_count ?? 0,
  };
}

/** What is counted of an entry. */
export type Counted = Pick<
  NewEntry,
  | 'id'
  | 'matterId'
  | 'channel'
  | 'direction'
  | 'category'
  | 'occurredAtUtc'
  | 'authorId'
  | 'about'
  | 'automatic'
> &
  Partial<Pick<NewEntry, 'templateVersionId' | 'cautionsOverridden' | 'rewritten'>>;

/** Notes say nothing to anybody, and what is filed a second time is counted where it was first. */
export const isCounted = ({ direction, about }: Pick<Counted, 'direction' | 'about'>): boolean =>
  direction !== 'note' && about?.kind !== 'movedFrom' && about?.kind !== 'alsoOn';

/** Counts an entry as it is filed, in the same transaction. */
export async function countEntry(tx: Tx, entry: Counted, before: Before): Promise<void> {
  if (isCounted(entry)) await countIn(tx, entry, before, await settingsWithin(tx));
}

/** The same, with the settings at hand. */
export async function countIn(
  tx: Tx,
  entry: Counted,
  before: Before,
  settings: PracticeSettings,
): Promise<void> {
  if (!isCounted(entry)) return;
  const { direction, channel, category, authorId } = entry;
  const { date: day } = zonedTime(settings.timeZone, entry.occurredAtUtc);
  const shared = {
    day,
    channel,
    type_id: before.typeId,
    person_id: direction === 'out' ? (authorId ?? '') : '',
  };
  await tx('figure_days')
    .insert({ ...shared, week: weekOf(day), direction, category, count: 1 })
    .onConflict(['day', 'direction', 'channel', 'category', 'type_id', 'person_id'])
    .merge({ count: tx.raw('figure_days.count + 1') });
  if (direction === 'out' && before.templateId !== null && entry.templateVersionId)
    await tx('figure_uses')
      .insert({
        ...shared,
        entry_id: entry.id,
        matter_id: entry.matterId,
        template_id: before.templateId,
        template_version_id: entry.templateVersionId,
        cautions: entry.cautionsOverridden?.length ?? 0,
        words: entry.rewritten?.words ?? null,
        changed: entry.rewritten?.changed ?? null,
        sentences: JSON.stringify(entry.rewritten?.sentences ?? []),
      })
      .onConflict('entry_id')
      .ignore();
  await countAnswer(tx, entry, before, settings);
}

/** How long it took, where an entry answers the last word of its conversation. */
async function countAnswer(
  tx: Tx,
  entry: Counted,
  { typeId, last }: Before,
  settings: PracticeSettings,
): Promise<void> {
  const side = answersLast(last, entry);
  if (!side || !last) return;
  const { timeZone, workingHours } = settings;
  const asked = zonedTime(timeZone, last.occurredAtUtc);
  const answered = zonedTime(timeZone, entry.occurredAtUtc);
  await tx('figure_answers')
    .insert({
      entry_id: entry.id,
      asked_entry_id: last.id,
      matter_id: entry.matterId,
      day: asked.date,
      week: weekOf(asked.date),
      side,
      channel: entry.channel,
      type_id: typeId,
      person_id: (side === 'theirs' ? last.authorId : entry.authorId) ?? '',
      minutes: toQuarter(workingMinutes(calendarOf(settings), workingHours, asked, answered)),
    })
    .onConflict('entry_id')
    .ignore();
}
