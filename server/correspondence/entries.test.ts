import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const matterId = async (reference: string): Promise<string> =>
  (await services.db('matters').where({ reference }).first()).id;

describe('correspondence', () => {
  it('is read, in pages and in its exact bytes', async () => {
    const id = await matterId('SV-2044');
    const first = await client.call('GET', `/matters/${id}/correspondence?limit=4`);
    const rest = await client.call('GET', `/matters/${id}/correspondence?limit=200&after=${first.json.next}`);
    const times = [...first.json.items, ...rest.json.items].map(
      (e: { occurredAtUtc: number }) => e.occurredAtUtc,
    );
    expect(times).toEqual([...times].sort((a, b) => b - a));
    const [entry] = first.json.items;
    const detail = (await client.call('GET', `/correspondence/${entry.id}`)).json;
    const raw = await client.call('GET', `/correspondence/${entry.id}/raw`);
    expect(raw.headers.get('content-type')).toBe('message/rfc822');
    expect(raw.bytes.length).toBe(detail.rawBytes);
    expect(raw.bytes.toString('latin1')).toMatch(/^Message-ID: </m);
    expect(detail.text.length).toBeGreaterThan(20);
  });

  it('hands attachments out as files that no page of ours can run', async () => {
    const id = await matterId('SV-2041');
    const { json } = await client.call('GET', `/matters/${id}`);
    const withFile = json.correspondence.items.find(
      (e: { attachmentNames: string[] }) => e.attachmentNames.length > 0,
    );
    const file = await client.call('GET', `/correspondence/${withFile.id}/attachments/0`);
    expect(file.bytes.subarray(0, 4).toString()).toBe('%PDF');
    expect(file.headers.get('content-security-policy')).toBe("default-src 'none'; sandbox");
    expect((await client.call('GET', `/correspondence/${withFile.id}/attachments/9`)).status).toBe(404);
  });

  it('says plainly when a stored file is no longer what was stored', async () => {
    const id = await matterId('SV-2044');
    const { json } = await client.call('GET', `/matters/${id}/correspondence?limit=1`);
    const entry = await services.db('entries').where({ id: json.items[0].id }).first();
    await writeFile(
      join(services.config.dataFolder, 'blobs', entry.raw_blob.slice(0, 2), entry.raw_blob),
      'changed',
    );
    const answer = await client.call('GET', `/correspondence/${entry.id}/raw`);
    expect([answer.status, answer.json.code]).toEqual([500, 'brokenBlob']);
  });
});
