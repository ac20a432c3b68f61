import type { StartMessage } from '../../contract/messages.ts';
import { quotedBlocks } from '../../core/compose/index.ts';
import type { TakenUp } from '../../core/compose/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { PersonScope } from '../access/scope.ts';
import { findEntry } from '../correspondence/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';

/** An entry of the matter as a message takes it up, with its words where it is passed on. */
export async function takeUp(
  { blobs }: Pick<Services, 'blobs'>,
  scope: PersonScope,
  matter: Pick<StoredMatter, 'id'>,
  { inReplyTo, answer = 'sender' }: Pick<StartMessage, 'inReplyTo' | 'answer'>,
): Promise<TakenUp | undefined> {
  if (inReplyTo === undefined) return undefined;
  const entry = await findEntry(scope, inReplyTo);
  if (entry?.matterId !== matter.id) throw notFound('entry on this matter');
  if (answer !== 'forward') return { entry, how: answer, quoted: [] };
  const { timeZone } = await readSettings(scope);
  const { date } = zonedTime(timeZone, entry.occurredAtUtc);
  const { text } = await parseMail(await blobs.get(entry.rawBlob));
  const quoted = quotedBlocks({ from: entry.people.from, subject: entry.subject }, date, text ?? '');
  return { entry, how: answer, quoted };
}
