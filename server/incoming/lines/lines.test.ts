import { createServer } from 'node:net';
import type { AddressInfo, Server } from 'node:net';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { rootCertificates } from 'node:tls';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../app/tests/freePort.ts';
import { openPractice, serve } from '../../app/tests/practice.ts';
import type { Client, TestPractice } from '../../app/tests/practice.ts';
import { mailOf } from '../../../standins/answers.ts';
import { imapHost } from '../../../standins/imapHost.ts';
import { mailStore } from '../../../standins/mailStore.ts';
import { authoritiesInUse } from '../../platform/mail/authorities.ts';
import { NO_LINES as NOTHING } from '../../platform/mail/mailLineQueries.ts';
import { linesInUse } from '../../platform/mail/mailLines.ts';
import { startIntake } from './intake.ts';

let services: TestPractice;
let client: Client;
let host: Server;
let folder: string;
let add: (to: string, subject: string) => Promise<void>;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('idris@tidewell-roe.example');
  folder = await mkdtemp(join(tmpdir(), 'officium-lines-'));
  const store = await mailStore(folder);
  host = imapHost(store).listen(0, '127.0.0.1');
  await new Promise((done) => host.once('listening', done));
  add = async (to, subject) => {
    const mail = await mailOf({ from: 'a@b.example', to: [to], subject, text: subject });
    await store.add(mail.from, mail.to, mail.bytes);
  };
});
afterAll(async () => {
  host.close();
  await client.close();
  await services.close();
  await rm(folder, { recursive: true, force: true });
});

const mailbox = (user: string, more: object = {}) => ({
  key: user.replace(/\W/g, '') || 'one',
  host: '127.0.0.1',
  port: (host.address() as AddressInfo).port,
  security: 'offered',
  user,
  password: 'low water',
  hasPassword: false,
  mailbox: 'INBOX',
  ...more,
});
const change = (lines: object) => client.call('PATCH', '/practice/mail-lines', { ...NOTHING, ...lines });

describe('lines that mail comes in by', () => {
  it('are taken up, changed and ended while the application runs, and say how they go', async () => {
    const intake = await startIntake(services);
    const read = Object.assign(services, { renewLines: intake.renew, mailboxes: intake.mailboxes });
    const has = (subject: string) =>
      expect
        .poll(async () => (await read.db('incoming').where({ subject })).length, { timeout: 10_000 })
        .toBe(1);
    try {
      await add('accounts@tidewell-roe.example', 'To accounts');
      await add('survey@tidewell-roe.example', 'To surveys');
      const first = await change({ mailboxes: [mailbox('accounts@tidewell-roe.example')] });
      expect(first.status).toBe(200);
      expect(first.bytes.toString('utf8')).not.toContain('low water');
      await has('To accounts');
      expect(await read.db('incoming').where({ subject: 'To surveys' })).toEqual([]);

      const nowhere = { ...mailbox('nobody@tidewell-roe.example'), port: 1 };
      await change({
        mailboxes: [
          ...first.json.mailboxes.map((one: object) => one),
          mailbox('survey@tidewell-roe.example'),
          nowhere,
        ],
      });
      await has('To surveys');
      const states = async () =>
        (await client.call('GET', '/practice/mail-lines')).json.standing.map(
          ({ name, state }: { name: string; state: string }) => [name.split('@')[0], state],
        );
      await expect.poll(states, { timeout: 10_000 }).toEqual([
        ['accounts', 'reading'],
        ['survey', 'reading'],
        ['nobody', 'failing'],
      ]);
      await change(NOTHING);
      await expect.poll(states, { timeout: 10_000 }).toEqual([]);
    } finally {
      await intake.stop();
    }
  });

  it('take a gateway and a printer that are set here before those of the start', async () => {
    await change({ printerUrl: 'http://printer.example/ipp', textGatewayUrl: 'https://texts.example/send' });
    expect(await linesInUse(services, services.everything)).toMatchObject({
      printerUrl: 'http://printer.example/ipp',
      textGatewayUrl: 'https://texts.example/send',
      textRepliesUrl: services.config.textRepliesUrl,
    });
    await change(NOTHING);
  });

  it.each([
    ['two of one name', () => ({ mailboxes: [mailbox('a'), mailbox('a')] }), 'sameKey'],
    [
      'a mailbox without a password',
      () => ({ mailboxes: [mailbox('b', { password: undefined })] }),
      'passwordNeeded',
    ],
  ])('refuse %s', async (_what, lines, code) => {
    const { status, json } = await change(lines());
    expect([status, json.because[0].code]).toEqual([422, code]);
  });

  it('trust the authorities that are set here beside those of the start, and refuse what is no certificate', async () => {
    const [root = ''] = rootCertificates;
    expect((await change({ authorities: `Ours:\n${root}\n` })).status).toBe(200);
    expect(await authoritiesInUse(services, services.everything)).toEqual([
      ...services.config.mailAuthorities,
      root,
    ]);
    for (const authorities of ['ours', root.replace('MII', 'XXX')]) {
      const { status, json } = await change({ authorities });
      expect([status, json.because[0].code]).toEqual([422, 'notACertificate']);
    }
    await change(NOTHING);
  });

  it('refuse a port that another program has', async () => {
    const other = createServer();
    const port = await freePort();
    await new Promise<void>((done) => other.listen(port, '127.0.0.1', done));
    const { status, json } = await change({ filingPort: port });
    expect([status, json.because[0]]).toMatchObject([422, { code: 'portTaken', port }]);
    await new Promise((done) => other.close(done));
    expect((await change({ filingPort: port })).status).toBe(200);
    await change(NOTHING);
  });

  it('keep a password for the same host and person alone', async () => {
    await change({ mailboxes: [mailbox('c')] });
    const { password: _old, ...kept } = { ...mailbox('c'), hasPassword: true };
    expect((await change({ mailboxes: [{ ...kept, mailbox: 'Sent' }] })).status).toBe(200);
    const moved = await change({ mailboxes: [{ ...kept, host: 'imap.elsewhere.example' }] });
    expect([moved.status, moved.json.because[0].code]).toEqual([422, 'passwordNeeded']);
    await change(NOTHING);
  });

  it('are refused to whoever opened an older state', async () => {
    const opened = (await client.call('GET', '/practice/mail-lines')).json;
    await change({ mailboxes: [mailbox('d')] });
    const late = await change({ revision: opened.revision });
    expect([late.status, late.json.code]).toEqual([409, 'settingsChanged']);
    await change(NOTHING);
  });
});

describe('a mailbox that is tried', () => {
  const tried = async (more: object) =>
    (await client.call('POST', '/practice/mail-lines/try', mailbox('accounts@tidewell-roe.example', more)))
      .json;

  it('says how many messages lie there, and nothing is read', async () => {
    const before = await services.db('incoming').count({ n: '*' }).first();
    expect(await tried({})).toMatchObject({ reached: true, signedIn: true, messages: 1, underTls: false });
    expect(await services.db('incoming').count({ n: '*' }).first()).toEqual(before);
  });

  it('says that its host cannot be reached', async () => {
    expect(await tried({ port: 1 })).toMatchObject({ reached: false, signedIn: false, messages: null });
  });
});
