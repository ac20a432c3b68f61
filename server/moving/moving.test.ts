import { buffer } from 'node:stream/consumers';
import { describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { useDesk } from '../app/tests/desk.ts';
import { withResults } from '../../standins/authenticated.ts';
import { serve } from '../app/tests/practice.ts';
import { resumable } from './resumable.ts';

const desk = useDesk();

async function send(text: string | Buffer, fields: Readonly<Record<string, string>>, name = 'list.csv') {
  const form = new FormData();
  for (const [key, value] of Object.entries(fields)) form.set(key, value);
  form.append('file', new Blob([new Uint8Array(Buffer.from(text))]), name);
  const response = await fetch(`${desk.client.origin}/api/v1/imports`, {
    method: 'POST',
    headers: { Origin: desk.client.origin, Cookie: desk.client.cookie() },
    body: form,
  });
  return { status: response.status, json: await response.json() };
}
const get = async (path: string) => (await desk.client.call('GET', path)).json;
const view = (id: string) => get(`/imports/${id}`);

/** Runs an import to its end. */
async function run(id: string) {
  expect((await desk.client.call('POST', `/imports/${id}/run`)).status).toBe(202);
  for (;;) {
    const now = await view(id);
    if (now.state !== 'running') return now;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
}
const undo = async (id: string) => (await desk.client.call('POST', `/imports/${id}/undo`)).json;
const surveys = async () =>
  (await get('/matter-types')).items.find(({ definition }: { definition: { name: string } }) =>
    definition.name.startsWith('Condition'),
  );

describe('a list of contacts', () => {
  const LIST = [
    'Surname;First name;E-mail;Company;Phone',
    'Ødegård;Søren;soren@fjord.example;Fjord Marine AS;01632 960101',
    'Vane;Hester;hester@;;',
    ';;nobody@mail.example;;',
    'Again;Sue;soren@fjord.example;;',
    'Okafor;Ines;ines.okafor@harbourpost.example;Harbour Post;01632 960777',
  ].join('\r\n');

  it('is tried first: its columns are known, and everything wrong is named with its line', async () => {
    const { status, json } = await send(LIST, { what: 'contacts' });
    expect(status).toBe(202);
    const tried = await view(json.id);
    expect([tried.encoding, tried.separator, tried.state]).toEqual(['UTF-8', ';', 'tried']);
    expect(tried.columns.map(({ target }: { target: string }) => target)).toEqual([
      'family name',
      'given name',
      'mail',
      'organisation',
      'telephone',
    ]);
    expect(tried.counts).toEqual({ lines: 5, make: 1, update: 0, leave: 1, faults: 3, parties: 0 });
    expect(tried.faults).toEqual([
      { line: 3, column: 'E-mail', why: { code: 'notAnAddress', value: 'hester@' } },
      { line: 4, column: 'Surname', why: { code: 'contactWithoutName' } },
      { line: 5, column: 'E-mail', why: { code: 'sameAsLine', line: 2 } },
    ]);
    expect((await get('/contacts?query=soren')).items).toEqual([]);
    const all = await get(`/imports/${json.id}/faults`);
    expect(all.heads).toHaveLength(5);
    expect(all.items[0]).toMatchObject({
      line: 3,
      cells: expect.arrayContaining(['Vane', 'Hester', 'hester@']),
      faults: [{ column: 'E-mail', why: { code: 'notAnAddress', value: 'hester@' } }],
    });
  });

  it('is imported and taken back as one; what was changed since stays', async () => {
    const { id } = (await send(LIST, { what: 'contacts' })).json;
    await desk.client.call('PATCH', `/imports/${id}`, { existing: 'update' });
    const ended = await run(id);
    expect([ended.state, ended.done, ended.counts.make, ended.counts.update]).toEqual(['done', 5, 1, 1]);
    const [made] = (await get('/contacts?query=soren')).items;
    expect(made).toMatchObject({ name: 'Søren Ødegård', organisation: 'Fjord Marine AS' });
    const ines = (await get('/contacts?query=Ines Okafor')).items[0];
    expect(
      (await get(`/contacts/${ines.id}`)).contact.addresses.map(({ value }: { value: string }) => value),
    ).toContain('01632 960777');
    const { revision, contact } = await get(`/contacts/${ines.id}`);
    await desk.client.call('PATCH', `/contacts/${ines.id}`, {
      revision,
      contact: { ...contact, note: 'Mine' },
    });
    // With the organisation that was made because somebody belongs to it.
    expect(await undo(id)).toEqual({ undone: 2, kept: 1 });
    expect((await get('/contacts?query=Fjord Marine')).items).toEqual([]);
    expect((await get('/contacts?query=soren')).items).toEqual([]);
    expect((await desk.client.call('POST', `/imports/${id}/undo`)).status).toBe(400);
    const again = await run((await send(LIST, { what: 'contacts' })).json.id);
    expect([again.state, again.counts.make]).toEqual(['done', 1]);
  });

  it('remembers what columns were taken for', async () => {
    const first = await send('Wer,Wo\nHester Vane,hester@vane.example\n', { what: 'contacts' });
    const tried = await view(first.json.id);
    expect(tried.faults[0]).toMatchObject({ line: 1, why: { code: 'noColumnChosen', label: 'Name' } });
    await desk.client.call('PATCH', `/imports/${first.json.id}`, { mapping: ['name', 'mail'] });
    await run(first.json.id);
    const second = await view(
      (await send('Wo,Wer\nx@y.example,Nell Harrow\n', { what: 'contacts' })).json.id,
    );
    expect(second.columns.map(({ target }: { target: string }) => target)).toEqual(['mail', 'name']);
  });

  it('is refused where it is none, has no lines, or a quotation mark that nothing closes', async () => {
    const refused = async (text: string) => (await send(text, { what: 'contacts' })).json.because[0].code;
    expect(await refused('PK\u0003\u0004broken')).toBe('cannotReadTable');
    expect(await refused('Name,Email\n')).toBe('listEmpty');
    expect(await refused('Name,Email\n"Vane,x\n')).toBe('quoteNeverClosed');
    expect((await send('Name\nx\n', { what: 'anything' })).status).toBe(400);
  });
});

describe('a list of matters', () => {
  it('is imported with its parties, values and days; found by reference the next time', async () => {
    const type = await surveys();
    const list = [
      'File no,Matter title,Vessel,Survey day,Owners,Owner: email,Responsible',
      'OLD-7,"Grey Gull, sloop",Grey Gull,03/04/2026,"Hester Vane; Gale Ltd",hester@vane2.example; office@gale.example,Petra Lindqvist',
      'OLD-8,"Second, ketch",Second,25/12/2026,Hester Vane,hester@vane2.example,',
      'OLD-9,"Third",Third,31/02/2026,,nobody@,Nobody Here',
    ].join('\n');
    const { id } = (await send(list, { what: 'matters', typeId: type.id })).json;
    const tried = await view(id);
    expect(tried.counts).toEqual({ lines: 3, make: 2, update: 0, leave: 0, faults: 1, parties: 2 });
    expect(
      tried.faults.map(({ column, why }: { column: string; why: { code: string } }) => [column, why.code]),
    ).toEqual([
      ['Survey day', 'cellDoesNotFit'],
      ['Owner: email', 'notAnAddress'],
      ['Responsible', 'noSuchNamed'],
    ]);
    expect((await run(id)).state).toBe('done');
    const [made] = (await get('/matters?query=OLD-7')).items;
    const matter = await get(`/matters/${made.id}`);
    expect(matter.parties.map(({ name }: { name: string }) => name)).toEqual(['Hester Vane', 'Gale Ltd']);
    expect([matter.responsible, matter.title]).toEqual(['Petra Lindqvist', 'Grey Gull, sloop']);
    const record = await get(`/matters/${made.id}/record`);
    expect(record.dates.surveyDay).toBe('2026-04-03');
    const second = 'File no,Matter title\nOLD-7,"Grey Gull, mended"\n';
    const later = await view((await send(second, { what: 'matters', typeId: type.id })).json.id);
    expect(later.counts).toMatchObject({ make: 0, leave: 1 });
    await desk.client.call('PATCH', `/imports/${later.id}`, { existing: 'update' });
    await run(later.id);
    expect((await get(`/matters/${made.id}`)).title).toBe('Grey Gull, mended');
    expect(await undo(later.id)).toEqual({ undone: 1, kept: 0 });
    expect((await get(`/matters/${made.id}`)).title).toBe('Grey Gull, sloop');
    // The update and its way back are changes too: what was made before is somebody’s by now.
    expect(await undo(id)).toEqual({ undone: 1, kept: 3 });
  });

  it('takes no reference of a matter that is hidden, or that one had before', async () => {
    const type = await surveys();
    const idris = await serve(desk.services);
    await idris.signIn('idris@tidewell-roe.example');
    const hidden = (await idris.call('POST', '/matters', { typeId: type.id, title: 'Hidden' })).json;
    const { revision } = (await idris.call('GET', `/matters/${hidden.id}/record`)).json;
    await idris.call('PATCH', `/matters/${hidden.id}`, { revision, restricted: true, visibleTo: [] });
    await idris.close();
    const list = `Reference,Title\n${hidden.reference},Mine\n`;
    const tried = await view((await send(list, { what: 'matters', typeId: type.id })).json.id);
    expect(tried.faults[0].why.code).toBe('referenceNotFree');
  });

  it('goes in 300 matters with 600 parties, is undone whole, and goes in again', async () => {
    const type = await surveys();
    const lines = Array.from(
      { length: 300 },
      (_, n) =>
        `BULK ${n},"Vessel ${n}, sloop",Owner Number${n},o${n}@bulk.example,Agent Number${n},a${n}@bulk.example`,
    );
    const list = ['Reference,Title,Owners,Owner: email,Broker,Broker: email', ...lines].join('\n');
    const count = async () => Number((await desk.services.db('matters').count({ n: '*' }))[0]?.['n']);
    const [matters, contacts] = [await count(), (await desk.services.db('contacts')).length];
    for (let round = 0; round < 2; round += 1) {
      const { id } = (await send(list, { what: 'matters', typeId: type.id })).json;
      const ended = await run(id);
      expect(ended.counts).toMatchObject({ make: 300, parties: 600, faults: 0 });
      expect(await count()).toBe(matters + 300);
      if (round === 0) {
        expect(await undo(id)).toEqual({ undone: 900, kept: 0 });
        expect([await count(), (await desk.services.db('contacts')).length]).toEqual([matters, contacts]);
      }
    }
  });
});

describe('a ZIP of documents', () => {
  const zipped = (files: Readonly<Record<string, string>>): Promise<Buffer> => {
    const zip = new ZipFile();
    for (const [path, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), path);
    zip.end();
    return buffer(zip.outputStream);
  };

  it('puts each file on the matter whose reference its path holds, in the category of its folder', async () => {
    const matter = await get(`/matters/${desk.matterId}`);
    const bytes = await zipped({
      [`Files/${matter.reference} Wren/Reports/Hull.txt`]: 'The keelson is sound.',
      [`Files/${matter.reference.replace('-', ' ')}/plan.txt`]: 'A plan',
      'Files/Nobody/lost.txt': 'x',
      '__MACOSX/Files/._plan.txt': 'x',
    });
    const { id } = (await send(bytes, { what: 'documents' }, 'files.zip')).json;
    const tried = await view(id);
    expect(tried.counts).toMatchObject({ lines: 3, make: 2, faults: 1 });
    expect(tried.faults).toEqual([{ line: 3, column: 'Path', why: { code: 'noReferenceIn' } }]);
    const told: string[] = [];
    const forget = desk.services.changes.listen((event) => told.push(`${event.kind} ${event.id}`));
    expect((await run(id)).state).toBe('done');
    forget();
    expect(told).toContain(`matter ${desk.matterId}`);
    const found = await get(`/matters/${desk.matterId}/documents?query=keelson`);
    expect(found.items).toMatchObject([{ name: 'Hull', category: 'Reports', version: 1 }]);
    const again = await run((await send(bytes, { what: 'documents' }, 'files.zip')).json.id);
    const versions = (await get(`/matters/${desk.matterId}/documents?query=keelson`)).items;
    expect(versions.map(({ version }: { version: number }) => version).sort()).toEqual([1, 2]);
    expect(await undo(again.id)).toEqual({ undone: 2, kept: 0 });
    expect((await get(`/matters/${desk.matterId}/documents?query=keelson`)).items).toHaveLength(1);
  });

  it('is refused where it is none', async () => {
    expect((await send('no zip', { what: 'documents' })).json.because[0].code).toBe('cannotReadZip');
  });
});

describe('an import that the server stopped in', () => {
  it('is gone on with where it was, and makes nothing twice', async () => {
    const list = [
      'Name,Email',
      ...Array.from({ length: 600 }, (_, n) => `Person N${n},p${n}@stop.example`),
    ].join('\n');
    const { id } = (await send(list, { what: 'contacts' })).json;
    await run(id);
    await desk.services.db('imports').where({ id }).update({ state: 'stopped', done: 250 });
    expect((await run(id)).state).toBe('done');
    const made = await desk.services.db('contact_addresses').where('value', 'like', '%@stop.example');
    expect(made).toHaveLength(600);
  });

  it('is undone to its end where the undoing broke off', async () => {
    const list = ['Name,Email', ...Array.from({ length: 300 }, (_, n) => `Person M${n},m${n}@half.example`)];
    const { id } = (await send(list.join('\n'), { what: 'contacts' })).json;
    await run(id);
    await desk.services.db('imports').where({ id }).update({ state: 'undone' });
    expect((await desk.client.call('POST', `/imports/${id}/undo`)).status).toBe(400);
    await resumable(desk.services);
    expect(await undo(id)).toEqual({ undone: 300, kept: 0 });
    await resumable(desk.services);
    expect((await view(id)).state).toBe('undone');
  });
});

describe('contacts from vCards', () => {
  const CARDS = [
    'BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Sorrel Vane\r\nN:Vane;Sorrel;;;\r\nEMAIL;TYPE=home:sorrel@vane.example\r\nEND:VCARD\r\n',
    'BEGIN:VCARD\r\nVERSION:2.1\r\nN;ENCODING=QUOTED-PRINTABLE;CHARSET=UTF-8:K=C3=A4ll;Tove\r\nEMAIL:tove@\r\nEND:VCARD\r\n',
  ].join('');

  it('are tried card by card, made, and taken back as one', async () => {
    const { status, json } = await send(CARDS, { what: 'contacts' }, 'cards.vcf');
    expect(status).toBe(202);
    const tried = await view(json.id);
    expect(tried.columns).toEqual([]);
    expect(tried.counts).toMatchObject({ lines: 2, make: 1, faults: 1 });
    expect(tried.faults[0]).toMatchObject({ line: 2, why: { code: 'notAnAddress', value: 'tove@' } });
    await run(json.id);
    const [made] = (await get('/contacts?query=sorrel')).items;
    expect(made).toMatchObject({ name: 'Sorrel Vane', email: 'sorrel@vane.example' });
    expect((await desk.client.call('POST', `/imports/${json.id}/undo`)).json).toEqual({ undone: 1, kept: 0 });
    expect((await get('/contacts?query=sorrel')).items).toEqual([]);
  });
});

describe('old correspondence', () => {
  const mail = (n: number, to: string, subject: string): string =>
    `From: Sorrel Vane <sorrel@vane.example>\r\nTo: ${to}\r\nSubject: ${subject}\r\nDate: Tue, 2 Jun 2026 09:0${n}:00 +0000\r\nMessage-ID: <old-${n}@vane.example>\r\n\r\nNumber ${n}.\r\n`;
  const box = (...messages: readonly string[]): string =>
    messages.map((one) => `From sorrel@vane.example Tue Jun  2 09:00:00 2026\r\n${one}\r\n`).join('');
  const inTray = async () => (await get('/in-tray')).items.map(({ subject }: { subject: string }) => subject);

  it('files itself where its matter is sure, waits otherwise, is not taken in twice, and is taken back as one', async () => {
    const { filing_token: token } = await desk.services.db('matters').where({ id: desk.matterId }).first();
    const addressed = mail(1, `sv+${token}@file.tidewell-roe.example`, 'An old agreement');
    const sure = withResults(Buffer.from(addressed), 'sorrel@vane.example').toString();
    const unsure = mail(2, 'office@tidewell-roe.example', 'Who knows what of');
    const { status, json } = await send(box(sure, unsure), { what: 'correspondence' }, 'old.mbox');
    expect(status).toBe(202);
    const { id } = json;
    expect((await view(id)).counts).toMatchObject({ lines: 2, make: 2, faults: 0 });
    expect(await inTray()).not.toContain('Who knows what of');
    const ended = await run(id);
    expect(ended.state).toBe('done');
    const filed = () =>
      desk.services.db('entries').where({ matter_id: desk.matterId, subject: 'An old agreement' });
    expect(await filed()).toHaveLength(1);
    expect(await inTray()).toContain('Who knows what of');

    const again = (await send(box(sure, unsure), { what: 'correspondence' }, 'old.mbox')).json;
    expect((await view(again.id)).counts).toMatchObject({ make: 0, leave: 2 });

    expect((await desk.client.call('POST', `/imports/${id}/undo`)).json).toEqual({ undone: 2, kept: 0 });
    expect(await inTray()).not.toContain('Who knows what of');
    expect((await desk.services.db('incoming').where({ subject: 'An old agreement' }).first()).state).toBe(
      'notOurs',
    );
  });

  it('says which of its files is no message, and refuses a file without any', async () => {
    const { json } = await send('Dear all, this is a letter.', { what: 'correspondence' }, 'letter.txt');
    expect((await view(json.id)).faults).toMatchObject([{ line: 1, why: { code: 'notAMessage' } }]);
    const empty = await send('', { what: 'correspondence' }, 'empty.mbox');
    expect(empty.status).toBe(422);
  });
});
