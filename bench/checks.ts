import { runChecks } from '../core/checks/index.ts';
import { labelledDraft, scoreChecks } from '../core/tests/labelledDrafts.ts';

/** Seeded drafts, half of them clean, each faulty one with its one fault known. */
const DRAFTS = 660;

/** How often each check is right, over the same labelled drafts that the tests hold it to. */
export function benchChecks(): unknown {
  const drafts = Array.from({ length: DRAFTS }, (_, n) => labelledDraft(n + 1));
  const rows = scoreChecks(drafts, runChecks).map(({ code, right, wrong, missed }) => ({
    code,
    right,
    wrong,
    missed,
    precision: right / (right + wrong),
    recall: right / (right + missed),
  }));
  console.log(`checks over ${DRAFTS} labelled drafts`);
  console.table(rows);
  return rows;
}
