import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChangeMessage, Message, SendMessage } from '../../contract/messages.ts';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Transport } from '../sending/transports/transport.ts';
import { findMessage } from './queries.ts';
import type { PersonScope } from '../access/scope.ts';
import { NOW, openPractice, runOnce } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { changeMessage } from './changeMessage.ts';
import { listCorrespondence } from '../correspondence/listCorrespondence.ts';
import { readEntry } from '../correspondence/readEntry.ts';
import { openMatter } from '../matters/openMatter.ts';
import { sendMessage } from '../sending/sendMessage.ts';
import { readShelf } from './readShelf.ts';
import { startMessage } from './startMessage.ts';

let services: TestPractice;
let maud: PersonScope;
let matterId: string;

beforeAll(async () => {
  services = await openPractice();
  maud = await services.as('maud');
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(() => services.close());

const accepting = (refusals: { address: string; reply: string }[] = []): Transport => ({
  async send(_envelope, _bytes, beforeData) {
    await beforeData();
    return { outcome: { kind: 'accepted' }, permanentFailures: refusals };
  },
});

const deliver = (transport: Transport = accepting()): Promise<void> => runOnce(services, transport);

const start = (templateId?: string, answers: Record<string, string> = {}): Promise<Message> =>
  startMessage(services, maud, matterId, { answers, ...(templateId === undefined ? {} : { templateId }) });
const change = (id: string, part: ChangeMessage): Promise<Message> => changeMessage(services, maud, id, part);
/** The demo's report is overdue on this matter, which its letter is cautioned for; a stranger may be in copy. */
const USUAL = ['dayInPast', 'addressUnknown', 'notOnMatter'];
const send = (id: string, order: SendMessage = {}): Promise<Message> =>
  sendMessage(services, maud, id, {
    holdSeconds: 0,
    ...order,
    acknowledged: [...USUAL, ...(order.acknowledged ?? [])],
  });

async function codeOf(work: Promise<unknown>): Promise<string> {
  const error = await work.then(
    () => undefined,
    (problem: unknown) => problem,
  );
  return error instanceof DomainProblem ? error.code : String(error);
}

async function frozenOf(id: string) {
  const frozen = (await findMessage(services.everything, id))?.frozen;
  if (!frozen) throw new Error('not frozen');
  return { frozen, bytes: await services.blobs.get(frozen.blob) };
}

async function entryOf(messageId: string) {
  const row = await services.db('entries').where({ message_id: messageId }).first();
  return readEntry(services, maud, row.id as string);
}

describe('starting a message', () => {
  it('proposes dates in working days, and lets a given answer stand instead', async () => {
    const proposed = await start('template-report', { matters: 'all is well' });
    expect(proposed.answers['answerBy']).toBe('2026-12-08');
    const given = await start('template-report', { matters: 'all is well', answerBy: '2026-12-24' });
    expect(given.text).toContain('by 24 December 2026');
  });

  it('without a template greets, leaves room and signs', async () => {
    const bare = await start();
    expect(bare.text).toMatch(
      /^Dear Sir or Madam,\n\n\n\nWith kind regards,\n\nMaud Tidewell, FMSI\nPrincipal surveyor, Tidewell & Roe\n01632 960101$/,
    );
    expect(bare.notes.map(({ code }) => code)).toEqual(['noRecipient', 'noSubject']);
  });

  it('encloses the matter’s documents that were asked for, each once', async () => {
    const matter = await openMatter(services, maud, matterId);
    const ids = matter.documents.map(({ id }) => id);
    const [first = ''] = ids;
    const message = await startMessage(services, maud, matterId, { documentIds: [...ids, first] });
    expect(message.enclosures.map(({ id }) => id)).toEqual(ids);
  });

  it('keeps to the version it was started from', async () => {
    const draft = await start('template-report-when');
    const row = await services.db('messages').where({ id: draft.id }).first();
    expect(row.template_version_id).toBe('template-report-when-1');
  });
});

describe('answering', () => {
  it('writes to whoever wrote and keeps the thread (RFC 5322 §3.6.4)', async () => {
    const { items } = await listCorrespondence(services, maud, matterId, {});
    const asked = items.find(({ direction }) => direction === 'in');
    const askedRow = await services
      .db('entries')
      .where({ id: asked?.id ?? '' })
      .first();
    const draft = await startMessage(services, maud, matterId, { inReplyTo: asked?.id ?? '' });
    expect(draft.subject).toBe(`Re: ${String(askedRow.subject).replace(/^Re: /, '')}`);
    expect(draft.to.map(({ address }) => address)).toEqual([JSON.parse(askedRow.people).from.address]);
    await send(draft.id);
    const { bytes } = await frozenOf(draft.id);
    const parsed = await simpleParser(bytes);
    expect(parsed.inReplyTo).toBe(askedRow.internet_message_id);
    expect([parsed.references].flat().at(-1)).toBe(askedRow.internet_message_id);
    await deliver();
    const entry = await entryOf(draft.id);
    expect(entry.conversationId).toBe(askedRow.conversation_id);
  });

  it('does not answer on one matter what was written on another', async () => {
    const other = await services.db('matters').where({ reference: 'SV-2044' }).first();
    const foreign = await services.db('entries').where({ matter_id: other.id }).first();
    expect(await codeOf(startMessage(services, maud, matterId, { inReplyTo: foreign.id }))).toBe('notFound');
  });
});

describe('changing a draft', () => {
  it('keeps what was not spoken of, and adds answers to those given', async () => {
    const draft = await start('template-report');
    const changed = await change(draft.id, { answers: { matters: 'she floats' } });
    expect(changed.answers).toEqual({ ...draft.answers, matters: 'she floats' });
    expect(changed.body).toEqual(draft.body);
    expect(changed.revision).toBe(2);
  });

  it('knows by an address alone whose it is, with the roles they hold here', async () => {
    const draft = await start();
    const changed = await change(draft.id, {
      to: [{ address: ' AKSEL.LUND@harbourpost.example' }],
      cc: [{ address: 'stranger@x.example', name: 'A Stranger' }],
    });
    expect(changed.to).toMatchObject([
      { name: 'Aksel Lund', roles: ['owner'], contactId: expect.any(String) },
    ]);
    expect(changed.cc).toEqual([{ name: 'A Stranger', address: 'stranger@x.example', roles: [] }]);
    expect(changed.text).toContain('Dear Mr Lund,');
  });

  it('renames an enclosure but never its kind', async () => {
    const draft = await start('template-report', { matters: 'x' });
    const [report] = draft.enclosures;
    const rename = (fileName: string) =>
      change(draft.id, { enclosures: [{ documentId: report?.id ?? '', fileName }] });
    expect((await rename('Our report')).enclosures[0]?.fileName).toBe('Our report.pdf');
    expect((await rename('Our report.PDF')).enclosures[0]?.fileName).toBe('Our report.PDF');
    expect((await rename('harmless.exe')).enclosures[0]?.fileName).toBe('harmless.exe.pdf');
    expect(await codeOf(change(draft.id, { enclosures: [{ documentId: 'elsewhere' }] }))).toBe(
      'unknownDocument',
    );
  });

  it('writes what was done, and by whom, beside it', async () => {
    const draft = await start();
    await change(draft.id, { subject: 'Noted' });
    const events = await services.db('audit_events').where({ subject_id: draft.id }).orderBy('seq');
    expect(events.map(({ what, person_id }) => [what, person_id])).toEqual([
      ['message.started', 'person-maud'],
      ['message.changed', 'person-maud'],
    ]);
    expect(JSON.stringify(events)).not.toContain('Noted');
  });
});

describe('sending', () => {
  it('freezes enclosures as they lie on the matter, octet for octet', async () => {
    const draft = await start('template-report', { matters: 'all is well' });
    await send(draft.id);
    const parsed = await simpleParser((await frozenOf(draft.id)).bytes);
    const stored = (await findMessage(services.everything, draft.id))?.enclosures.map(({ blob }) => blob);
    expect(parsed.attachments.map(({ content }) => sha256Hex(content))).toEqual(stored);
    expect(parsed.attachments.map(({ filename }) => filename)).toEqual(
      draft.enclosures.map(({ fileName }) => fileName),
    );
  });

  it('files blind copies beside the bytes, never in them', async () => {
    const draft = await start('template-report-when');
    await change(draft.id, { bcc: [{ address: 'archive@x.example' }] });
    await send(draft.id);
    const { frozen, bytes } = await frozenOf(draft.id);
    expect(frozen.envelopeTo).toContain('archive@x.example');
    expect(bytes.toString('latin1')).not.toContain('archive@x.example');
    await deliver();
    expect((await entryOf(draft.id)).bcc).toEqual([{ name: '', address: 'archive@x.example' }]);
  });

  it('notes on the entry which cautions were overridden', async () => {
    const draft = await start('template-report-when');
    const cautioned = await change(draft.id, { subject: 'About SV-2044' });
    expect(cautioned.notes[0]).toMatchObject({ code: 'otherMatterReference', severity: 'caution' });
    expect(await codeOf(send(draft.id))).toBe('notesStop');
    await send(draft.id, { acknowledged: ['otherMatterReference'] });
    await deliver();
    expect((await entryOf(draft.id)).cautionsOverridden).toEqual(['otherMatterReference', 'dayInPast']);
  });

  it('keeps whom the host refused on the entry, in its own words', async () => {
    const draft = await start('template-report-when');
    await send(draft.id);
    const refusals = [{ address: draft.to[0]?.address ?? '', reply: '550 5.1.1 no such mailbox' }];
    await deliver(accepting(refusals));
    expect((await entryOf(draft.id)).refusals).toEqual(refusals);
  });

  it('leaves at the time asked for, and refuses times that cannot be', async () => {
    const draft = await start('template-report-when');
    expect(await codeOf(send(draft.id, { sendAt: '2026-11-24T08:59:59Z' }))).toBe('badTime');
    expect(await codeOf(send(draft.id, { sendAt: '2031-01-01T00:00:00Z' }))).toBe('badTime');
    const sent = await send(draft.id, { sendAt: '2026-11-25T08:00:00+01:00' });
    expect(sent).toMatchObject({
      state: 'held',
      stateDetail: { leavesAtUtc: Date.parse('2026-11-25T07:00:00Z') },
    });
  });

  it('greets by the hour of leaving, not of writing', async () => {
    const draft = await start('template-lift-out', { mast: 'in' });
    expect(draft.text).toContain('Good morning');
    await send(draft.id, { sendAt: '2026-11-24T19:30:00Z' });
    const { frozen, bytes } = await frozenOf(draft.id);
    expect(frozen.text).toMatch(/^Good evening,/);
    expect(bytes.toString('latin1')).toMatch(/^Date: Tue, 24 Nov 2026 19:30:00 \+0000\r$/m);
  });

  it('never uses a Message-ID twice', async () => {
    const [one, two] = [await start('template-report-when'), await start('template-report-when')];
    await send(one.id, { holdSeconds: 600 });
    await send(two.id, { holdSeconds: 600 });
    const ids = [
      (await frozenOf(one.id)).frozen.internetMessageId,
      (await frozenOf(two.id)).frozen.internetMessageId,
    ];
    expect(new Set(ids).size).toBe(2);
    for (const id of ids) expect(id).toMatch(/^<[0-9a-f-]{36}@tidewell-roe\.example>$/);
  });
});

describe('the shelf learns', () => {
  it('what follows what on this type of matter, from what is sent', async () => {
    const before = await readShelf(services, maud, matterId);
    const closing = await start('template-closing');
    await send(closing.id, { acknowledged: closing.notes.map(({ code }) => code) });
    await deliver();
    services.now = () => NOW + 1_000;
    const after = await readShelf(services, maud, matterId);
    expect(after.lastSent).toBe('Closing the matter');
    expect(after.lastSent).not.toBe(before.lastSent);
    const again = await start('template-instructions');
    await send(again.id, { acknowledged: again.notes.map(({ code }) => code) });
    services.now = () => NOW + 2_000;
    await deliver();
    const counts = await services
      .db('follow_counts')
      .where({ after_template_id: 'template-closing', template_id: 'template-instructions' });
    expect(counts).toMatchObject([{ count: 1 }]);
    services.now = () => NOW;
  });
});
