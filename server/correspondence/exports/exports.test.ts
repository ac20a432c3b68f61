import { PDFDocument } from '@cantoo/pdf-lib';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { readFile, rm, mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../../standins/answers.ts';
import { blobStore } from '../../platform/blobs/blobStore.ts';
import { readArchive } from '../../practice/readArchive.ts';
import { writeArchive } from '../../practice/writeArchive.ts';
import { readMbox } from '../../platform/mail/mbox.ts';
import { receiveMail } from '../../incoming/receiveMail.ts';
import { openDatabase } from '../../platform/database/openDatabase.ts';
import { openPractice, serve } from '../../app/tests/practice.ts';
import type { Client, TestPractice } from '../../app/tests/practice.ts';
import { filesIn } from '../../app/tests/zip.ts';
import { isSound, verifyPractice } from '../../practice/verifyPractice.ts';
import { unscoped } from '../../access/unscoped.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-archive-'));
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
});
afterAll(async () => {
  await client.close();
  await services.close();
  await rm(folder, { recursive: true, force: true });
});

async function takeOut(form: string, query: object = { matterId }): Promise<Buffer> {
  const { id } = (await client.call('POST', '/exports', { form, query })).json;
  for (;;) {
    const job = (await client.call('GET', `/exports/${id}`)).json;
    if (job.state === 'done') return (await client.call('GET', `/exports/${id}/file`)).bytes;
    if (job.state !== 'running') throw new Error(JSON.stringify(job));
    await new Promise((done) => setTimeout(done, 20));
  }
}

async function wordsOfPdf(bytes: Buffer): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(bytes) }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= document.numPages; n += 1) {
    const { items } = await (await document.getPage(n)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return pages.join(' ');
}

describe('taking out what a search finds', () => {
  it('gives a ZIP with the exact bytes, what they enclose, and an index in HTML and CSV', async () => {
    const files = await filesIn(await takeOut('zip'));
    const entries = await services.db('entries').where({ matter_id: matterId });
    const messages = [...files].filter(([name]) => name.startsWith('messages/'));
    expect(messages).toHaveLength(entries.length);
    const raw = await Promise.all(entries.map(({ raw_blob }) => services.blobs.get(raw_blob)));
    for (const bytes of raw) expect(messages.some(([, one]) => one.equals(bytes))).toBe(true);
    const csv = files.get('index.csv')?.toString('utf8') ?? '';
    expect(csv.trim().split('\r\n').length).toBeGreaterThanOrEqual(entries.length + 1);
    const html = files.get('index.html')?.toString('utf8') ?? '';
    for (const [, href] of html.matchAll(/href="([^"]+)"/g))
      expect(
        files.has(
          decodeURI((href ?? '').replaceAll('&amp;', '&').replaceAll('&#39;', "'").replaceAll('&#x27;', "'")),
        ),
      ).toBe(true);
  });

  it('gives an mbox whose messages read back', async () => {
    const box = await takeOut('mbox');
    const entries = await services
      .db('entries')
      .where({ matter_id: matterId })
      .orderBy('occurred_utc', 'desc');
    const messages = [...readMbox(box)];
    expect(messages).toHaveLength(entries.length);
    expect(String(messages[0])).toContain(entries[0].internet_message_id);
  });

  it('gives one PDF with an index and numbered pages', async () => {
    const pdf = await PDFDocument.load(await takeOut('pdf'));
    const entries = await services.db('entries').where({ matter_id: matterId });
    expect(pdf.getPageCount()).toBeGreaterThan(entries.length);
  });

  it('bundles what is damaged or in scripts it cannot draw beside all the rest, and says so', async () => {
    const bytes = await new MailComposer({
      from: 'Wei <wei@harbour.example>',
      to: 'office@tidewell-roe.example',
      subject: 'Bundled. Really?',
      date: new Date('2026-07-01T10:00:00Z'),
      html: `<h2>Findings, in short.</h2><p>The report: 報告書 and שלום 🙂</p>
        <table><tr><th>Place</th><th>mm</th></tr><tr><td>Frame 12</td><td>7.2</td></tr></table>`,
      attachments: [
        { filename: 'broken.pdf', contentType: 'application/pdf', content: '%PDF-1.7 and nothing else' },
        { filename: 'sheet.xlsx', content: 'PK' },
      ],
    })
      .compile()
      .build();
    await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
    const words = (await wordsOfPdf(await takeOut('pdf', { matterId, words: 'Bundled' }))).replaceAll(
      /\s+/g,
      ' ',
    );
    for (const said of [
      'Correspondence of SV-2041',
      'Tidewell & Roe',
      // Eleven in London, where the practice is.
      'From 1 July 2026, 11:00 to 1 July 2026, 11:00',
      'not on paper, whole in the original: broken.pdf, sheet.xlsx',
      'Bundled. Really?',
      'Findings, in short.',
      'The report: […] and […]',
      'All of it is in the original message',
      'Frame 12',
      '2 / 2',
    ])
      expect(words).toContain(said);
    expect(words).not.toMatch(/\b1 of 1\b/);
  });

  it('keeps a cell from becoming a formula', async () => {
    const { bytes } = await mailOf({
      from: 'a@b.example',
      to: ['c@d.example'],
      subject: '=HYPERLINK("x")',
      text: 'x',
    });
    await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
    expect((await takeOut('csv')).toString('utf8')).toContain(`"'=HYPERLINK(""x"")"`);
  });

  it('is another’s to fetch for nobody, and ends when it is called off', async () => {
    const { id } = (await client.call('POST', '/exports', { form: 'zip', query: {} })).json;
    await client.call('DELETE', `/exports/${id}`);
    await client.signIn('jonas@tidewell-roe.example');
    expect((await client.call('GET', `/exports/${id}`)).status).toBe(404);
    await client.signIn('maud@tidewell-roe.example');
    for (let state = 'running'; state === 'running';)
      state = (await client.call('GET', `/exports/${id}`)).json.state;
    expect((await client.call('GET', `/exports/${id}/file`)).status).toBe(404);
  });
});

describe('the archive of a practice', () => {
  const silent = { tell: () => undefined, signal: new AbortController().signal };

  it('reads back into an empty folder as the same matters, entries and bytes', async () => {
    const path = join(folder, 'practice.zip');
    await writeArchive(services.config.dataFolder, services.blobs, path, services.now(), silent);
    const again = join(folder, 'again');
    await readArchive(path, again);
    const db = await openDatabase(join(again, 'officium.sqlite'));
    const blobs = blobStore(join(again, 'blobs'));
    for (const table of [
      'matters',
      'entries',
      'contacts',
      'contact_addresses',
      'parties',
      'templates',
      'documents',
      'people',
    ])
      expect(await db(table).orderBy('rowid')).toEqual(await services.db(table).orderBy('rowid'));
    const verified = await verifyPractice(unscoped(db, 'archive'), blobs);
    expect([isSound(verified), verified.files]).toEqual([
      true,
      (await verifyPractice(services.everything, services.blobs)).files,
    ]);
    const [{ found } = { found: 0 }] = await db.raw(
      `SELECT count(*) AS found FROM matter_words WHERE matter_words MATCH 'saltmarsh'`,
    );
    expect(found).toBeGreaterThan(0);
    expect(await db('sessions')).toEqual([]);
    await db.destroy();
    await expect(readArchive(path, again)).rejects.toThrow('already');
  });

  it('that is none, or damaged, is refused with why', async () => {
    const bad = join(folder, 'bad.zip');
    const { writeFile } = await import('node:fs/promises');
    await writeFile(bad, 'no zip');
    await expect(readArchive(bad, join(folder, 'x'))).rejects.toThrow('no ZIP');
    const bytes = await readFile(join(folder, 'practice.zip'));
    const at = bytes.indexOf('%PDF-');
    bytes.write('XXXX', at);
    await writeFile(bad, bytes);
    await expect(readArchive(bad, join(folder, 'y'))).rejects.toThrow();
  });
});
