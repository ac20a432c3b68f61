import { unscoped } from '../access/unscoped.ts';
import { countIn } from '../correspondence/figureQueries.ts';
import type { LastEntry } from '../correspondence/figureQueries.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Services } from '../platform/services.ts';
import { readSettings, writeSetting } from '../platform/settings/queries.ts';
import { earlierEntries, toCount } from './earlierQueries.ts';
import type { EarlierEntry } from './earlierQueries.ts';

const AT_ONCE = 200;

/**
 * Counts what was filed before entries were counted as they come: once, after the application has started, some at a time,
 * each time in a transaction with how far it is. Broken off, it goes on there at the next start.
 */
export async function countEarlier({ db, log }: Pick<Services, 'db' | 'log'>): Promise<void> {
  const everything = unscoped(db, 'indexing');
  const left = await toCount(everything);
  if (!left) return;
  const settings = await readSettings(everything);
  const ends = new Map<string, LastEntry>();
  let counted = 0;
  // From the first on: how each conversation stood is known by reading them again, and counted once.
  for (let after = 0; ;) {
    const entries = await earlierEntries(everything, after, left.until, AT_ONCE);
    const last = entries.at(-1);
    if (!last) break;
    const standing = entries.map((entry) => {
      const before = ends.get(entry.conversationId);
      ends.set(entry.conversationId, endOf(entry));
      return { entry, before };
    });
    const open = standing.filter(({ entry }) => entry.seq > left.from);
    if (open.length > 0)
      await inTransaction(db, async (tx) => {
        for (const { entry, before } of open)
          await countIn(
            tx,
            entry,
            { typeId: entry.typeId, templateId: entry.templateId, last: before, outCount: 0, inCount: 0 },
            settings,
          );
        await writeSetting(tx, 'figuresToCount', { from: last.seq, until: left.until });
      });
    counted += open.length;
    after = last.seq;
    await new Promise((done) => setImmediate(done));
  }
  log.info({ entries: counted }, 'what was filed before is counted');
}

const endOf = ({ id, direction, channel, occurredAtUtc, authorId }: EarlierEntry): LastEntry => ({
  id,
  direction,
  channel,
  occurredAtUtc,
  authorId,
});
