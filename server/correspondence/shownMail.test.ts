import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { receiveMail } from '../incoming/receiveMail.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { unscoped } from '../access/unscoped.ts';

let services: TestPractice;
let client: Client;

beforeAll(async () => {
  services = await openPractice();
  await services.db('incoming').delete();
  // Nothing files itself: all of it is looked at in the tray.
  await services.write(async (tx) =>
    writeSettings(tx, { ...(await readSettings(unscoped(tx, 'seeding'))), fileFrom: 1 }),
  );
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

/** One white point. */
const PNG =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==';

interface Part {
  readonly type: string;
  readonly head?: readonly string[];
  readonly body: string;
}

let made = 0;

const mail = (from: string, subject: string, parts: readonly Part[]): Buffer => {
  made += 1;
  return Buffer.from(
    [
      `From: ${from}`,
      'To: office@tidewell-roe.example',
      `Subject: ${subject}`,
      `Message-ID: <shown-${made}@x.example>`,
      'MIME-Version: 1.0',
      'Content-Type: multipart/related; boundary=b',
      '',
      ...parts.flatMap(({ type, head = [], body }) => ['--b', `Content-Type: ${type}`, ...head, '', body]),
      '--b--',
      '',
    ].join('\r\n'),
  );
};

const receive = async (bytes: Buffer) => {
  const { id } = await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [] });
  return (await client.call('GET', `/in-tray/${id}`)).json;
};

const referenceOf = async (reference: string): Promise<{ id: string }> =>
  (await client.call('GET', `/matters?query=${reference}`)).json.items[0];

describe('what a message shows', () => {
  it('is its own pictures, and none from afar', async () => {
    const shown = await receive(
      mail('Wilma Thorne <wilma@thorne-family.example>', 'The mast', [
        {
          type: 'text/html',
          body: '<p>See</p><img src="cid:mast@x" alt="The mast"><img src="https://spy.example/1.gif"><img src="cid:drawing@x">',
        },
        {
          type: 'image/png',
          head: ['Content-ID: <mast@x>', 'Content-Transfer-Encoding: base64', 'Content-Disposition: inline'],
          body: PNG,
        },
        {
          type: 'image/svg+xml',
          head: ['Content-ID: <drawing@x>', 'Content-Disposition: inline'],
          body: '<svg xmlns="http://www.w3.org/2000/svg" onload="x()"/>',
        },
      ]),
    );
    expect(shown.html).toContain(`src="data:image/png;base64,${PNG}"`);
    expect(shown.html).toContain('alt="The mast"');
    expect(shown.html).not.toMatch(/spy\.example|svg|onload/);
    expect(shown.html.match(/<img/g)).toHaveLength(1);
  });

  it('is an invitation in words, before and after it is filed', async () => {
    const calendar = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'METHOD:REQUEST',
      'BEGIN:VEVENT',
      'UID:haul@x',
      'DTSTAMP:20261124T090000Z',
      'DTSTART:20261203T100000Z',
      'SUMMARY:Haul-out',
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n');
    const shown = await receive(
      mail('Wilma Thorne <wilma@thorne-family.example>', 'Haul-out', [
        { type: 'text/plain', body: 'Can you come?' },
        { type: 'text/calendar; method=REQUEST; charset=utf-8', body: calendar },
      ]),
    );
    expect(shown.invitation).toMatchObject({
      kind: 'asked',
      what: 'Haul-out',
      from: { atUtc: Date.parse('2026-12-03T10:00:00Z') },
      until: null,
    });
    const matter = await referenceOf('SV-2041');
    const filed = await client.call('POST', `/in-tray/${shown.id}/file`, { matterIds: [matter.id] });
    const entry = await client.call('GET', `/correspondence/${filed.json.entries[0].entryId}`);
    expect(entry.json.invitation).toEqual(shown.invitation);
  });
});

describe('whoever wrote', () => {
  const stranger = 'Wilma Thorne <wilma@thorne-family.example>';
  const write = () =>
    receive(mail(stranger, 'About SV-2041', [{ type: 'text/plain', body: 'SV-2041, please.' }]));
  const parties = async (id: string) => (await client.call('GET', `/matters/${id}/record`)).json.parties;

  it('becomes a party and somebody of the directory, and both are one change that is taken back', async () => {
    const shown = await write();
    const matter = await referenceOf('SV-2041');
    const join = shown.mayJoin.find(({ matterId }: { matterId: string }) => matterId === matter.id);
    expect(join.roles.map(({ key }: { key: string }) => key)).toContain('owner');
    const before = await parties(matter.id);

    const made = (
      await client.call('POST', `/in-tray/${shown.id}/party`, { matterId: matter.id, role: 'owner' })
    ).json;
    expect(made).toMatchObject({ name: 'Wilma Thorne', reference: 'SV-2041' });
    expect(await parties(matter.id)).toHaveLength(before.length + 1);
    const contact = (await client.call('GET', `/contacts/${made.contactId}`)).json.contact;
    expect(contact).toMatchObject({ givenName: 'Wilma', familyName: 'Thorne' });
    // Nobody is asked twice: a party is offered no further role there.
    const again = (await client.call('GET', `/in-tray/${shown.id}`)).json;
    expect(again.mayJoin).toEqual([]);

    expect((await client.call('PATCH', `/matters/${matter.id}`, made.undo)).status).toBe(200);
    expect(await parties(matter.id)).toEqual(before);
  });

  it('is known again where the directory has them', async () => {
    const shown = await write();
    const matter = await referenceOf('SV-2041');
    const order = { matterId: matter.id, role: 'owner' };
    const first = (await client.call('POST', `/in-tray/${shown.id}/party`, order)).json;
    await client.call('PATCH', `/matters/${matter.id}`, first.undo);
    const second = (await client.call('POST', `/in-tray/${shown.id}/party`, order)).json;
    expect(second.contactId).toBe(first.contactId);
    await client.call('PATCH', `/matters/${matter.id}`, second.undo);
  });

  it('takes no role that the matter type lacks, nor one that somebody holds alone', async () => {
    const shown = await write();
    const matter = await referenceOf('SV-2041');
    const before = await parties(matter.id);
    const refused = await client.call('POST', `/in-tray/${shown.id}/party`, {
      matterId: matter.id,
      role: 'helmsman',
    });
    expect([refused.status, refused.json.code]).toEqual([422, 'badMatter']);
    expect(await parties(matter.id)).toEqual(before);
  });
});
