import { PDFDocument } from '@cantoo/pdf-lib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { startIndexing } from './indexing.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import MailComposer from 'nodemailer/lib/mail-composer';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
  const { bytes } = await mailOf({
    from: 'Björn Ås <bjorn@fjord.example>',
    to: ['office@tidewell-roe.example'],
    subject: 'The zinc anodes',
    text: 'We changed the sacrificial anodes on Tuesday.\n\nBjörn',
  });
  await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const find = async (query: string) => (await client.call('GET', `/correspondence?${query}`)).json;
const subjects = async (query: string): Promise<string[]> =>
  (await find(query)).items.map(({ subject }: { subject: { text: string }[] }) =>
    subject.map(({ text }) => text).join(''),
  );

describe('finding', () => {
  it.each([
    ['words=anodes+', true],
    ['words=anod', true],
    ['words=anod+', false],
    ['words="sacrificial anodes"', true],
    ['words="anodes sacrificial"', false],
    ['who=bjorn', true],
    ['words=anodes&direction=in', true],
    ['words=anodes&direction=out', false],
    ['words=anodes&withFile=true', false],
    ['words=anodes&from=2026-11-24&until=2026-11-24', true],
    ['words=anodes&until=2026-11-23', false],
    ['words=anodes OR NOT NEAR(', false],
    ['words=" AND * {subject} : x', false],
  ])('%s', async (query, found) => {
    expect((await subjects(query)).includes('The zinc anodes')).toBe(found);
  });

  it('marks what was looked for, and counts what each filter would leave', async () => {
    const { items, counts } = await find('words=anodes+');
    expect(items[0].excerpt.find(({ hit }: { hit: boolean }) => hit).text).toBe('anodes');
    expect(counts).toMatchObject({ all: 1, direction: [{ key: 'in', count: 1 }], withFile: 0 });
    const all = await find('');
    const entries = await services.db('entries').count({ n: '*' }).first();
    expect(all.counts.all).toBe(entries?.['n']);
    expect(all.items.map(({ occurredAtUtc }: { occurredAtUtc: number }) => occurredAtUtc)).toEqual(
      [...all.items.map(({ occurredAtUtc }: { occurredAtUtc: number }) => occurredAtUtc)].sort(
        (a, b) => b - a,
      ),
    );
    const next = await find(`after=${all.next}`);
    const ids = [...all.items, ...next.items].map(({ entryId }: { entryId: string }) => entryId);
    expect(new Set(ids).size).toBe(ids.length);
    const here = await find(`matterId=${matterId}`);
    expect(here.counts.all).toBe((await services.db('entries').where({ matter_id: matterId })).length);
  });

  it('leaves no trace of a restricted matter: not in lists, not in counts', async () => {
    const restricted = await services.db('matters').where({ restricted: 1 }).first();
    const word = 'Xylographic';
    const { bytes } = await mailOf({
      from: 'a@b.example',
      to: ['office@tidewell-roe.example'],
      subject: word,
      text: word,
    });
    await receiveMail(services, services.everything, {
      bytes,
      source: 'file',
      deliveredTo: [],
      matterId: restricted.id,
    });
    expect((await find(`words=${word}`)).counts.all).toBe(1);
    const before = (await find('')).counts.all;
    await client.signIn('sunniva@tidewell-roe.example');
    expect((await find(`words=${word}`)).counts).toMatchObject({ all: 0, direction: [], category: [] });
    const hidden = (await services.db('entries').where({ matter_id: restricted.id })).length;
    expect((await find('')).counts.all).toBe(before - hidden);
    expect((await client.call('GET', `/correspondence?matterId=${restricted.id}`)).status).toBe(404);
    await client.signIn('maud@tidewell-roe.example');
  });

  it('finds what stands inside an enclosed PDF, once it has been read', async () => {
    const pdf = await PDFDocument.create();
    pdf.addPage([300, 200]).drawText('The garboard strake is sound');
    const bytes = await new MailComposer({
      from: 'a@b.example',
      to: 'office@tidewell-roe.example',
      subject: 'A report',
      text: 'See the file.',
      attachments: [{ filename: 'garlands.pdf', content: Buffer.from(await pdf.save()) }],
    })
      .compile()
      .build();
    await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
    expect(await subjects('words=garlands+')).toEqual(['A report']);
    expect(await subjects('words=garboard+')).toEqual([]);
    const reader = startIndexing(services);
    await reader.settled();
    await reader.stop();
    const { items } = await find('words=garboard+');
    expect(items[0].files.find(({ hit }: { hit: boolean }) => hit).text).toBe('garboard');
  });

  it('finds entries of before by all their words, once they have been read again', async () => {
    const { bytes } = await mailOf({
      from: 'Björn Ås <bjorn@fjord.example>',
      to: ['office@tidewell-roe.example'],
      subject: 'An old letter',
      text: `${'We thank you for yours. '.repeat(20)}\n\nThe capstan is seized.`,
    });
    await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
    const { seq, opening, id } = await services.db('entries').where({ subject: 'An old letter' }).first();
    // As the index was before it held whole texts.
    await services.db('entry_words').where({ entry_id: id }).update({ body: opening });
    await services.db('entries_to_read').insert({ entry_seq: seq });
    expect(await subjects('words=capstan+')).toEqual([]);
    // One whose bytes are lost stays as it is found, and keeps nobody from theirs.
    const broken = await services.db('entries').where({ direction: 'out' }).orderBy('seq').first();
    const get = services.blobs.get.bind(services.blobs);
    const lost: TestPractice['blobs'] = {
      ...services.blobs,
      get: (sha) => (sha === broken.raw_blob ? Promise.reject(new Error('gone')) : get(sha)),
    };
    await services.db('entries_to_read').insert({ entry_seq: broken.seq }).onConflict().ignore();

    const reader = startIndexing({ ...services, blobs: lost });
    await reader.settled();
    await reader.stop();

    expect(await subjects('words=capstan+')).toEqual(['An old letter']);
    expect(await services.db('entries_to_read').select()).toEqual([]);
    expect(await services.db('entry_words').where({ entry_id: broken.id })).toHaveLength(1);
  });

  it('keeps searches under a name, each person their own', async () => {
    const query = { words: 'anodes', direction: 'in' };
    const kept = (await client.call('POST', '/saved-searches', { name: 'Anodes', query })).json;
    expect((await client.call('GET', '/saved-searches')).json.items).toEqual([
      { id: kept.id, name: 'Anodes', query },
    ]);
    await client.signIn('jonas@tidewell-roe.example');
    expect((await client.call('GET', '/saved-searches')).json.items).toEqual([]);
    expect((await client.call('DELETE', `/saved-searches/${kept.id}`)).status).toBe(404);
    await client.signIn('maud@tidewell-roe.example');
    await client.call('DELETE', `/saved-searches/${kept.id}`);
  });
});
