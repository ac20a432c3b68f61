import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { PDFDocument } from '@cantoo/pdf-lib';
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Transport } from '../sending/transports/transport.ts';
import { NOW, openPractice, runOnce, serve } from '../app/tests/practice.ts';
import type { Answer, Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
let maud: PersonScope;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
  const found = await services.as('maud');
  if (!found) throw new Error('no principal');
  maud = found;
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const start = async (body: object): Promise<Answer['json']> =>
  (await client.call('POST', `/matters/${matterId}/messages`, body)).json;
const change = async (id: string, body: object): Promise<Answer['json']> =>
  (await client.call('PATCH', `/messages/${id}`, body)).json;
const send = (id: string, acknowledged: readonly string[] = []): Promise<Answer> =>
  client.call('POST', `/messages/${id}/send`, { holdSeconds: 0, acknowledged });
const CAUTIONS = ['dayInPast', 'addressUnknown', 'notOnMatter', 'enclosedNotSpoken', 'greetingLeavesOut'];

const handed: { readonly to: readonly string[]; readonly bytes: Buffer }[] = [];
const host: Transport = {
  async send({ to }, bytes, beforeData) {
    await beforeData();
    handed.push({ to, bytes });
    return { outcome: { kind: 'accepted' }, permanentFailures: [] };
  },
};
const deliver = async () => {
  handed.length = 0;
  await runOnce(services, host);
  return [...handed];
};
const codes = (message: Answer['json']): string[] => message.notes.map(({ code }: { code: string }) => code);
const report = { templateId: 'template-report', answers: { matters: 'she is sound' } };

async function upload(id: string, name: string, bytes: Buffer, category?: string): Promise<Answer['json']> {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(bytes)]), name);
  const query = category === undefined ? '' : `?category=${encodeURIComponent(category)}`;
  const response = await fetch(`${client.origin}/api/v1/messages/${id}/files${query}`, {
    method: 'POST',
    body: form,
    headers: { Origin: client.origin, Cookie: client.cookie() },
  });
  return response.json();
}

async function pdfOf(...titles: string[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  for (const title of titles) pdf.addPage([200, 200]).drawText(title);
  return Buffer.from(await pdf.save());
}

describe('a message of their own for each', () => {
  it('leaves as one for every recipient, each greeted alone, copies with the first', async () => {
    const draft = await start(report);
    const [{ send_options }] = await services.db('messages').where({ id: draft.id });
    const after = { followUp: { workingDays: 5, what: 'Heard from them?' } };
    await services
      .db('messages')
      .where({ id: draft.id })
      .update({ send_options: JSON.stringify({ ...JSON.parse(send_options), after }) });
    const usesOf = async (): Promise<number> =>
      (await services.db('template_uses').where({ template_id: report.templateId }).sum('count as n').first())
        ?.n ?? 0;
    const usesBefore = await usesOf();
    const changed = await change(draft.id, { each: true });
    expect([changed.each, changed.to.length]).toEqual([true, 2]);
    expect((await send(draft.id, CAUTIONS)).status).toBe(202);
    const mails = await deliver();
    const greetings = await Promise.all(
      mails.map(async ({ to, bytes }) => [to.length, (await simpleParser(bytes)).text?.split('\n')[0]]),
    );
    expect(greetings.sort()).toEqual([
      [1, 'Dear Mr Lund,'],
      [2, 'Dear Ms Okafor,'],
    ]);
    const ids = mails.map(({ bytes }) => /^Message-ID: (.*)$/im.exec(bytes.toString('latin1'))?.[1]);
    expect(new Set(ids).size).toBe(2);
    const entries = await services.db('entries').orderBy('seq', 'desc').limit(2);
    expect(entries.map(({ direction, matter_id }) => [direction, matter_id])).toEqual([
      ['out', matterId],
      ['out', matterId],
    ]);
    // What follows, follows once: the template counts as used once, and one follow-up stands for all.
    const followUps = await services.db('follow_ups').where({ matter_id: matterId, done_utc: null });
    expect(
      followUps.filter(({ message_id }) => entries.some((one) => one.message_id === message_id)),
    ).toHaveLength(1);
    expect(await usesOf()).toBe(usesBefore + 1);
  });

  it('is one letter for each house, and one for a couple under one roof', async () => {
    const draft = await start({ templateId: 'template-last-reminder' });
    expect([draft.channel, draft.to.length]).toEqual(['letter', 2]);
    const [first] = draft.to;
    await change(draft.id, {
      to: draft.to.map((one: { name: string; contactId: string }) => ({
        address: first.address,
        name: one.name,
        contactId: one.contactId,
      })),
    });
    await send(draft.id, CAUTIONS);
    const [only, ...more] = await deliver();
    expect([more.length, only?.bytes.subarray(0, 5).toString()]).toEqual([0, '%PDF-']);
    const entry = await services.db('entries').orderBy('seq', 'desc').first();
    const raw = await client.call('GET', `/correspondence/${entry.id}/raw`);
    expect([raw.headers.get('content-type'), raw.bytes.equals(only?.bytes ?? Buffer.alloc(0))]).toEqual([
      'application/pdf',
      true,
    ]);
    const read = await client.call('GET', `/correspondence/${entry.id}`);
    expect([read.json.channel, read.json.html, read.json.text]).toEqual([
      'letter',
      null,
      expect.stringContaining('is still open'),
    ]);
  });
});

describe('a text message', () => {
  it('is its words alone, to a mobile, and tells how it travels', async () => {
    const draft = await start({ templateId: 'template-report-ready' });
    expect(draft).toMatchObject({ channel: 'text', segments: { encoding: 'GSM-7', segments: 1 } });
    expect(codes(draft)).not.toContain('noSubject');
    await change(draft.id, { to: [{ address: 'not a number' }] });
    expect((await send(draft.id)).json.notes[0]).toMatchObject({ code: 'malformedAddress' });
    await change(draft.id, { to: [{ address: '07700 900777', name: 'Somebody' }] });
    await send(draft.id, CAUTIONS);
    const [text] = await deliver();
    expect(text?.to).toEqual(['07700 900777']);
    expect(text?.bytes.toString()).toMatch(/^The report on Saltmarsh Wren is in your mail\./);
  });
});

describe('a message begun from the record', () => {
  it('writes to whoever was pointed at, with the document that was, for the follow-up that waited', async () => {
    const [party] = (await client.call('GET', `/matters/${matterId}`)).json.parties;
    const [document] = (await client.call('GET', `/matters/${matterId}`)).json.documents;
    await services.db('follow_ups').insert({
      id: 'waits',
      matter_id: matterId,
      what: 'Ask again',
      due_on: '2026-11-20',
      person_id: 'person-maud',
      made_utc: NOW,
    });
    const shelf = (await client.call('GET', `/matters/${matterId}/shelf`)).json;
    expect(shelf.items[0]).toMatchObject({ category: 'Chaser', why: 'due', due: { what: 'Ask again' } });
    const draft = await start({
      templateId: 'template-closing',
      contactIds: [party.contactId],
      documentIds: [document.id],
      followUpId: 'waits',
    });
    expect(draft.to.map(({ contactId }: { contactId: string }) => contactId)).toEqual([party.contactId]);
    expect(draft.enclosures.map(({ documentId }: { documentId: string }) => documentId)).toContain(
      document.id,
    );
    await send(draft.id, [...CAUTIONS, 'sentBefore']);
    await deliver();
    expect((await services.db('follow_ups').where({ id: 'waits' }).first()).done_utc).toBe(NOW);
  });
});

describe('another template', () => {
  it('keeps answers, hands and what was enclosed besides, and goes back to nothing that was typed', async () => {
    const draft = await start({ ...report, answers: { matters: 'sound', answerBy: '2026-12-24' } });
    const to = [{ address: 'verity.sands@harbourpost.example' }];
    await change(draft.id, { to });
    const other = await change(draft.id, { templateId: 'template-chaser' });
    expect(other.templateName).toMatch(/^Chaser/);
    expect(other.answers).toMatchObject({ matters: 'sound', answerBy: '2026-12-24' });
    expect(other.to.map(({ address }: { address: string }) => address)).toEqual([to[0]?.address]);
    const back = await change(draft.id, { templateId: 'template-report' });
    expect(back.text).toContain('In one sentence: sound.');
    const refused = await client.call('PATCH', `/messages/${draft.id}`, {
      templateId: 'template-report-ready',
    });
    expect(refused.json.because[0].code).toBe('otherChannel');
  });
});

describe('another template at the caret', () => {
  it('gives its words, and brings what it asks and encloses; whom it goes to stays', async () => {
    const draft = await start({});
    const order = (templateId: string) =>
      client.call('POST', `/messages/${draft.id}/templates`, { templateId });
    const { message, content } = (await order('template-report')).json;
    expect(JSON.stringify(content)).toContain('survey');
    expect(JSON.stringify(content)).not.toMatch(/Dear|greeting/);
    expect(message).toMatchObject({ to: draft.to, subject: draft.subject, revision: draft.revision + 1 });
    expect(message.enclosures.length).toBeGreaterThan(0);
    expect((await order('template-report')).json.message.enclosures).toEqual(message.enclosures);
    expect((await order('template-terms-letter')).json.code).toBe('templateUnavailable');
    expect((await order('none')).status).toBe(404);
  });
});

describe('enclosures from elsewhere', () => {
  it('are kept by their bytes, once, and on the matter where that is wished, version by version', async () => {
    const draft = await start({});
    const bytes = await pdfOf('one');
    await upload(draft.id, '../..//Plan.pdf', bytes);
    const again = await upload(draft.id, 'Plan.pdf', bytes);
    expect(again.enclosures.map(({ fileName }: { fileName: string }) => fileName)).toEqual(['Plan.pdf']);
    for (const version of [1, 2]) {
      const kept = await upload(draft.id, 'Sketch.pdf', await pdfOf(`v${version}`), 'Plan');
      expect(kept.enclosures.at(-1)).toMatchObject({ category: 'Plan', mediaType: 'application/pdf' });
    }
    const { documents } = (await client.call('GET', `/matters/${matterId}`)).json;
    const sketches = documents.filter(({ name }: { name: string }) => name === 'Sketch');
    expect(sketches.map(({ version }: { version: number }) => version).sort()).toEqual([1, 2]);
    const both = (await client.call('GET', `/messages/${draft.id}`)).json;
    const older = await change(draft.id, {
      enclosures: both.enclosures
        .filter(({ documentId }: { documentId: string }) =>
          sketches.some((one: { id: string; version: number }) => one.id === documentId && one.version === 1),
        )
        .map(({ documentId }: { documentId: string }) => ({ documentId })),
    });
    expect(codes(older)).toContain('olderVersion');
  });

  it('are made PDFs and joined in their order; what cannot be is said and changes nothing', async () => {
    const draft = await start({});
    await upload(draft.id, 'one.pdf', await pdfOf('a', 'b'));
    await upload(draft.id, 'two.pdf', await pdfOf('c'));
    const text = await upload(draft.id, 'note.txt', Buffer.from('Ærlig talt.\n\nTwo.'));
    const order = (body: object) => client.call('POST', `/messages/${draft.id}/enclosures`, body);
    const note = text.enclosures.at(-1).id;
    const made = (await order({ kind: 'asPdf', enclosureId: note })).json;
    expect(made.enclosures.map(({ fileName }: { fileName: string }) => fileName)).toEqual([
      'one.pdf',
      'two.pdf',
      'note.pdf',
    ]);
    const ids = made.enclosures.map(({ id }: { id: string }) => id);
    const joined = (await order({ kind: 'join', enclosureIds: ids, name: 'All of it' })).json;
    expect(joined.enclosures).toHaveLength(1);
    const [whole] = joined.enclosures;
    const content = await client.call('GET', `/messages/${draft.id}/enclosures/${whole.id}/content`);
    expect((await PDFDocument.load(content.bytes)).getPageCount()).toBe(4);

    const fake = await upload(draft.id, 'picture.png', Buffer.from('<svg onload=alert(1)>'));
    expect(fake.enclosures.at(-1).mediaType).toBe('application/octet-stream');
    const refused = await order({ kind: 'asPdf', enclosureId: fake.enclosures.at(-1).id });
    expect([refused.status, refused.json.because[0].code]).toEqual([400, 'notPngOrJpeg']);
    const broken = await upload(draft.id, 'broken.pdf', Buffer.from('%PDF-1.7 and no more'));
    const both = broken.enclosures.map(({ id }: { id: string }) => id);
    expect((await order({ kind: 'join', enclosureIds: both, name: 'x' })).json.because).toMatchObject([
      { code: 'lockedOrNoPdf' },
      { code: 'enclosuresUnchanged' },
    ]);
    expect((await client.call('GET', `/messages/${draft.id}`)).json.enclosures).toHaveLength(3);
    expect((await upload(draft.id, 'empty.txt', Buffer.alloc(0))).because[0]).toEqual({
      code: 'fileEmpty',
      name: 'empty.txt',
    });
  });

  it('come from earlier messages of this matter alone, and from letters made now', async () => {
    const draft = await start({});
    const order = (body: object) => client.call('POST', `/messages/${draft.id}/enclosures`, body);
    const elsewhere = await services
      .db('entries')
      .whereNot({ matter_id: matterId, attachments: '[]' })
      .first();
    expect((await order({ kind: 'fromEntry', entryId: elsewhere.id, index: 0 })).status).toBe(404);
    const letter = await order({ kind: 'letter', templateId: 'template-terms-letter' });
    expect(letter.json.enclosures[0]).toMatchObject({ fileName: 'Letter- terms of engagement.pdf' });
    expect((await order({ kind: 'letter', templateId: 'template-report' })).status).toBe(404);
    const kept = await order({
      kind: 'keep',
      enclosureId: letter.json.enclosures[0].id,
      category: 'Engagement',
    });
    const { documents } = (await client.call('GET', `/matters/${matterId}`)).json;
    expect(documents.map(({ id }: { id: string }) => id)).toContain(kept.json.enclosures[0].documentId);
  });

  it('come from another matter at a word, with a caution, and from none that one may not see', async () => {
    const draft = await start({});
    const order = (body: object) => client.call('POST', `/messages/${draft.id}/enclosures`, body);
    // The practice's own are at home in every message.
    const document = await services.db('documents').whereNotIn('matter_id', [matterId, GENERAL_FILE]).first();
    const from = { kind: 'fromMatter', matterId: document.matter_id, documentId: document.id };
    const taken = (await order(from)).json;
    expect(taken.enclosures).toMatchObject([{ kind: 'otherMatter', documentId: document.id }]);
    expect(codes(taken)).toContain('enclosedFromElsewhere');
    const kept = await change(draft.id, {
      enclosures: [{ kind: 'otherMatter', id: taken.enclosures[0].id }],
    });
    expect(kept.enclosures).toEqual(taken.enclosures);
    expect((await order({ ...from, matterId })).status).toBe(404);
  });

  it('that are for the practice alone are cautioned before they leave it', async () => {
    const [document] = (await client.call('GET', `/matters/${matterId}`)).json.documents;
    const path = `/matters/${matterId}/documents/${document.id}`;
    await client.call('PATCH', path, { restricted: true });
    const draft = await start({ ...report, documentIds: [document.id] });
    expect(codes(draft)).toContain('restrictedOutside');
    await client.call('PATCH', path, { restricted: false });
    expect(codes((await client.call('GET', `/messages/${draft.id}`)).json)).not.toContain(
      'restrictedOutside',
    );
    expect(
      (await client.call('PATCH', `/matters/${matterId}/documents/nothing`, { restricted: true })).status,
    ).toBe(404);
  });
});

describe('the address block', () => {
  it('cautions for a slip of one letter, and reaches the writer unseen where a copy is wished', async () => {
    const draft = await start(report);
    const slip = await change(draft.id, { to: [{ address: 'ines.okafr@harbourpost.example' }] });
    expect(slip.notes).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          code: 'addressNear',
          remedies: [expect.objectContaining({ by: 'ines.okafor@harbourpost.example' })],
        }),
      ]),
    );
    await change(draft.id, {
      to: [{ address: 'ines.okafor@harbourpost.example' }],
      copyToSelf: true,
      replyTo: 'office@tidewell-roe.example',
    });
    await send(draft.id, CAUTIONS);
    const [mail] = await deliver();
    expect(mail?.to).toContain(maud.actor.email);
    const head = mail?.bytes.toString('latin1') ?? '';
    expect(head).toMatch(/^Reply-To: office@tidewell-roe\.example\r$/m);
    expect(head.slice(0, head.indexOf('\r\n\r\n'))).not.toMatch(/^(?:To|Cc|Bcc):.*maud@/m);
  });
});

describe('what the record says by now', () => {
  it('is shown beside what was filled in, and taken over by its remedy alone', async () => {
    const draft = await start(report);
    const { facts } = await services.db('matters').where({ id: matterId }).first();
    const changed = JSON.stringify({
      ...JSON.parse(facts),
      vessel: { kind: 'text', text: 'Saltmarsh Wren II' },
    });
    await services.db('matters').where({ id: matterId }).update({ facts: changed });
    const seen = (await client.call('GET', `/messages/${draft.id}`)).json;
    expect(seen.text).toContain('Saltmarsh Wren');
    expect(seen.text).not.toContain('Saltmarsh Wren II');
    expect(seen.notes.find(({ code }: { code: string }) => code === 'recordChanged')).toMatchObject({
      params: { was: 'Saltmarsh Wren', now: 'Saltmarsh Wren II' },
    });
    await services.db('matters').where({ id: matterId }).update({ facts });
  });

  it('and what was sent a few days ago, and what the practice does without, decide which notes there are', async () => {
    const usual = await readSettings(services.everything);
    await services.write((tx) => writeSettings(tx, { ...usual, repeatDays: 5 }));
    const draft = await start(report);
    expect(codes(draft)).toContain('sentBefore');
    await services.write((tx) => writeSettings(tx, { ...usual, repeatDays: 5, cautionsOff: ['sentBefore'] }));
    expect(codes((await client.call('GET', `/messages/${draft.id}`)).json)).not.toContain('sentBefore');
    await services.write((tx) => writeSettings(tx, usual));
  });

  it('fills passages in where they are put, with nothing left open', async () => {
    const draft = await start({});
    const { items } = (await client.call('GET', `/messages/${draft.id}/passages`)).json;
    expect(items.length).toBeGreaterThan(10);
    expect(JSON.stringify(items)).not.toMatch(/"type":"(?:field|blank|passage)"/);
    const page = await client.call('GET', `/messages/${draft.id}/page`);
    expect(page.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });
});
