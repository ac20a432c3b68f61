import { asId } from '../core/model/ids.ts';
import { TEMPLATES } from '../demo/templates.ts';
import { findMatter } from '../server/matters/queries.ts';
import { insertTemplate } from '../server/templates/queries.ts';
import { openMatter } from '../server/matters/openMatter.ts';
import { readShelf } from '../server/messages/readShelf.ts';
import { byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { firstMatter, withPractice } from './practice.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';

const SHELF_SIZE = 40;
const TIMES = 20;

const repeated = (work: () => Promise<unknown>) => async (): Promise<void> => {
  for (let n = 0; n < TIMES; n += 1) await work();
};

/** The shelf of forty templates, and a matter's whole page, against reading the matter's record alone. */
export function benchShelf(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    for (let n = TEMPLATES.length; n < SHELF_SIZE; n += 1) {
      const like = TEMPLATES[n % TEMPLATES.length];
      if (!like) continue;
      const copy = {
        ...like,
        templateId: asId<typeof like.templateId>(`copy-${n}`),
        versionId: `copy-${n}-1`,
        name: `${like.name} ${n}`,
        folder: '',
        tags: [],
        words: '',
      };
      await inTransaction(services.db, (tx) =>
        insertTemplate(tx, copy, { by: 'person-idris', atUtc: 0, why: 'bench' }),
      );
    }
    const { scope, id } = await firstMatter(services);
    const {
      record = NaN,
      shelf = NaN,
      page = NaN,
    } = await interleave({
      record: repeated(() => findMatter(scope, id)),
      shelf: repeated(() => readShelf(services, scope, id)),
      page: repeated(() => openMatter(services, scope, id)),
    });
    const against = 'reading the matter’s record alone';
    return [
      byTime(`shelf of ${SHELF_SIZE} templates`, shelf / TIMES, against, record / TIMES),
      byTime('matter: all data of its page', page / TIMES, against, record / TIMES),
    ];
  });
}
