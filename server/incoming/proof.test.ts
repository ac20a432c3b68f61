import { beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { withResults } from '../../standins/authenticated.ts';
import { unscoped } from '../access/unscoped.ts';
import { useDesk } from '../app/tests/desk.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { receiveMail } from './receiveMail.ts';

const desk = useDesk();
let party: string;

beforeAll(async () => {
  const sent = await desk.services
    .db('entries')
    .where({ matter_id: desk.matterId, direction: 'out' })
    .orderBy('seq', 'desc')
    .first();
  party = JSON.parse(sent.people).to[0].address;
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
    const { id, outcome } = await receiveMail(desk.services, desk.services.everything, {
      bytes,
      source: change.source ?? 'smtp',
      deliveredTo: [],
    });
    return { outcome, ...(await desk.client.call('GET', `/in-tray/${id}`)).json };
  };
  const trust = (trustedHosts: readonly string[]) =>
    inTransaction(desk.services.db, async (tx) =>
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
      const filed = await desk.client.call('POST', `/in-tray/${one.id}/file`, { matterIds: [desk.matterId] });
      const entry = (await desk.client.call('GET', `/correspondence/${filed.json.entries[0].entryId}`)).json;
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
    const { id } = await receiveMail(desk.services, desk.services.everything, {
      bytes: mail.bytes,
      source: 'mailbox',
      deliveredTo: [],
      signedIn: true,
    });
    expect((await desk.client.call('GET', `/in-tray/${id}`)).json).toMatchObject({
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
    const page = (await desk.client.call('GET', `/matters/${desk.matterId}/correspondence`)).json.items;
    for (const { direction, authenticated } of page)
      expect(['passed', 'failed', 'unknown']).toContain(direction === 'note' ? 'passed' : authenticated);
    expect(page.some((one: { authenticated: string }) => one.authenticated === 'passed')).toBe(true);
  });
});
