import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { withResults } from '../../standins/authenticated.ts';
import { unscoped } from '../access/unscoped.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { receiveMail } from './receiveMail.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
let party: string;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
  const sent = await services
    .db('entries')
    .where({ matter_id: matterId, direction: 'out' })
    .orderBy('seq', 'desc')
    .first();
  party = JSON.parse(sent.people).to[0].address;
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const OFFICE = 'office@tidewell-roe.example';

describe('whom a message is from', () => {
  const subject = () => `SV-2041: ${Math.random().toString(36).slice(2)}`;
  const came = async (
    from: string,
    change: { forged?: boolean; bare?: boolean; source?: 'smtp' | 'file' } = {},
  ) => {
    const mail = await mailOf({ from, to: [OFFICE], subject: subject(), text: 'Our bank details are new.' });
    const bytes = change.bare ? mail.bytes : withResults(mail.bytes, from, change.forged);
    const { id, outcome } = await receiveMail(services, services.everything, {
      bytes,
      source: change.source ?? 'smtp',
      deliveredTo: [],
    });
    return { outcome, ...(await client.call('GET', `/in-tray/${id}`)).json };
  };
  const trust = (trustedHosts: readonly string[]) =>
    inTransaction(services.db, async (tx) =>
      writeSettings(tx, { ...(await readSettings(unscoped(tx, 'seeding'))), trustedHosts }),
    );

  it('is believed where the mail server vouches; what it does not vouch for waits and says so', async () => {
    expect(await came(party)).toMatchObject({ outcome: 'filed', authenticated: 'passed' });
    expect(await came(party, { forged: true })).toMatchObject({
      outcome: 'waiting',
      authenticated: 'failed',
    });
    expect(await came(party, { bare: true })).toMatchObject({ outcome: 'waiting', authenticated: 'unknown' });
  });

  it('is never us on the word of a From header: forged under our own name it waits, and is filed as received', async () => {
    for (const change of [{ forged: true }, { bare: true }]) {
      const one = await came('maud@tidewell-roe.example', change);
      expect(one).toMatchObject({ outcome: 'waiting', direction: 'in', claimsOurs: true });
      const filed = await client.call('POST', `/in-tray/${one.id}/file`, { matterIds: [matterId] });
      const entry = (await client.call('GET', `/correspondence/${filed.json.entries[0].entryId}`)).json;
      expect(entry).toMatchObject({ direction: 'in', authenticated: change.forged ? 'failed' : 'unknown' });
    }
    const ours = await came('maud@tidewell-roe.example');
    expect(ours).toMatchObject({ direction: 'out', authenticated: 'passed' });
    // Read from where only who signed in can put it.
    const mail = await mailOf({
      from: 'maud@tidewell-roe.example',
      to: [party],
      subject: subject(),
      text: 'x',
    });
    const { id } = await receiveMail(services, services.everything, {
      bytes: mail.bytes,
      source: 'mailbox',
      deliveredTo: [],
      signedIn: true,
    });
    expect((await client.call('GET', `/in-tray/${id}`)).json).toMatchObject({
      direction: 'out',
      authenticated: 'passed',
    });
  });

  it('is not asked of parties where no mail server is named, and of ourselves all the same', async () => {
    await trust([]);
    expect(await came(party)).toMatchObject({ outcome: 'filed', authenticated: 'unknown' });
    expect(await came('maud@tidewell-roe.example')).toMatchObject({ outcome: 'waiting', direction: 'in' });
    await trust(['mx.stand-in.example']);
  });

  it('is said of every entry, sent and noted ones too', async () => {
    const page = (await client.call('GET', `/matters/${matterId}/correspondence`)).json.items;
    for (const { direction, authenticated } of page)
      expect(['passed', 'failed', 'unknown']).toContain(direction === 'note' ? 'passed' : authenticated);
    expect(page.some((one: { authenticated: string }) => one.authenticated === 'passed')).toBe(true);
  });
});
