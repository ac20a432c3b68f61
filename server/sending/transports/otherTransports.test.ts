import { createServer } from 'node:http';
import type { Server } from 'node:http';
import { mkdtemp, rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { printer } from '../../../standins/printer.ts';
import type { Printer } from '../../../standins/printer.ts';
import { textGateway } from '../../../standins/textGateway.ts';
import type { TextGateway } from '../../../standins/textGateway.ts';
import { printTransport } from './printTransport.ts';
import { textTransport } from './textTransport.ts';

let folder: string;
let texts: TextGateway;
let prints: Printer;
let server: Server;
let origin: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-others-'));
  const [textFolder, printFolder] = [await mkdtemp(join(folder, 't')), await mkdtemp(join(folder, 'p'))];
  [texts, prints] = [await textGateway(textFolder), await printer(printFolder)];
  server = createServer((request, response) => {
    if (request.method === 'HEAD') response.end();
    else if (request.url === '/broken') response.writeHead(200).end('not of this protocol');
    else void (request.url === '/texts' ? texts : prints).take(request, response);
  });
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await rm(folder, { recursive: true, force: true });
});

const envelopeTo = (...to: string[]) => ({
  from: 'maud@tidewell-roe.example',
  to,
  reference: `<${to.join('-')}@tidewell-roe.example>`,
  subject: 'Saltmarsh Wren',
});
const noted = () => Promise.resolve();

describe('the text gateway’s transport', () => {
  const send = (to: readonly string[], words = 'See you at nine – Æ') =>
    textTransport(async () => `${origin}/texts`).send(envelopeTo(...to), Buffer.from(words), noted);

  it('hands over the words as they are, once, however often it is tried', async () => {
    for (let n = 0; n < 2; n += 1)
      expect(await send(['07700 900123'])).toEqual({ outcome: { kind: 'accepted' }, permanentFailures: [] });
    expect(texts.list().map(({ to, text }) => [to, text])).toEqual([
      [['07700 900123'], 'See you at nine – Æ'],
    ]);
  });

  it('tells refusal, a busy network and a lost answer apart', async () => {
    expect((await send(['07700 900000'])).outcome).toEqual({ kind: 'refused', reply: 'no such subscriber' });
    expect((await send(['07700 900001'])).outcome).toMatchObject({ kind: 'later' });
    expect((await send(['07700 900002'])).outcome).toEqual({ kind: 'unknown' });
    expect(await send(['07700 900000', '07700 900456'])).toEqual({
      outcome: { kind: 'accepted' },
      permanentFailures: [{ address: '07700 900000', reply: 'no such subscriber' }],
    });
  });

  it('hands over nothing where nobody answers, where none is set up, or where that cannot be noted first', async () => {
    const nobody = textTransport(async () => 'http://127.0.0.1:9/texts');
    expect((await nobody.send(envelopeTo('1'), Buffer.from(''), noted)).outcome.kind).toBe('later');
    expect(
      (await textTransport(async () => undefined).send(envelopeTo('1'), Buffer.from(''), noted)).outcome.kind,
    ).toBe('refused');
    const before = texts.list().length;
    const failing = textTransport(async () => `${origin}/texts`).send(
      envelopeTo('07700 900777'),
      Buffer.from('x'),
      () => Promise.reject(new Error('disk full')),
    );
    await expect(failing).rejects.toThrow('disk full');
    expect(texts.list()).toHaveLength(before);
  });
});

describe('the printer’s transport', () => {
  const PAGE = Buffer.from('%PDF-1.7\nmade up');

  it('prints the page’s exact bytes under its subject', async () => {
    const sent = await printTransport(async () => `${origin}/printer`).send(
      envelopeTo('4 Quay Row'),
      PAGE,
      noted,
    );
    expect(sent.outcome).toEqual({ kind: 'accepted' });
    const [job] = prints.list();
    expect(job?.name).toContain('Saltmarsh Wren');
    expect(await prints.pages(job?.number ?? 0)).toEqual(PAGE);
  });

  it('takes a printer’s refusal for good and any other answer as worth another try', async () => {
    const send = (path: string, bytes: Buffer) =>
      printTransport(async () => origin + path).send(envelopeTo('4 Quay Row'), bytes, noted);
    expect((await send('/printer', Buffer.from('no page'))).outcome).toMatchObject({
      kind: 'refused',
      reply: expect.stringContaining('0x040a'),
    });
    expect((await send('/broken', PAGE)).outcome.kind).not.toBe('accepted');
    expect(
      (await printTransport(async () => undefined).send(envelopeTo('x'), PAGE, noted)).outcome.kind,
    ).toBe('accepted');
  });
});
