import { describe, expect, it } from 'vitest';
import { somebody } from '../../contract/directory.ts';
import { useDesk } from './tests/desk.ts';
import { renewFolding } from './renewFolding.ts';

const desk = useDesk();

const contact = async (name: string) => {
  const { addresses: _, ...body } = somebody(name, 'x@x.example');
  const made = await desk.client.call('POST', '/contacts', { ...body, addresses: [] });
  expect(made.status, JSON.stringify(made.json)).toBe(201);
};
const contactsFor = async (query: string): Promise<string[]> =>
  (await desk.client.call('GET', `/contacts?query=${encodeURIComponent(query)}`)).json.items.map(
    ({ name }: { name: string }) => name,
  );
const entriesFor = async (words: string): Promise<string[]> =>
  (await desk.client.call('GET', `/correspondence?words=${encodeURIComponent(words)}`)).json.items.map(
    ({ subject }: { subject: { text: string }[] }) => subject.map(({ text }) => text).join(''),
  );

describe('what is typed finds what is written otherwise', () => {
  it('among contacts, matters and entries alike', async () => {
    for (const name of ['Aoife O’Dea', 'Marek Łódź', 'Ελένη Ρήγα']) await contact(name);
    expect(await contactsFor('odea')).toContain('Aoife O’Dea');
    expect(await contactsFor("O'Dea")).toContain('Aoife O’Dea');
    expect(await contactsFor('lodz')).toContain('Marek Łódź');
    expect(await contactsFor('ρηγα')).toContain('Ελένη Ρήγα');
    const found = (await desk.client.call('GET', '/matters?query=SV2041')).json.items;
    expect(found.map(({ reference }: { reference: string }) => reference)).toContain('SV-2041');

    const note = await desk.client.call('POST', `/matters/${desk.matterId}/notes`, {
      category: 'Call',
      subject: 'Mørkesild, O’Dea',
      text: '年次報告書を送ります。 SV-2041',
    });
    expect(note.status, JSON.stringify(note.json)).toBe(201);
    for (const words of ['Morkesild', 'mørkesild', 'odea', '報告書', 'SV2041', 'morkes'])
      expect(await entriesFor(words), words).toContain('Mørkesild, O’Dea');
    // A word never finds a mark.
    expect(await entriesFor('withfilex')).toEqual([]);
  });

  it('also in a practice that was folded by an earlier version', async () => {
    await desk.services.db('settings').where({ key: 'foldedAs' }).delete();
    await desk.services.db('matter_names').delete();
    await desk.services.db('contact_words').delete();
    await renewFolding(desk.services);
    expect(await contactsFor('odea')).toContain('Aoife O’Dea');
    expect(await desk.services.db('matter_names').where({ matter_id: desk.matterId })).not.toEqual([]);
    await desk.services.db('contact_words').delete();
    // Once is enough.
    await renewFolding(desk.services);
    expect(await contactsFor('odea')).toEqual([]);
  });
});
