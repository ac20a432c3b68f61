import { performance } from 'node:perf_hooks';
import { nameCandidates, referenceCandidates, runChecks } from '../core/checks/index.ts';
import { labelledDraft, scoreChecks } from '../core/tests/labelledDrafts.ts';

import { findMatter } from '../server/matters/queries.ts';
import { insertMatter } from '../server/matters/changeQueries.ts';
import { insertContact } from '../server/directory/contactQueries.ts';
import { changeMessage } from '../server/messages/changeMessage.ts';
import { checkMessage } from '../server/messages/checkMessage.ts';
import { startMessage } from '../server/messages/startMessage.ts';
import { person } from '../core/tests/fixtures.ts';
import { asId } from '../core/model/ids.ts';
import { firstMatter, withPractice } from './practice.ts';
import type { Measured } from './measure.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';

/** Seeded drafts, half of them clean, each faulty one with its one fault known. */
const DRAFTS = 660;

/** How often each check is right, over the same labelled drafts that the tests hold it to. */
function printScores(): void {
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
}

const CONTACTS = 5_000;
const MATTERS = 20_000;
const PARAGRAPHS = 40;
const TIMES = 60;

const LETTERS = 'abcdefghijklmnopqrstuvwxyz';
const nameOf = (n: number): string => {
  const part = (k: number): string =>
    (LETTERS[k % 26] ?? 'a').toUpperCase() +
    (LETTERS[(k * 7) % 26] ?? 'b') +
    (LETTERS[Math.floor(k / 26) % 26] ?? 'c') +
    'en';
  return `${part(n)} ${part(n * 31 + 5)}${LETTERS[Math.floor(n / 676) % 26] ?? 'd'}`;
};

/** What a keystroke costs on a long message, in a practice of many contacts and references, against reading the matter. */
export function benchChecks(): Promise<readonly Measured[]> {
  printScores();
  return withPractice(async (services) => {
    const { scope: maud, id } = await firstMatter(services);
    const matter = await findMatter(maud, id);
    if (!matter) throw new Error('the demo lacks its first matter');
    await inTransaction(services.db, async (tx) => {
      for (let n = 0; n < CONTACTS; n += 1) {
        const contact = person(nameOf(n));
        const [address] = contact.addresses;
        if (address)
          await insertContact(tx, {
            ...contact,
            id: asId(`bench-${n}`),
            addresses: [{ ...address, value: `bench.${n}@mail.example` }],
          });
      }
      for (let n = 0; n < MATTERS; n += 1)
        await insertMatter(tx, {
          ...matter,
          id: asId(`bench-${n}`),
          reference: `BN-${String(n).padStart(5, '0')}`,
          title: `${nameOf(n * 3)}, 9 m sloop`,
          parties: [],
          documents: [],
          facts: { vessel: { kind: 'text', text: nameOf(n * 3) } },
          accessFor: [],
          openedAtUtc: 0,
        });
    });
    const draft = await startMessage(services, maud, matter.id, {});
    const line =
      'We wrote to Ines Okafor on 3 March 2026 about Saltmarsh Wren and the Hallam Slip, under SV-2041, and enclose the invoice of £1,070.00; by Thursday 21 January 2027 the yard at Port Sennet will have answered. ';
    const content = Array.from({ length: PARAGRAPHS }, (_, n) => ({
      type: 'paragraph',
      content: [{ type: 'text', text: `${line} ${nameOf(n)} BN-0${n}123` }],
    }));
    await changeMessage(services, maud, draft.id, {
      body: { type: 'doc', version: 1, content } as never,
      to: [{ address: 'ines.okafor@harbourpost.example' }, { address: 'stranger@mail.example' }],
    });
    const words = content.map((one) => one.content[0]?.text ?? '').join('\n');
    const times: number[] = [];
    const reading: number[] = [];
    for (let n = 0; n < TIMES; n += 1) {
      const begun = performance.now();
      await findMatter(maud, matter.id);
      reading.push(performance.now() - begun);
      const checked = performance.now();
      await checkMessage(services, maud, draft.id);
      times.push(performance.now() - checked);
    }
    const at = (list: readonly number[], share: number): number =>
      [...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? NaN;
    const candidates = nameCandidates(words).size + referenceCandidates(words).size;
    const where = `${words.length} letters, ${candidates} candidates, ${CONTACTS} contacts, ${MATTERS} other matters`;
    const row = (name: string, share: number): Measured => ({
      name: `every check on a long message (${where}), ${name}`,
      unit: 'ms',
      ours: Math.round(at(times, share) * 100) / 100,
      against: 'reading the matter alone',
      theirs: Math.round(at(reading, share) * 100) / 100,
      ratio: Math.round((at(reading, share) / at(times, share)) * 100) / 100,
    });

    return [row('median', 0.5), row('95th in a hundred', 0.95)];
  });
}
