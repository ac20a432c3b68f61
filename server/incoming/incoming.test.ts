import { createTransport } from 'nodemailer';
import { mkdtemp, rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { answerTo, bounceOf, mailOf } from '../../standins/answers.ts';
import { withResults } from '../../standins/authenticated.ts';
import { imapHost } from '../../standins/imapHost.ts';
import { mailStore } from '../../standins/mailStore.ts';
import { startMailboxReader } from './mailboxReader.ts';
import { mboxMessage, readMbox } from '../platform/mail/mbox.ts';
import { receiveMail } from './receiveMail.ts';
import { smtpReceiver } from './smtpReceiver.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
let sent: { id: string; internet_message_id: string; people: string; raw_blob: string; subject: string };

beforeAll(async () => {
  services = await openPractice();
  // What the demo lays into the tray is not what is looked at here.
  await services.db('incoming').delete();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
  sent = await services
    .db('entries')
    .where({ matter_id: matterId, direction: 'out' })
    .orderBy('seq', 'desc')
    .first();
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const OFFICE = 'office@tidewell-roe.example';
const tray = async () => (await client.call('GET', '/in-tray')).json;
const firstRecipient = (): string => JSON.parse(sent.people).to[0].address;
const take = (bytes: Buffer) =>
  receiveMail(services, services.everything, {
    bytes: withResults(bytes, ''),
    source: 'file',
    deliveredTo: [],
  });
const until = async (holds: () => Promise<boolean>): Promise<void> => {
  for (const end = Date.now() + 10_000; Date.now() < end;) {
    if (await holds()) return;
    await new Promise((done) => setTimeout(done, 30));
  }
  throw new Error('it did not come about');
};

describe('an answer to what was sent', () => {
  it('files itself on its matter, in its conversation, ends the follow-up that waited, and keeps its bytes', async () => {
    const made = await client.call('POST', `/matters/${matterId}/messages`, {});
    await services.db('entries').select();
    const messageId = made.json.id;
    await services.db.raw('DROP TRIGGER entries_no_update');
    await services.db('entries').where({ id: sent.id }).update({ message_id: messageId });
    await services.db.raw(
      "CREATE TRIGGER entries_no_update BEFORE UPDATE ON entries BEGIN SELECT RAISE(ABORT, 'filed entries never change'); END",
    );
    const [{ id: personId }] = await services.db('people').limit(1);
    await services.db('follow_ups').insert({
      id: 'waiting',
      matter_id: matterId,
      what: 'Heard from them?',
      due_on: '2026-11-30',
      person_id: personId,
      message_id: messageId,
      made_utc: 1,
    });
    const { bytes } = await answerTo(await services.blobs.get(sent.raw_blob), firstRecipient(), 'Thank you.');
    expect((await take(bytes)).outcome).toBe('filed');
    const entry = await services.db('entries').orderBy('seq', 'desc').first();
    const conversation = await services.db('entries').where({ id: sent.id }).first();
    expect(entry).toMatchObject({
      matter_id: matterId,
      direction: 'in',
      conversation_id: conversation.conversation_id,
    });
    expect((await services.blobs.get(entry.raw_blob)).equals(withResults(bytes, ''))).toBe(true);
    expect((await services.db('follow_ups').where({ id: 'waiting' }).first()).done_utc).not.toBeNull();
    // Read again, from another way in, it is the same.
    expect((await take(bytes)).outcome).toBe('known');
  });

  it('whose thread a mail program dropped goes on in the conversation of its subject, among the same people', async () => {
    const [to] = JSON.parse(sent.people).to;
    const us = JSON.parse(sent.people).from.address;
    const write = async (from: string, subject: string) => {
      const { bytes } = await mailOf({ from, to: [us], subject, text: subject });
      await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [], matterId });
      return services.db('entries').orderBy('seq', 'desc').first();
    };
    const before = await services.db('entries').where({ id: sent.id }).first();
    expect((await write(to.address, `SV: ${sent.subject}`)).conversation_id).toBe(before.conversation_id);
    // What does not call itself an answer begins anew.
    const bare = sent.subject.replace(/^Re: /, '');
    expect((await write(to.address, bare)).conversation_id).not.toBe(before.conversation_id);
    expect((await write('other@y.example', `Re: ${sent.subject}`)).conversation_id).not.toBe(
      before.conversation_id,
    );
  });

  it('that a machine wrote is filed and ends nothing', async () => {
    await services.db('follow_ups').where({ id: 'waiting' }).update({ done_utc: null });
    const away = await answerTo(
      await services.blobs.get(sent.raw_blob),
      firstRecipient(),
      'I am away.',
      true,
    );
    await take(away.bytes);
    expect((await services.db('follow_ups').where({ id: 'waiting' }).first()).done_utc).toBeNull();
  });

  it('that reports a failure is found with its message and marks the address', async () => {
    const address = firstRecipient();
    const report = await bounceOf(await services.blobs.get(sent.raw_blob), OFFICE, address);
    expect((await take(report.bytes)).outcome).toBe('report');
    const entry = (await client.call('GET', `/correspondence/${sent.id}`)).json;
    expect(entry.bounced).toBe(true);
    expect(entry.deliveries[0]).toMatchObject({ address, action: 'failed' });
    expect(entry.deliveries[0].words).toContain('550 5.1.1');
    const known = await services.db('contact_addresses').where({ value_key: address }).first();
    expect(known.bounced).toBe(1);
  });
});

describe('the in-tray', () => {
  it('holds what belongs nowhere for sure, says why for each suggestion, files it at a word, and takes it back', async () => {
    const mail = await mailOf({
      from: firstRecipient(),
      to: [OFFICE],
      subject: 'Next week',
      text: 'May I call?',
    });
    const { id, outcome } = await take(mail.bytes);
    expect(outcome).toBe('waiting');
    const { items, count } = await tray();
    expect([items[0].id, count]).toEqual([id, 1]);
    const [first] = items[0].suggestions;
    expect(first.reasons.map(({ code }: { code: string }) => code)).toContain('party');
    const detail = (await client.call('GET', `/in-tray/${id}`)).json;
    expect(detail.matters.length).toBeGreaterThan(0);
    expect(detail.saidBefore.length).toBeGreaterThan(0);
    const filed = await client.call('POST', `/in-tray/${id}/file`, { matterIds: [matterId] });
    expect(filed.json.entries).toHaveLength(1);
    expect((await client.call('POST', `/in-tray/${id}/file`, { matterIds: [matterId] })).status).toBe(409);
    expect((await tray()).count).toBe(0);

    expect((await client.call('POST', `/in-tray/${id}/back`)).status).toBe(200);
    expect((await tray()).count).toBe(1);
    const page = (await client.call('GET', `/matters/${matterId}/correspondence`)).json.items;
    const entry = page.find((one: { id: string }) => one.id === filed.json.entries[0].entryId);
    expect(entry.standing).toMatchObject({ kind: 'moved' });
    expect(page.find((one: { id: string }) => one.id === entry.standing.byEntryId).subject).toContain(
      'put back',
    );
    await client.call('POST', `/in-tray/${id}/aside`);
    expect((await tray()).count).toBe(0);
  });

  it('shows nothing that may be about a matter that a person may not see', async () => {
    const restricted = await services.db('matters').where({ restricted: 1 }).first();
    const mail = await mailOf({
      from: 'x@y.example',
      to: [OFFICE],
      subject: 'Hello there',
      text: `About ${restricted.reference}?`,
    });
    const { id } = await take(mail.bytes);
    const seen = async () => (await client.call('GET', `/in-tray/${id}`)).json.suggestions?.length;
    await client.signIn('maud@tidewell-roe.example');
    expect(await seen()).toBe(1);
    await client.signIn('sunniva@tidewell-roe.example');
    // What may be about a matter that she may not see is not there for her.
    expect((await client.call('GET', `/in-tray/${id}`)).status).toBe(404);
    const listed = (await client.call('GET', '/in-tray')).json.items;
    expect(listed.map((one: { id: string }) => one.id)).not.toContain(id);
    expect((await client.call('POST', `/in-tray/${id}/file`, { matterIds: [restricted.id] })).status).toBe(
      404,
    );
    await client.signIn('maud@tidewell-roe.example');
    await client.call('POST', `/in-tray/${id}/aside`);
  });

  it('takes .eml and mbox files, files those dropped on a matter, and says what is no message', async () => {
    const drop = async (path: string, files: Readonly<Record<string, Buffer>>) => {
      const form = new FormData();
      for (const [name, bytes] of Object.entries(files))
        form.append('file', new Blob([new Uint8Array(bytes)]), name);
      const headers = { Origin: client.origin, Cookie: client.cookie() };
      return (await fetch(`${client.origin}/api/v1${path}`, { method: 'POST', body: form, headers })).json();
    };
    const one = await mailOf({
      from: 'a@b.example',
      to: [OFFICE],
      subject: 'One',
      text: 'From here\n>From there',
    });
    const two = await mailOf({ from: 'a@b.example', to: [OFFICE], subject: 'Two', text: 'Two' });
    const box = Buffer.concat(
      [one, two].map(({ bytes }) => mboxMessage(bytes, 'a@b.example', services.now())),
    );
    expect([...readMbox(box)].map(String)).toEqual(
      [one, two].map(({ bytes }) => `${String(bytes).trimEnd()}\r\n`),
    );
    const taken = await drop('/in-tray/files', { 'all.mbox': box, 'x.pdf': Buffer.from('%PDF-1.7') });
    expect(taken).toMatchObject({ waiting: 2, filed: 0, refused: [{ name: 'x.pdf' }] });
    const three = await mailOf({ from: 'a@b.example', to: [OFFICE], subject: 'Three', text: 'Three' });
    expect(await drop(`/matters/${matterId}/mail-files`, { '3.eml': three.bytes })).toMatchObject({
      filed: 1,
    });
    expect(await drop('/matters/none/mail-files', { '4.eml': three.bytes })).toMatchObject({ status: 404 });
    // What was received lies on disk only until it is answered for.
    expect(await readdir(join(services.config.dataFolder, 'received'))).toEqual([]);
    for (const { id } of (await tray()).items) await client.call('POST', `/in-tray/${id}/aside`);
  });
});

describe('mail that was made to do harm', () => {
  it('is kept as it came, read under limits, and shown without what could run or call home', async () => {
    const parts = Array.from(
      { length: 220 },
      (_, n) =>
        `--b\r\nContent-Disposition: attachment; filename="../${n}.svg"\r\nContent-Type: image/svg+xml\r\n\r\n<svg onload="x()"/>\r\n`,
    );
    const bytes = Buffer.from(
      [
        'From: "Evil\r\nBcc: all@x.example" <evil@x.example>',
        `To: ${OFFICE}`,
        'Subject: =?utf-8?B?aGVsbG8NCkJjYzogeEB5LmV4YW1wbGU=?=',
        'Message-ID: <bomb@x.example>',
        'Date: Fri, 31 Dec 9999 23:59:59 +0000',
        'MIME-Version: 1.0',
        'Content-Type: multipart/mixed; boundary=b',
        '',
        '--b',
        'Content-Type: text/html',
        '',
        '<p>Hi</p><script>x()</script><img src="https://spy.example/1.gif"><iframe src="//x"></iframe><a href="javascript:x()">go</a>',
        ...parts,
        '--b--',
        '',
      ].join('\r\n'),
    );
    const { id } = await take(bytes);
    const detail = (await client.call('GET', `/in-tray/${id}`)).json;
    expect(detail.html).not.toMatch(/script|spy\.example|iframe|javascript/);
    expect(detail.subject).toBe('hello Bcc: x@y.example');
    expect(detail.attachments).toHaveLength(200);
    expect(detail.attachments[0].name).not.toMatch(/[/\\]/);
    // A day that has not come yet is none that it was sent on.
    expect(detail.sentAtUtc).toBeLessThanOrEqual(services.now());
    const file = await client.call('GET', `/in-tray/${id}/attachments/0`);
    expect(file.headers.get('content-disposition')).toMatch(/^attachment/);
    expect(file.headers.get('content-security-policy')).toContain('sandbox');
    const stored = await services.db('incoming').where({ id }).first();
    expect((await services.blobs.get(stored.raw_blob)).equals(withResults(bytes, ''))).toBe(true);
    await client.call('POST', `/in-tray/${id}/aside`);
  });

  it('that is built of parts without end is known by its head, kept, and keeps nobody from theirs', async () => {
    const many = Array.from({ length: 5_000 }, () => '--b\r\nContent-Type: text/plain\r\n\r\nx\r\n').join('');
    const head = 'From: evil@x.example\r\nSubject: A bomb\r\nMessage-ID: <parts@x.example>\r\n';
    const bytes = Buffer.from(`${head}Content-Type: multipart/mixed;\r\n boundary=b\r\n\r\n${many}--b--\r\n`);
    const { id } = await take(bytes);
    const detail = (await client.call('GET', `/in-tray/${id}`)).json;
    expect([detail.subject, detail.from.address]).toEqual(['A bomb', 'evil@x.example']);
    expect(detail.text).toContain('cannot be read safely');
    await client.call('POST', `/in-tray/${id}/aside`);
  });

  it('that is no mail at all, or cut off, is kept and waits', async () => {
    const nested = `Content-Type: multipart/mixed; boundary=0\r\n\r\n${Array.from({ length: 400 }, (_, n) => `--${n}\r\nContent-Type: multipart/mixed; boundary=${n + 1}\r\n\r\n`).join('')}`;
    for (const bytes of [
      Buffer.from([0, 1, 2, 255]),
      Buffer.from('From: a@b.example'),
      Buffer.from(nested),
    ]) {
      const { id } = await take(bytes);
      expect((await client.call('GET', `/in-tray/${id}`)).status).toBe(200);
      await client.call('POST', `/in-tray/${id}/aside`);
    }
  });
});

describe('mail from outside', () => {
  it('sent to a matter’s own address is filed there; a token that nobody has is refused', async () => {
    const receiver = smtpReceiver(services);
    receiver.listen(0, '127.0.0.1');
    await new Promise((done) => receiver.server.once('listening', done));
    const { port } = receiver.server.address() as AddressInfo;
    const { filing_token: token } = await services.db('matters').where({ id: matterId }).first();
    const transport = createTransport({ host: '127.0.0.1', port, ignoreTLS: true });
    const mail = await mailOf({
      from: 'maud@tidewell-roe.example',
      to: ['x@y.example'],
      subject: 'From my telephone',
      text: 'Hello',
    });
    const send = (address: string) =>
      transport.sendMail({
        envelope: { from: mail.from, to: [address] },
        raw: withResults(mail.bytes, mail.from),
      });
    await expect(send(`sv+${'0'.repeat(18)}@file.tidewell-roe.example`)).rejects.toThrow('550');
    await send(`sv+${token}@file.tidewell-roe.example`);
    const entry = await services.db('entries').orderBy('seq', 'desc').first();
    // What one of ours sent from elsewhere went out.
    expect(entry).toMatchObject({ matter_id: matterId, direction: 'out', subject: 'From my telephone' });
    await new Promise<void>((done) => {
      receiver.close(done);
    });
  });

  it('is read from a mailbox as it arrives, and after a restart from where it was left', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'officium-mailbox-'));
    const store = await mailStore(folder);
    const host = imapHost(store).listen(0, '127.0.0.1');
    await new Promise((done) => host.once('listening', done));
    const settings = {
      host: '127.0.0.1',
      port: (host.address() as AddressInfo).port,
      security: 'offered' as const,
      user: '@tidewell-roe.example',
      password: 'x',
      mailbox: 'INBOX',
    };
    const add = async (subject: string): Promise<void> => {
      const { bytes, from, to } = await mailOf({ from: 'a@b.example', to: [OFFICE], subject, text: subject });
      await store.add(from, to, bytes);
    };
    const has = async (subject: string) => (await services.db('incoming').where({ subject })).length === 1;
    await add('Before it began');
    const first = startMailboxReader(services, settings);
    await until(() => has('Before it began'));
    await add('While it waits');
    await until(() => has('While it waits'));
    await first.stop();
    await add('While it was away');
    const second = startMailboxReader(services, settings);
    await until(() => has('While it was away'));
    await second.stop();
    const place = await services.db('mailbox_places').first();
    expect(place.last_uid).toBe(3);
    host.close();
    await rm(folder, { recursive: true, force: true });
  });
});
