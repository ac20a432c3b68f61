import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOBODY } from '../../contract/directory.ts';
import { CONTACT_COLUMNS, columnFor, contactLine, readContactLine } from '../../core/directory/contactCsv.ts';
import { person } from '../../core/tests/fixtures.ts';
import { readVcards, writeVcards } from './vcards.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.call('GET', '/session');
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const find = async (query: string) =>
  (await client.call('GET', `/contacts?query=${encodeURIComponent(query)}`)).json.items;
const mail = (value: string) => ({ kind: 'email', label: 'work', value, preferred: true, bounced: false });

describe('the directory', () => {
  it('finds by name, organisation and address, whatever the diacritics', async () => {
    expect((await find('okafor'))[0]).toMatchObject({ name: 'Ines Okafor' });
    expect((await find('torbjorn')).map(({ name }: { name: string }) => name)).toContain('Torbjørn Ås');
    expect((await find('hallam slip')).map(({ kind }: { kind: string }) => kind)).toContain('organisation');
    expect(await find('zzzz')).toEqual([]);
  });

  it('keeps a contact in full, in any script, and greets as it says', async () => {
    const made = await client.call('POST', '/contacts', {
      ...NOBODY,
      title: 'Dr',
      givenName: '明',
      familyName: '王',
      language: 'zh',
      addresses: [mail('wang@post.example')],
    });
    expect(made.json).toMatchObject({ contact: { name: '明 王' }, greetings: { formal: 'Dear Dr 王' } });
    const { id, revision, contact } = made.json;
    const changed = await client.call('PATCH', `/contacts/${id}`, {
      revision,
      contact: { ...contact, ownFormalGreeting: 'Dear Doctor' },
    });
    expect(changed.json.greetings.formal).toBe('Dear Doctor');
    const late = await client.call('PATCH', `/contacts/${id}`, { revision, contact });
    expect([late.status, late.json.code]).toEqual([409, 'contactChanged']);
    expect((await find('wang@post'))[0].id).toBe(id);
  });

  it('refuses one without a name, or with half an address', async () => {
    expect((await client.call('POST', '/contacts', NOBODY)).json.code).toBe('badContact');
    const half = await client.call('POST', '/contacts', {
      ...NOBODY,
      givenName: 'A',
      addresses: [mail('a@b')],
    });
    expect([half.status, half.json.because]).toEqual([
      422,
      [{ code: 'notAnAddress', value: 'a@b' }, { code: 'nothingChanged' }],
    ]);
  });

  it('points out two of one address, and makes one of them without losing what either was on', async () => {
    const [ines] = await find('Ines Okafor');
    const twin = (
      await client.call('POST', '/contacts', {
        ...NOBODY,
        givenName: 'I',
        familyName: 'Okafor',
        addresses: [mail(ines.email), { ...mail('ines@second.example'), preferred: false }],
      })
    ).json;
    const pairs = (await client.call('GET', '/contact-duplicates')).json.items;
    expect(pairs.find(({ same }: { same: string }) => same === ines.email)).toMatchObject({
      because: 'address',
    });
    const matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
    const record = (await client.call('GET', `/matters/${matterId}/record`)).json;
    await client.call('PATCH', `/matters/${matterId}`, {
      revision: record.revision,
      parties: [
        ...record.parties.map(({ role, contactId }: { role: string; contactId: string }) => ({
          role,
          contactId,
        })),
        { role: 'owner', contactId: twin.id },
      ],
    });
    const partiesOn = (id: string) =>
      services
        .db('parties')
        .where({ matter_id: id })
        .orderBy(['role', 'contact_id'])
        .select('role', 'contact_id');
    const parties = await partiesOn(matterId);
    const before = (await client.call('GET', `/contacts/${ines.id}`)).json.contact;
    const merged = (await client.call('POST', `/contacts/${ines.id}/merge`, { otherId: twin.id })).json;
    expect(merged.contact.addresses.map(({ value }: { value: string }) => value)).toContain(
      'ines@second.example',
    );
    expect((await client.call('GET', `/contacts/${twin.id}`)).status).toBe(404);
    const owners = (await client.call('GET', `/matters/${matterId}`)).json.parties.filter(
      ({ role }: { role: string }) => role === 'owner',
    );
    expect(owners.map(({ name }: { name: string }) => name)).toEqual(['Ines Okafor', 'Aksel Lund']);
    expect(await services.db('audit_events').where({ what: 'contact.merged' })).toHaveLength(1);
    const undone = await client.call('POST', `/contacts/${ines.id}/unmerge`, { otherId: twin.id });
    expect(undone.json.contact.addresses).toEqual(twin.contact.addresses);
    expect((await client.call('GET', `/contacts/${ines.id}`)).json.contact).toEqual(before);
    expect(await partiesOn(matterId)).toEqual(parties);
    expect((await find('I Okafor')).map(({ id }: { id: string }) => id)).toContain(twin.id);
    expect((await client.call('POST', `/contacts/${ines.id}/unmerge`, { otherId: twin.id })).status).toBe(
      404,
    );
    const again = (await client.call('POST', `/contacts/${ines.id}/merge`, { otherId: twin.id })).json;
    await client.call('PATCH', `/contacts/${ines.id}`, { revision: again.revision, contact: again.contact });
    const late = await client.call('POST', `/contacts/${ines.id}/unmerge`, { otherId: twin.id });
    expect([late.status, late.json.code]).toEqual([409, 'contactChanged']);
    expect((await client.call('GET', `/contacts/${twin.id}`)).status).toBe(404);
  });
});

describe('contacts in and out', () => {
  const odd = person('Siobhán O’Rourke', {
    title: 'Ms',
    note: '=SUM(A1)',
    language: 'ga',
    addresses: [
      mail('s@x.example') as never,
      { kind: 'post', label: 'home', value: '1 Quay\nPort; Sennet, "here"', preferred: true, bounced: false },
    ],
  });

  it('go out as a list that no spreadsheet runs, and come back the same', () => {
    const line = contactLine(odd);
    expect(line).toContain("'=SUM(A1)");
    const read = readContactLine([...CONTACT_COLUMNS], line);
    expect(read.ok && { ...read.contact, id: odd.id }).toMatchObject({
      name: odd.name,
      title: 'Ms',
      note: '=SUM(A1)',
      language: 'ga',
    });
    expect(['E-mail', 'Surname', 'Company', 'Shoe size'].map(columnFor)).toEqual([
      'mail',
      'family name',
      'organisation',
      undefined,
    ]);
    expect(readContactLine(['mail'], ['a@b.example'])).toEqual({
      ok: false,
      why: { code: 'contactWithoutName' },
    });
  });

  it('go out as vCard 4.0 and come back the same', () => {
    const card = writeVcards([odd]);
    expect(card).toMatch(/^BEGIN:VCARD\r\nVERSION:4\.0\r\n/);
    const [read] = readVcards(card);
    expect(read?.ok && read.contact).toMatchObject({
      name: odd.name,
      familyName: odd.familyName,
      title: 'Ms',
      language: 'ga',
    });
    expect(read?.ok && read.contact.addresses.map(({ kind }) => kind)).toEqual(['email', 'post']);
    expect(readVcards('BEGIN:VCARD\nnonsense\nEND:VCARD')).toEqual([
      { ok: false, why: { code: 'notACard' } },
    ]);
  });

  it('go out as a chosen set', async () => {
    const [ines] = await find('Ines Okafor');
    const out = await client.call('POST', '/contact-export', { format: 'csv', ids: [ines.id] });
    expect(out.bytes.toString('utf8').split('\r\n').filter(Boolean)).toHaveLength(2);
  });
});
