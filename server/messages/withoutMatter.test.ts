import { describe, expect, it } from 'vitest';
import { NOBODY } from '../../contract/directory.ts';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId, PersonId, TemplateId } from '../../core/model/ids.ts';
import { documentOf } from '../../core/template/document.ts';
import type { InlineNode } from '../../core/template/document.ts';
import { useDesk } from '../app/tests/desk.ts';
import { ACCEPTS, runOnce } from '../app/tests/practice.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { withResults } from '../../standins/authenticated.ts';
import { insertTemplate } from '../templates/queries.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: object) => desk.client.call(method, path, body);

const field = (path: string): InlineNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
});

let named = 0;
async function someone(part: object = {}): Promise<{ id: ContactId; mail: string }> {
  named += 1;
  const mail = `wenna.${named}@seamail.example`;
  const addresses = [{ kind: 'email', label: 'home', value: mail, preferred: true, bounced: false }];
  const made = await call('POST', '/contacts', {
    ...NOBODY,
    title: 'Ms',
    givenName: 'Wenna',
    familyName: `Trescott ${'abcdefgh'[named] ?? ''}`.trim(),
    addresses,
    ...part,
  });
  return { id: made.json.id, mail };
}

const template = (id: string, body: readonly InlineNode[], role = 'client') =>
  desk.services.write((tx) =>
    insertTemplate(
      tx,
      {
        templateId: asId<TemplateId>(id),
        name: id,
        channel: 'email',
        status: 'approved',
        standing: 'approved',
        ownerId: null,
        folder: '',
        tags: [],
        versionId: `${id}-1`,
        words: id,
        content: {
          recipients: { to: [{ role }], cc: [], bcc: [] },
          subject: [{ type: 'text', text: 'Good wishes' }],
          body: documentOf([{ type: 'paragraph', content: [...body] }]),
          blanks: [],
          documents: [],
          category: 'Letter',
        },
      } as never,
      { by: asId<PersonId>('person-maud'), atUtc: 0, why: 'First wording' },
    ),
  );

/** Gives a message its subject and some words. */
const write = (message: { id: string }, { subject }: { subject: string }) =>
  call('PATCH', `/messages/${message.id}`, {
    subject,
    body: {
      type: 'doc',
      version: 1,
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'All is well.' }] }],
    },
  });

async function send(message: { id: string }): Promise<{ entryId: string }> {
  const { notes } = (await call('POST', `/messages/${message.id}/check`)).json;
  const acknowledged = notes.map(({ code }: { code: string }) => code);
  const sent = await call('POST', `/messages/${message.id}/send`, { acknowledged, holdSeconds: 0 });
  expect([sent.status, notes]).toEqual([202, notes]);
  await runOnce(desk.services, ACCEPTS);
  const entry = await desk.services.db('entries').where({ message_id: message.id }).first();
  return { entryId: entry.id };
}
const correspondence = async (id: string) => (await call('GET', `/contacts/${id}/correspondence`)).json.items;

describe('a message without a matter', () => {
  it('goes to a contact with what is known of them, and is filed to them', async () => {
    await template('birthday-wishes', [
      field('greeting.formal'),
      { type: 'text', text: ', from ' },
      field('responsible.name'),
    ]);
    const wenna = await someone();
    const message = (
      await call('POST', '/messages', { contactIds: [wenna.id], templateId: 'birthday-wishes' })
    ).json;
    expect(message.to).toMatchObject([{ address: wenna.mail }]);
    expect(message.text).toContain('Dear Ms Trescott');
    expect(message.text).toContain('from Maud Tidewell');
    // Nobody has to be on a matter that there is not.
    expect((await call('POST', `/messages/${message.id}/check`)).json.notes).toEqual([]);
    const { entryId } = await send(message);
    expect(await correspondence(wenna.id)).toMatchObject([
      { id: entryId, matterId: GENERAL_FILE, subject: 'Good wishes' },
    ]);
    // Found like any other, and in no list of matters.
    const found = (await call('GET', `/correspondence?who=${wenna.mail}`)).json;
    expect(found.items.map((one: { entryId: string }) => one.entryId)).toEqual([entryId]);
    expect((await call('GET', '/matters?query=General')).json.items).toEqual([]);
  });

  it('is moved to a matter later, and stands with the contact once', async () => {
    const wenna = await someone();
    const message = (await call('POST', '/messages', { contactIds: [wenna.id] })).json;
    const subject = 'About the mooring';
    await write(message, { subject });
    const { entryId } = await send(message);
    const moved = (await call('POST', `/correspondence/${entryId}/move`, { matterId: desk.matterId })).json;
    const items = await correspondence(wenna.id);
    expect(items).toMatchObject([{ id: moved.entryId, matterId: desk.matterId, subject }]);
  });

  it('brings an answer back to where it was sent from, and says that the writer’s turn has come', async () => {
    const wenna = await someone();
    const message = (await call('POST', '/messages', { contactIds: [wenna.id] })).json;
    await write(message, { subject: 'The open day' });
    const { entryId } = await send(message);
    const { internet_message_id: reference } = await desk.services
      .db('entries')
      .where({ id: entryId })
      .first();
    const bytes = Buffer.from(
      [
        `From: Wenna <${wenna.mail}>`,
        'To: maud@tidewell-roe.example',
        'Subject: Re: The open day',
        'Message-ID: <answer-open-day@seamail.example>',
        `In-Reply-To: ${reference}`,
        `References: ${reference}`,
        'Date: Tue, 24 Nov 2026 08:00:00 +0000',
        '',
        'Shall I bring the charts? Please let me know.',
      ].join('\r\n'),
    );
    await receiveMail(desk.services, desk.services.everything, {
      bytes: withResults(bytes, wenna.mail),
      source: 'mailbox',
      deliveredTo: [],
    });
    const waiting = (await call('GET', '/in-tray')).json.items.find(
      ({ subject }: { subject: string }) => subject === 'Re: The open day',
    );
    if (waiting) await call('POST', `/in-tray/${waiting.id}/file`, { matterIds: [GENERAL_FILE] });
    const items = await correspondence(wenna.id);
    const last = items.find(({ direction }: { direction: string }) => direction === 'in');
    expect(last).toMatchObject({ direction: 'in', matterId: GENERAL_FILE });
    const owed = (await call('GET', `/contacts/${wenna.id}/correspondence?owed=true`)).json.items;
    expect(owed).toMatchObject([{ id: last.id, awaiting: { kind: 'ourAnswer' } }]);
  });

  it('has nothing of a matter to say: what asks for its reference is not ready there', async () => {
    await template('needs-a-matter', [field('matter.reference'), field('fact.vessel')]);
    const shelf = (await call('GET', `/matters/${GENERAL_FILE}/shelf`)).json.items;
    const readiness = (id: string) =>
      shelf.find((one: { templateId: string }) => one.templateId === id)?.readiness;
    expect(readiness('needs-a-matter')).toBe('unavailable');
    const wenna = await someone();
    const message = (
      await call('POST', '/messages', { contactIds: [wenna.id], templateId: 'needs-a-matter' })
    ).json;
    expect(JSON.stringify(message)).not.toContain('General file</');
    expect(message.text).not.toContain('General file');
  });

  it('says facts of whoever it goes to, and leaves room where there is none', async () => {
    await template('with-birthday', [{ type: 'text', text: 'On ' }, field('recipient.fact-birthday')]);
    const wenna = await someone({ facts: { birthday: { kind: 'date', date: '1961-03-14' } } });
    const told = (await call('POST', '/messages', { contactIds: [wenna.id], templateId: 'with-birthday' }))
      .json;
    expect(told.text).toContain('On 14 March 1961');
    const other = await someone();
    const asked = (await call('POST', '/messages', { contactIds: [other.id], templateId: 'with-birthday' }))
      .json;
    expect(asked.blanks.map(({ label }: { label: string }) => label)).toEqual(['Recipient’s birthday']);
  });

  it('hangs on a file whose details nobody changes', async () => {
    const { revision } = (await call('GET', `/matters/${GENERAL_FILE}/record`)).json;
    const renamed = await call('PATCH', `/matters/${GENERAL_FILE}`, { revision, reference: 'X-1' });
    expect([renamed.status, renamed.json.because?.[0]]).toEqual([400, { code: 'generalFileStays' }]);
  });
});

describe('who is looked for in the correspondence', () => {
  it('is an organisation’s people where an organisation is named', async () => {
    const wenna = await someone({
      memberships: [
        {
          organisationId: null,
          organisation: 'Curlew Reach Moorings',
          position: '',
          from: null,
          until: null,
        },
      ],
    });
    const message = (await call('POST', '/messages', { contactIds: [wenna.id] })).json;
    await write(message, { subject: 'Your berth' });
    const { entryId } = await send(message);
    const found = (await call('GET', '/correspondence?who=Curlew+Reach')).json.items;
    expect(found.map((one: { entryId: string }) => one.entryId)).toEqual([entryId]);
    const [{ id }] = (await call('GET', '/contacts?kind=organisation&query=Curlew')).json.items;
    expect(await correspondence(id)).toMatchObject([{ id: entryId }]);
  });

  it('keeps what was said from an address that somebody has no longer', async () => {
    const wenna = await someone();
    const message = (await call('POST', '/messages', { contactIds: [wenna.id] })).json;
    await write(message, { subject: 'The slip' });
    const { entryId } = await send(message);
    const { revision, contact } = (await call('GET', `/contacts/${wenna.id}`)).json;
    await call('PATCH', `/contacts/${wenna.id}`, { revision, contact: { ...contact, addresses: [] } });
    expect(await correspondence(wenna.id)).toMatchObject([{ id: entryId }]);
  });
});
