import MailComposer from 'nodemailer/lib/mail-composer';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { withResults } from '../../standins/authenticated.ts';
import { receiveMail } from './receiveMail.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { unscoped } from '../access/unscoped.ts';

let services: TestPractice;
let matterId: string;
const INES = 'ines.okafor@harbourpost.example';
const MAUD = 'maud@tidewell-roe.example';

beforeAll(async () => {
  services = await openPractice();
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(() => services.close());

const set = async (change: Partial<PracticeSettings>): Promise<void> =>
  services.write(async (tx) =>
    writeSettings(tx, { ...(await readSettings(unscoped(tx, 'seeding'))), ...change }),
  );
const ruleFor = async (rule: 'always' | 'never' | null): Promise<void> => {
  const { contact_id } = await services.db('contact_addresses').where({ value_key: INES }).first();
  await services.db('contacts').where({ id: contact_id }).update({ filing_rule: rule });
};

interface Written {
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly files?: readonly { readonly name: string; readonly words: string; readonly cid?: string }[];
}

let made = 0;

const receive = async ({ from, to, subject, files = [] }: Written) => {
  made += 1;
  const bytes = await new MailComposer({
    from,
    to,
    subject,
    messageId: `<rule-${made}@x.example>`,
    ...(files.some(({ cid }) => cid)
      ? { html: '<p>See <img src="cid:sign@x"></p>' }
      : { text: `Number ${made}.` }),
    attachments: files.map(({ name, words, cid }) => ({
      filename: name,
      content: words,
      ...(cid === undefined ? {} : { cid, contentDisposition: 'inline' as const, contentType: 'image/png' }),
    })),
  })
    .compile()
    .build();
  return receiveMail(services, services.everything, {
    bytes: withResults(bytes, ''),
    source: 'mailbox',
    deliveredTo: [],
  });
};

const fromInes = (subject: string, files?: Written['files']) =>
  receive({ from: `Ines Okafor <${INES}>`, to: MAUD, subject, ...(files ? { files } : {}) });
const toInes = (subject: string, files?: Written['files']) =>
  receive({ from: `Maud Tidewell <${MAUD}>`, to: INES, subject, ...(files ? { files } : {}) });

describe('a contact’s own rule', () => {
  beforeEach(() => set({ fileFrom: 1 }));

  it.each([
    ['what they write', fromInes],
    ['what one of ours wrote to them elsewhere', toInes],
  ])('“always” files %s wherever it likely belongs', async (_what, write) => {
    await ruleFor(null);
    expect((await write('About SV-2041')).outcome).toBe('waiting');
    await ruleFor('always');
    expect((await write('About SV-2041')).outcome).toBe('filed');
  });

  it.each([
    ['what they write', fromInes],
    ['what one of ours wrote to them elsewhere', toInes],
  ])('“never” leaves %s in the tray, however sure it is', async (_what, write) => {
    await set({ fileFrom: 0.8 });
    await ruleFor(null);
    expect((await write('About SV-2041')).outcome).toBe('filed');
    await ruleFor('never');
    expect((await write('About SV-2041')).outcome).toBe('waiting');
  });

  it('files nothing that likely belongs nowhere', async () => {
    await ruleFor('always');
    const { outcome } = await receive({
      from: 'News <news@elsewhere.example>',
      to: MAUD,
      subject: 'Ten tips',
    });
    expect(outcome).toBe('waiting');
  });

  it('is heard for the strictest of those it went to', async () => {
    await set({ fileFrom: 0.8 });
    await ruleFor('never');
    const both = await receive({
      from: `Maud Tidewell <${MAUD}>`,
      to: `${INES}, aksel.lund@harbourpost.example`,
      subject: 'About SV-2041',
    });
    expect(both.outcome).toBe('waiting');
    await ruleFor(null);
  });
});

describe('files that come with a message', () => {
  const documents = async (): Promise<readonly string[]> =>
    services
      .db('documents')
      .where({ matter_id: matterId, category: 'Received' })
      .orderBy('rowid')
      .pluck('name');

  beforeEach(() => set({ fileFrom: 0.8, keepFiles: { received: true, sent: false } }));

  it('become documents where the practice keeps them, in and out apart', async () => {
    const before = await documents();
    await fromInes('SV-2041: the deed', [{ name: 'deed.txt', words: 'the deed' }]);
    expect(await documents()).toEqual([...before, 'deed']);
    await toInes('SV-2041: a sketch', [{ name: 'sketch.txt', words: 'the sketch' }]);
    expect(await documents()).toEqual([...before, 'deed']);

    await set({ keepFiles: { received: false, sent: true } });
    await toInes('SV-2041: a plan', [{ name: 'plan.txt', words: 'the plan' }]);
    await fromInes('SV-2041: a list', [{ name: 'list.txt', words: 'the list' }]);
    expect(await documents()).toEqual([...before, 'deed', 'plan']);
  });

  it('are there once, however often the same bytes come', async () => {
    const before = await documents();
    await fromInes('SV-2041: once', [{ name: 'once.txt', words: 'the very same' }]);
    await fromInes('SV-2041: twice', [{ name: 'again.txt', words: 'the very same' }]);
    await fromInes('SV-2041: thrice', [
      { name: 'one.txt', words: 'side by side' },
      { name: 'two.txt', words: 'side by side' },
    ]);
    expect(await documents()).toEqual([...before, 'once', 'one']);
  });

  it('that only show within the text do not', async () => {
    const before = await documents();
    await fromInes('SV-2041: signed', [{ name: 'signature.png', words: 'no real picture', cid: 'sign@x' }]);
    expect(await documents()).toEqual(before);
  });

  it('stay with their entry in any case', async () => {
    await set({ keepFiles: { received: false, sent: false } });
    const { id } = await fromInes('SV-2041: kept', [{ name: 'kept.txt', words: 'kept' }]);
    const { entry_ids } = await services.db('incoming').where({ id }).first();
    const entry = await services
      .db('entries')
      .where({ id: JSON.parse(entry_ids)[0] })
      .first();
    const [file] = JSON.parse(entry.attachments);
    expect((await services.blobs.get(file.blob)).toString('utf8').trim()).toBe('kept');
  });
});
