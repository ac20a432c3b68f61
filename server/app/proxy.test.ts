import { spawn, spawnSync } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import type { IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from './tests/freePort.ts';
import { openPractice, serve } from './tests/practice.ts';
import type { Client, TestPractice } from './tests/practice.ts';

const HOST = 'officium.practice.example';
const EXAMPLE = readFileSync(new URL('../../docs/nginx.conf', import.meta.url), 'utf8');
const isThere = (command: string, flag: string): boolean => spawnSync(command, [flag]).error === undefined;

/** The example as it stands in the manual, in a folder of its own, with other ports and a certificate made for the day. */
describe.skipIf(!isThere('nginx', '-v') || !isThere('openssl', 'version'))(
  'behind the nginx of the manual',
  () => {
    let services: TestPractice;
    let client: Client;
    let nginx: ChildProcess;
    let port: number;
    const folder = mkdtempSync(join(tmpdir(), 'officium-nginx-'));

    beforeAll(async () => {
      services = await openPractice({
        OFFICIUM_PROXIES: '1',
        OFFICIUM_HTTPS: '1',
        OFFICIUM_HOST_NAMES: HOST,
        OFFICIUM_DEMO: '1',
      });
      client = await serve(services);
      port = await freePort();
      const [key, certificate] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
      const made = ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '1', '-subj', `/CN=${HOST}`];
      expect(spawnSync('openssl', [...made, '-keyout', key, '-out', certificate]).status).toBe(0);
      const server = EXAMPLE.replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
        .replace('/etc/ssl/officium/fullchain.pem', certificate)
        .replace('/etc/ssl/officium/privkey.pem', key)
        .replace('http://127.0.0.1:4100', client.origin);
      const paths = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
        (name) => `${name}_temp_path ${join(folder, name)};`,
      );
      const whole = `daemon off; pid ${join(folder, 'pid')}; error_log ${join(folder, 'errors')}; events {} http { access_log off; ${paths.join(' ')} ${server} }`;
      writeFileSync(join(folder, 'nginx.conf'), whole);
      nginx = spawn('nginx', ['-p', folder, '-c', join(folder, 'nginx.conf'), '-e', join(folder, 'errors')]);
      for (let tries = 0; ; tries += 1) {
        const up = await ask('GET', '/api/v1/health').catch(() => undefined);
        if (up?.status === 200) break;
        if (tries > 100)
          throw new Error(`nginx did not start: ${readFileSync(join(folder, 'errors'), 'utf8')}`);
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    });
    afterAll(async () => {
      nginx.kill();
      await client.close();
      await services.close();
      rmSync(folder, { recursive: true, force: true });
    });

    const open = (
      method: string,
      path: string,
      headers: object = {},
      body?: Buffer,
    ): Promise<IncomingMessage> =>
      new Promise((resolve, reject) => {
        const asked = request(
          {
            ...{ host: '127.0.0.1', port, method, path, servername: HOST, rejectUnauthorized: false },
            headers: { Host: HOST, Origin: `https://${HOST}`, ...headers },
          },
          resolve,
        );
        asked.on('error', reject);
        asked.end(body);
      });
    const ask = async (method: string, path: string, headers: object = {}, body?: Buffer) => {
      const answer = await open(method, path, headers, body);
      const chunks: Buffer[] = [];
      for await (const chunk of answer as AsyncIterable<Buffer>) chunks.push(chunk);
      return { status: answer.statusCode, headers: answer.headers, text: Buffer.concat(chunks).toString() };
    };
    const signIn = async (headers: object = {}) => {
      const body = Buffer.from(JSON.stringify({ email: 'maud@tidewell-roe.example' }));
      const answer = await ask(
        'POST',
        '/api/v1/session',
        { 'Content-Type': 'application/json', ...headers },
        body,
      );
      return { ...answer, cookie: String(answer.headers['set-cookie']) };
    };

    it('sends its cookie over HTTPS alone, and says that it is reached by nothing else', async () => {
      const { status, headers, cookie } = await signIn();
      expect([status, headers['strict-transport-security']]).toEqual([
        200,
        expect.stringMatching(/max-age=\d{8}/),
      ]);
      expect(cookie).toMatch(/Secure/);
      expect(cookie).toMatch(/HttpOnly/);
    });

    it('believes no address that a browser gives itself', async () => {
      const { cookie } = await signIn({ 'X-Forwarded-For': '203.0.113.9' });
      const { text } = await ask('GET', '/api/v1/profile/sessions', { Cookie: cookie.split(';')[0] });
      expect(text).toContain('127.0.0.1');
      expect(text).not.toContain('203.0.113.9');
    });

    it('takes a document of many megabytes, and tells of it at once over the line that stays open', async () => {
      const cookie = (await signIn()).cookie.split(';')[0];
      const { items } = JSON.parse(
        (await ask('GET', '/api/v1/matters?query=SV-2041', { Cookie: cookie })).text,
      );
      const events = await open('GET', '/api/v1/events', { Cookie: cookie });
      const heard = new Promise<string>((resolve) => {
        events.on('data', (chunk: Buffer) => {
          if (chunk.toString().includes(items[0].id)) resolve(chunk.toString());
        });
      });
      const boundary = 'a-boundary';
      const head = `--${boundary}\r\nContent-Disposition: form-data; name="files"; filename="scan.bin"\r\n\r\n`;
      const body = Buffer.concat([
        Buffer.from(head),
        Buffer.alloc(60_000_000, 7),
        Buffer.from(`\r\n--${boundary}--\r\n`),
      ]);
      const type = { 'Content-Type': `multipart/form-data; boundary=${boundary}`, Cookie: cookie };
      const put = await ask('POST', `/api/v1/matters/${items[0].id}/documents`, type, body);
      expect([put.status, JSON.parse(put.text).items[0].sizeBytes]).toEqual([201, 60_000_000]);
      expect(await heard).toContain(items[0].id);
      events.destroy();
    });

    it('is not reached under another name', async () => {
      expect((await ask('GET', '/api/v1/session', { Host: 'evil.example' })).status).not.toBe(200);
    });
  },
);
