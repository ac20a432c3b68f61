import { performance } from 'node:perf_hooks';
import { candidatesIn, matchMail } from '../core/matching/index.ts';
import type { Suggestion } from '../core/matching/index.ts';
import { asId } from '../core/model/ids.ts';
import type { ContactId, EntryId } from '../core/model/ids.ts';
import { person } from '../core/tests/fixtures.ts';
import { labelledMail, labelledPractice } from '../core/tests/labelledMail.ts';
import type { LabelledMail, LabelledPractice } from '../core/tests/labelledMail.ts';
import { scoreMatching } from '../core/tests/scoreMatching.ts';
import { filingTokens } from '../server/matters/filingAddress.ts';
import type { AppServices } from '../server/app/services.ts';
import { insertContact } from '../server/directory/contactQueries.ts';
import { insertEntry } from '../server/correspondence/fileQueries.ts';
import { findMatter } from '../server/matters/queries.ts';
import { insertMatter } from '../server/matters/changeQueries.ts';
import { findMatchFacts } from '../server/incoming/matchQueries.ts';
import { firstMatter, withPractice } from './practice.ts';
import type { Measured } from './measure.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';

const MATTERS = 5_000;
const STREAM = 2_000;
/** Another seed than the one that the weights were found with. */
const SEED = 77;
const THRESHOLD = 0.97;

/** The labelled practice in a database of its own, as filing would have left it. */
async function fill(services: AppServices, practice: LabelledPractice): Promise<void> {
  const { scope: maud, id } = await firstMatter(services);
  const model = await findMatter(maud, id);
  if (!model) throw new Error('the demo lacks its first matter');
  const stages = model.type.stages;
  const [openStage = '', closedStage = ''] = [
    stages.find(({ closes }) => !closes)?.key,
    stages.find(({ closes }) => closes)?.key,
  ];
  const contacts = new Map<string, ContactId>();
  await inTransaction(services.db, async (tx) => {
    for (const { id: matterId, reference, vessel, open, token, parties, sent } of practice.matters) {
      const held = [];
      for (const { name, address, role } of parties) {
        const known = contacts.get(address);
        const contactId = known ?? asId<ContactId>(`labelled-${contacts.size}`);
        const [first] = person(name).addresses;
        const contact = {
          ...person(name),
          id: contactId,
          addresses: first ? [{ ...first, value: address }] : [],
        };
        if (!known) {
          contacts.set(address, contactId);
          await insertContact(tx, contact);
        }
        held.push({ role, contact });
      }
      await insertMatter(tx, {
        ...model,
        id: matterId,
        reference,
        title: `${vessel}, 9 m sloop`,
        parties: held,
        documents: [],
        facts: { ...model.facts, vessel: { kind: 'text', text: vessel } },
        stage: open ? openStage : closedStage,
        accessFor: [],
        openedAtUtc: 0,
      });
      await tx('matters').where({ id: matterId }).update({ filing_token: token });
      for (const [n, { messageId, subject, to, atUtc }] of sent.entries()) {
        await insertEntry(tx, {
          id: asId<EntryId>(`${matterId}-${n}`),
          matterId,
          direction: 'out',
          channel: 'email',
          occurredAtUtc: atUtc,
          filedAtUtc: atUtc,
          subject,
          opening: subject,
          category: 'Letter',
          people: {
            from: { name: 'Office', address: 'office@practice.example' },
            to: [{ name: '', address: to }],
            cc: [],
            bcc: [],
          },
          attachments: [],
          rawBlob: 'a'.repeat(64),
          rawBytes: 1,
          internetMessageId: messageId,
          references: [],
          messageId: null,
          templateVersionId: null,
          authorId: null,
          refusals: [],
          cautionsOverridden: [],
        });
        await tx('matters').where({ id: matterId }).update({ last_entry_utc: atUtc, recent_utc: atUtc });
      }
    }
  });
}

/** How often the matching is right over a labelled stream, and what finding a message's matter takes. */
export function benchMatching(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    const practice = labelledPractice(SEED, MATTERS);
    await fill(services, practice);
    const stream: { labelled: LabelledMail; suggestions: readonly Suggestion[] }[] = [];
    const times: number[] = [];
    const bare: number[] = [];
    for (let n = 0; n < STREAM; n += 1) {
      const labelled = labelledMail(practice, n + 50_000);
      const { mail } = labelled;
      const begun = performance.now();
      const facts = await findMatchFacts(unscoped(services.db, 'seeding'), {
        candidates: candidatesIn(mail, practice.own),
        references: mail.references,
        tokens: filingTokens(mail.deliveredTo),
        kind: 'email',
      });
      const suggestions = matchMail(mail, facts, practice.own);
      times.push(performance.now() - begun);
      stream.push({ labelled, suggestions });
      const one = performance.now();
      await services
        .db('matters')
        .where({ reference: `LM-${10_000 + n}` })
        .first('id');
      bare.push(performance.now() - one);
    }
    const score = scoreMatching(stream, THRESHOLD);
    console.log(
      `matching: ${STREAM} labelled messages, ${MATTERS} matters, filed by itself from ${THRESHOLD}`,
    );
    console.log(
      `  of those filed by itself right ${percent(score.filedRight)}, of what can be told filed by itself ${percent(
        score.fileableFiled,
      )}, right matter in the first three ${percent(score.inFirstThree)}`,
    );
    console.table(score.bands.map(({ from, count, right }) => ({ from, count, right: percent(right) })));
    const at = (list: readonly number[], share: number): number =>
      Math.round(([...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? NaN) * 100) / 100;
    const mean = (list: readonly number[]): number =>
      Math.round((list.reduce((sum, one) => sum + one, 0) / list.length) * 100) / 100;
    const row = (name: string, of: (list: readonly number[]) => number): Measured => ({
      name: `matching a message in a practice of ${MATTERS} matters, ${name}`,
      unit: 'ms',
      ours: of(times),
      against: 'one matter by its reference',
      theirs: of(bare),
      ratio: Math.round((of(bare) / of(times)) * 100) / 100,
    });
    const share = (name: string, value: number, wanted: number): Measured => ({
      name: `matching: ${name}`,
      unit: '%',
      ours: Math.round(value * 10_000) / 100,
      against: 'asked',
      theirs: wanted,
      ratio: Math.round((value * 10_000) / wanted) / 100,
    });
    return [
      row('mean', mean),
      row('median', (list) => at(list, 0.5)),
      row('95th in a hundred', (list) => at(list, 0.95)),
      share('right of those filed by itself', score.filedRight, 99.5),
      share('filed by itself of what can be told', score.fileableFiled, 80),
      share('right matter in the first three', score.inFirstThree, 97),
    ];
  });
}

const percent = (share: number): string => `${(share * 100).toFixed(2)} %`;
