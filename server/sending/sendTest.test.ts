import type { AddressInfo } from 'node:net';
import { buffer } from 'node:stream/consumers';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { receiveMail } from '../incoming/receiveMail.ts';

let host: SMTPServer;
let services: TestPractice;
let client: Client;
let matterId: string;
const taken: { readonly to: readonly string[]; readonly bytes: Buffer }[] = [];
let refuses = false;

beforeAll(async () => {
  host = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    logger: false,
    onRcptTo(_address, _session, done) {
      done(refuses ? Object.assign(new Error('mailbox full'), { responseCode: 552 }) : null);
    },
    onData(stream, session, done) {
      void buffer(stream).then((bytes) => {
        taken.push({ to: session.envelope.rcptTo.map(({ address }) => address), bytes });
        done();
      });
    },
  });
  await new Promise<void>((done) => {
    host.listen(0, '127.0.0.1', done);
  });
  const { port } = host.server.address() as AddressInfo;
  services = await openPractice({ OFFICIUM_DEMO: '1', OFFICIUM_SMTP_PORT: String(port) });
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
  await new Promise<void>((done) => {
    host.close(done);
  });
});

describe('a test of a message', () => {
  const start = async () =>
    (await client.call('POST', `/matters/${matterId}/messages`, { templateId: 'template-report' })).json;
  const count = async (table: string) => (await services.db(table).count('* as n').first())?.['n'];

  it('goes to its writer alone, marked, is filed nowhere, and is known if it is read again', async () => {
    const draft = await start();
    const before = [await count('entries'), await count('incoming')];
    const { status, json } = await client.call('POST', `/messages/${draft.id}/test`);
    expect([status, json]).toEqual([200, { sentTo: 'maud@tidewell-roe.example' }]);
    const [sent] = taken;
    expect(sent?.to).toEqual(['maud@tidewell-roe.example']);
    const mail = await simpleParser(sent?.bytes ?? '');
    expect(mail.subject).toBe(`[Test] ${draft.subject}`);
    expect(mail.text).toMatch(/^This is a test\. It would go to .*Ines Okafor/);
    expect(mail.html).toContain('This is a test.');
    expect(mail.attachments.length).toBe(draft.enclosures.length);
    const again = { bytes: sent?.bytes ?? Buffer.alloc(0), source: 'mailbox', deliveredTo: [] } as const;
    expect((await receiveMail(services, services.everything, again)).outcome).toBe('known');
    expect([await count('entries'), await count('incoming')]).toEqual(before);
    expect((await client.call('GET', `/messages/${draft.id}`)).json).toMatchObject({
      state: 'draft',
      revision: draft.revision,
    });
  });

  it('says what the host had against it, and is for nobody else’s drafts that one may not see', async () => {
    const draft = await start();
    refuses = true;
    const { status, json } = await client.call('POST', `/messages/${draft.id}/test`);
    refuses = false;
    expect([status, json.because]).toEqual([
      502,
      [{ code: 'testRefused', reply: expect.stringContaining('mailbox full') }, { code: 'draftUnchanged' }],
    ]);
    expect((await client.call('POST', '/messages/none/test')).status).toBe(404);
  });
});

describe('a letter looked at as a page', () => {
  it('is shown for each house that it goes to, with its own address and greeting', async () => {
    const { json } = await client.call('POST', `/matters/${matterId}/messages`, {
      templateId: 'template-terms-letter',
    });
    const houses = [
      { name: 'Ines Okafor', address: '1 Quay\nPort Sennet' },
      { name: 'Aksel Lund', address: '2 Ropewalk\nNess Quay' },
    ];
    await client.call('PATCH', `/messages/${json.id}`, { to: houses });
    const { bytes } = await client.call('GET', `/messages/${json.id}/page`);
    const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    const pages: string[] = [];
    for (let n = 1; n <= document.numPages; n += 1) {
      const { items } = await (await document.getPage(n)).getTextContent();
      pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
    }
    const [first, second] = houses.map(({ address }) =>
      pages.filter((page) => page.includes(address.split('\n')[0] ?? '')),
    );
    expect([first?.length, second?.length]).toEqual([1, 1]);
    expect(first?.[0]).not.toContain('Aksel Lund');
    expect(second?.[0]).not.toContain('Ines Okafor');
  });
});
