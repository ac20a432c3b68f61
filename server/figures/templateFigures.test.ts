import { beforeAll, describe, expect, it } from 'vitest';
import type { TemplateFigures, TemplateFiguresDetail } from '../../contract/figures.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { useDesk } from '../app/tests/desk.ts';
import { ACCEPTS, runOnce, serve } from '../app/tests/practice.ts';
import type { Client } from '../app/tests/practice.ts';
import type { NewEntry, Rewritten } from '../correspondence/entry.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import { inTransaction } from '../platform/database/transaction.ts';

const desk = useDesk();
const SPAN = 'from=2026-11-01&until=2026-12-31';
const LATER_SPAN = 'from=2031-01-01&until=2031-12-31&of=all';

/** Sends a draft in spite of what is noted, and lets it leave. */
async function send(id: string): Promise<void> {
  const { notes } = (await desk.client.call('POST', `/messages/${id}/check`)).json;
  const acknowledged = notes.map(({ code }: { code: string }) => code);
  const sent = await desk.client.call('POST', `/messages/${id}/send`, { acknowledged });
  expect(sent.status, JSON.stringify(sent.json)).toBe(202);
  const now = desk.services.now();
  desk.services.now = () => now + 600_000;
  await runOnce(desk.services, ACCEPTS);
  desk.services.now = () => now;
}

const listed = async (query = SPAN): Promise<readonly TemplateFigures[]> =>
  (await desk.client.call('GET', `/figures/templates?${query}`)).json.items;
const ofTemplate = async (id: string, query = SPAN): Promise<TemplateFigures | undefined> =>
  (await listed(query)).find(({ templateId }) => templateId === id);
const detail = async (id: string, query = SPAN): Promise<TemplateFiguresDetail> =>
  (await desk.client.call('GET', `/figures/templates/${id}?${query}`)).json;

describe('what becomes of a template', () => {
  it('is nothing changed where it went as it was, whoever it went to', async () => {
    const before = await ofTemplate('template-closing');
    const draft = await desk.start({ templateId: 'template-closing' });
    await send(draft.id);
    const after = await ofTemplate('template-closing');
    expect(after?.uses).toBe((before?.uses ?? 0) + 1);
    const kept = await desk.services
      .db('figure_uses')
      .orderBy('entry_id')
      .where({ template_id: 'template-closing' });
    const [use] = kept.filter(({ day }: { day: string }) => day >= '2026-11-24');
    expect([use.changed, use.sentences, use.words > 10]).toEqual([0, '[]', true]);
  });

  it('is the sentence that its writer put in another’s place, without a word of the record', async () => {
    const draft = await desk.start({ templateId: 'template-closing' });
    const { revision, body } = (await desk.client.call('GET', `/messages/${draft.id}`)).json;
    const content = structuredClone(body.content) as {
      type: string;
      content?: { type: string; text?: string }[];
    }[];
    const place = content
      .flatMap((block) => block.content ?? [])
      .find(({ text }) => /[a-z]{3}.*\.$/.test(text ?? ''));
    expect(place).toBeDefined();
    if (place) place.text = ' Words of my own.';
    await desk.change(draft.id, { revision, body: { ...body, content } });
    await send(draft.id);
    const found = await detail('template-closing');
    expect(found.changes.some(({ became }) => became.includes('Words of my own.'))).toBe(true);
    expect(found.wording.some(({ times }) => times > 0)).toBe(true);
    expect(found.rewritten).toBeGreaterThan(0);
    expect(JSON.stringify([found.wording, found.changes])).not.toContain('Saltmarsh Wren');
  });

  it('is told that it was passed over, once a start, and only of templates that there are', async () => {
    const passed = async () => (await ofTemplate('template-terms'))?.passedOver ?? 0;
    const before = await passed();
    await desk.start({
      templateId: 'template-closing',
      passedOver: ['template-terms', 'template-terms', 'template-closing', 'nowhere'],
    });
    expect(await passed()).toBe(before + 1);
    expect(
      (await desk.services.db('figure_passed')).map((row: { template_id: string }) => row.template_id),
    ).toEqual(['template-terms']);
  });
});

describe('what a version did', () => {
  const SENTENCE = 'You will hear from us again as soon as a day is settled.';
  let administrator: Client;
  const versions: string[] = [];

  beforeAll(async () => {
    administrator = await serve(desk.services);
    await administrator.signIn('idris@tidewell-roe.example');
    const template = (await administrator.call('GET', '/templates/template-instructions')).json;
    versions.push(template.versionId);
    const saved = await administrator.call('PATCH', '/templates/template-instructions', {
      baseVersionId: template.versionId,
      content: { ...template.content, category: 'Report' },
      why: 'Another category',
    });
    expect(saved.status, JSON.stringify(saved.json)).toBe(200);
    versions.push(saved.json.versionId);
    await inTransaction(desk.services.db, async (tx) => {
      // Of the first version one in four is answered, of the second nearly all.
      for (let n = 0; n < 80; n += 1) {
        const isFirst = n < 40;
        const id = `use-${n}`;
        await insertEntry(tx, used(id, versions[isFirst ? 0 : 1] ?? '', n));
        if (isFirst ? n % 4 === 0 : n % 10 > 0) await insertEntry(tx, answerTo(id, n));
      }
    });
  });

  const START = Date.parse('2031-03-03T10:00:00Z');
  const rewritten = (n: number): Rewritten => ({
    words: 40,
    changed: n % 2 === 0 ? 10 : 0,
    sentences:
      n % 2 === 0 ? [{ was: SENTENCE, became: n % 4 === 0 ? 'We shall ring you.' : 'More soon.' }] : [],
  });
  const entry = (id: string, n: number, change: Partial<NewEntry>): NewEntry => ({
    id: asId<EntryId>(id),
    matterId: asId<MatterId>(desk.matterId),
    direction: 'out',
    channel: 'email',
    occurredAtUtc: START + n * 86_400_000,
    filedAtUtc: START + n * 86_400_000,
    subject: `Use ${n}`,
    opening: 'Words.',
    category: 'Report',
    people: { from: { name: '', address: 'a@b.example' }, to: [], cc: [], bcc: [] },
    attachments: [],
    rawBlob: 'none',
    rawBytes: 1,
    internetMessageId: `<${id}@b.example>`,
    references: [],
    messageId: null,
    templateVersionId: null,
    authorId: 'person-maud',
    refusals: [],
    cautionsOverridden: [],
    ...change,
  });
  const used = (id: string, templateVersionId: string, n: number) =>
    entry(id, n, {
      templateVersionId,
      rewritten: rewritten(n),
      cautionsOverridden: n % 8 === 0 ? ['past'] : [],
    });
  const answerTo = (id: string, n: number) =>
    entry(`${id}-answer`, n, {
      direction: 'in',
      authorId: null,
      occurredAtUtc: START + n * 86_400_000 + 7_200_000,
      references: [`<${id}@b.example>`],
    });

  const found = async (): Promise<TemplateFiguresDetail> =>
    (await administrator.call('GET', `/figures/templates/template-instructions?${LATER_SPAN}`)).json;

  it('is said from thirty uses of each on, against the one before it', async () => {
    const { uses, answered, versions: seen, rewritten: part, cautions } = await found();
    expect([uses, answered.hits, answered.of]).toEqual([80, 10 + 36, 80]);
    expect(seen.map(({ number, uses: of, effect }) => [number, of, effect])).toEqual([
      [2, 40, 'better'],
      [1, 40, 'first'],
    ]);
    expect([part, cautions]).toEqual([0.125, 0.125]);
  });

  it('is measured by working hours: half of the answers came within two', async () => {
    const { medianMinutes } = await found();
    // Those that came on a weekend or a holiday took none.
    expect([0, 120]).toContain(medianMinutes);
  });

  it('leaves the commonest rewriting to be taken into a new version, where it still stands', async () => {
    const { changes } = await found();
    expect(changes[0]).toMatchObject({ was: SENTENCE, times: 40, becameTimes: 20, stands: true });
    const path = `/figures/templates/template-instructions/rewritten?${LATER_SPAN}`;
    const { status, json } = await administrator.call('GET', `${path}&nth=0`);
    expect(status, JSON.stringify(json)).toBe(200);
    const words = JSON.stringify(json.content.body);
    expect([words.includes(SENTENCE), words.includes(changes[0]?.became ?? 'nothing')]).toEqual([
      false,
      true,
    ]);
    const gone = await administrator.call('GET', `${path}&nth=40`);
    expect([gone.status, gone.json.because[0].code]).toEqual([400, 'rewritingGone']);
    // Nothing was changed by asking.
    const now = (await administrator.call('GET', '/templates/template-instructions')).json;
    expect(now.versionId).toBe(versions[1]);
  });

  it('of a private template is its owner’s alone', async () => {
    await desk.services
      .db('templates')
      .where({ id: 'template-instructions' })
      .update({ standing: 'private', owner_id: 'person-maud' });
    expect(
      (await administrator.call('GET', `/figures/templates/template-instructions?${LATER_SPAN}`)).status,
    ).toBe(404);
    const { items } = (await administrator.call('GET', `/figures/templates?${LATER_SPAN}`)).json;
    expect(items.map(({ templateId }: TemplateFigures) => templateId)).not.toContain('template-instructions');
    await administrator.close();
  });
});
