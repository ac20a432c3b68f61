import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { behaviourOf, replyError } from './behaviour.ts';
import { answerPage } from './mailPages.ts';
import { mailStore } from './mailStore.ts';
import { printer } from './printer.ts';
import { textGateway } from './textGateway.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-standin-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));
const made = (name: string): Promise<string> => mkdtemp(join(folder, name));

const MAIL = Buffer.from(
  [
    'From: Maud <maud@x.example>',
    'To: Ines <ines@y.example>',
    'Subject: <b>Wren</b>',
    'Message-ID: <1@x.example>',
    'MIME-Version: 1.0',
    'Content-Type: multipart/mixed; boundary=b',
    '',
    '--b',
    'Content-Type: text/html',
    '',
    '<p>Hi</p><script>alert(1)</script>',
    '--b',
    'Content-Type: text/plain; name="a.txt"',
    'Content-Disposition: attachment; filename="a.txt"',
    '',
    'file',
    '--b--',
    '',
  ].join('\r\n'),
);

describe('the stand-in mail host', () => {
  it.each([
    ['ines@y.example', 'accept', undefined],
    ['x@REFUSE.example', 'refuse', 550],
    ['x@later.example', 'later', 450],
    ['x@full.example', 'full', undefined],
    ['x@grey.example', 'grey', 450],
    ['x@busy.example', 'busy', 421],
    ['x@crowded.example', 'crowded', 452],
    ['x@bounce.example', 'bounce', undefined],
    ['x@slow.example', 'slow', undefined],
    ['x@lose.example', 'lose', undefined],
    ['x@drop.example', 'drop', undefined],
  ] as const)('treats %s as its domain says: %s', (address, behaviour, code) => {
    expect(behaviourOf(address)).toBe(behaviour);
    const at = (tries: number) =>
      (replyError(behaviour, address, tries) as { responseCode?: number } | undefined)?.responseCode;
    expect(at(1)).toBe(code);
    // What was put off for now is taken at the next try; what is refused stays refused.
    expect(at(2)).toBe(/grey|busy|crowded/.test(behaviour) ? undefined : code);
  });

  it('keeps what was delivered, byte for byte, over a restart', async () => {
    const first = await mailStore(folder);
    await first.add('maud@x.example', ['ines@y.example', 'blind@y.example'], MAIL);
    const again = await mailStore(folder);
    await again.add('maud@x.example', ['ines@y.example'], MAIL);
    expect(again.list().map(({ number }) => number)).toEqual([2, 1]);
    expect((await again.bytes(1)).equals(MAIL)).toBe(true);
  });

  it('shows mailboxes and messages without running what is in them', async () => {
    const [texts, prints] = [await textGateway(await made('t')), await printer(await made('p'))];
    const mails = await mailStore(folder);
    const deliver = mails.add;
    const server = createServer(
      (request, response) => void answerPage({ mails, texts, prints, deliver }, request, response),
    );
    await new Promise<void>((done) => {
      server.listen(0, '127.0.0.1', done);
    });
    const get = async (path: string) => {
      const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`);
      return {
        status: response.status,
        text: await response.text(),
        policy: response.headers.get('content-security-policy'),
      };
    };
    expect((await get('/')).text).toContain('blind@y.example');
    expect((await get('/?mailbox=blind%40y.example')).text).toContain('&#60;b&#62;Wren');
    const page = await get('/messages/1');
    expect(page.text).not.toContain('<script>');
    expect(page.policy).toMatch(/^default-src 'none'/);
    expect((await get('/messages/1/attachments/0')).text).toBe('file');
    expect((await get('/messages/1/raw')).text).toBe(MAIL.toString());
    expect((await get('/messages/99')).status).toBe(404);
    expect(JSON.parse((await get('/messages.json')).text)).toHaveLength(2);
    const body = new URLSearchParams({ from: 'ines@y.example', text: 'Thank you.' });
    await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/messages/1/answer`, {
      method: 'POST',
      body,
      redirect: 'manual',
    });
    expect((await mails.bytes(3)).toString()).toMatch(/^In-Reply-To: <\S+>/m);
    server.close();
  });
});
