import type { StartMessage } from '../../contract/messages.ts';
import { quotedBlocks } from '../../core/compose/index.ts';
import type { TakenUp } from '../../core/compose/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { PersonScope } from '../access/scope.ts';
import { findEntry } from '../correspondence/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { quotedWords } from './quotedWords.ts';

/** An entry of the matter as a message takes it up, with its words where it is passed on or quoted. */
export async function takeUp(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>,
  scope: PersonScope,
  matter: Pick<StoredMatter, 'id'>,
  {
    inReplyTo,
    answer = 'sender',
    quoted = false,
  }: Pick<StartMessage, 'inReplyTo' | 'answer'> & { readonly quoted?: boolean },
): Promise<TakenUp | undefined> {
  if (inReplyTo === undefined) return undefined;
  const entry = await findEntry(scope, inReplyTo);
  if (entry?.matterId !== matter.id) throw notFound('entry');
  if (answer !== 'forward' && !quoted) return { entry, how: answer, quoted: [] };
  const { timeZone } = await readSettings(scope);
  const content = await quotedWords(services, scope, entry);
  const sent = zonedTime(timeZone, entry.occurredAtUtc);
  return { entry, how: answer, quoted: quotedBlocks({ ...entry, sent, content }, answer) };
}
