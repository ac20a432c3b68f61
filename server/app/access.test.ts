import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import type { Role } from '../access/actor.ts';
import { insertFollowUp } from '../matters/followUpQueries.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { startMessage } from '../messages/startMessage.ts';
import { discardMessage } from '../messages/discardMessage.ts';
import { ENDPOINTS } from './endpoints.ts';
import { EXPECTED, WORDING } from './tests/expectations.ts';
import type { Made } from './tests/expectations.ts';
import { NOW, openPractice, serve } from './tests/practice.ts';
import type { Answer, Client, TestPractice } from './tests/practice.ts';

/** One of each role, none of whom is let in to Maud's restricted matter. */
const OUTSIDERS: Readonly<Record<Role, string>> = {
  administrator: 'idris',
  practitioner: 'petra',
  assistant: 'sunniva',
  reader: 'ambrose',
};
const ROLES = Object.keys(OUTSIDERS) as readonly Role[];

const OPERATIONS = ENDPOINTS.map(({ method, path }) => `${method.toUpperCase()} ${path}`);

let services: TestPractice;
const clients = new Map<string, Client>();
/** Everything that is made for these tests, and the restricted matter's own words. */
let made: Record<string, string>;
let words: readonly string[];

async function clientOf(name: string): Promise<Client> {
  const known = clients.get(name);
  if (known) return known;
  const client = await serve(services);
  await client.signIn(`${name}@tidewell-roe.example`);
  clients.set(name, client);
  return client;
}

/** Puts a restricted matter of Maud's together with one of everything that hangs on it. */
async function make(): Promise<void> {
  const db = services.db;
  const maud = await services.as('maud');
  const client = await clientOf('maud');
  const matter = await db('matters').where({ restricted: 1 }).first();
  await db('matters').where({ id: matter.id }).update({ responsible_id: 'person-maud' });
  await db('matter_access').where({ matter_id: matter.id }).delete();
  const open = await db('matters').where({ reference: 'SV-2041' }).first();
  const document = await db('documents').where({ matter_id: matter.id }).first();
  const message = await startMessage(services, maud, matter.id, { documentIds: [document.id] });
  const discarded = await startMessage(services, maud, matter.id, {});
  await discardMessage(services, maud, discarded.id);
  await services.write((tx) =>
    insertFollowUp(tx, {
      id: 'follow-up-hidden',
      matterId: matter.id,
      what: 'Ring the hidden client',
      dueOn: '2026-11-25' as never,
      personId: 'person-maud',
      messageId: null,
      madeUtc: NOW,
    }),
  );
  const mail = async (subject: string) =>
    receiveMail(services, services.everything, {
      bytes: (
        await mailOf({
          from: 'x@y.example',
          to: ['office@tidewell-roe.example'],
          subject,
          text: `About ${matter.reference}?`,
          files: [{ filename: 'plan.txt', content: 'a plan' }],
        })
      ).bytes,
      source: 'smtp',
      deliveredTo: [],
    });
  const incoming = await mail('Is it about that?');
  const filed = await mail('It is about that');
  await client.call('POST', `/in-tray/${filed.id}/file`, { matterIds: [matter.id] });
  const template = (
    await client.call('POST', '/templates', {
      name: 'Mine alone',
      channel: 'email',
      content: WORDING,
    })
  ).json;
  const entry = await db('entries').where({ matter_id: matter.id }).whereNot({ attachments: '[]' }).first();
  const job = (await client.call('POST', '/exports', { form: 'csv', query: { matterId: matter.id } })).json;
  const check = (await client.call('POST', '/verifications')).json;
  const search = (await client.call('POST', '/saved-searches', { name: 'Mine', query: { words: 'x' } })).json;
  const party = await db('parties').where({ matter_id: matter.id }).first();
  made = {
    matter: matter.id,
    openMatter: open.id,
    document: document.id,
    entry: entry.id,
    message: message.id,
    discarded: discarded.id,
    followUp: 'follow-up-hidden',
    incoming: incoming.id,
    filed: filed.id,
    template: template.id,
    version: template.versionId,
    sharedTemplate: 'template-terms',
    passage: (await db('passages').first()).id,
    contact: party.contact_id,
    export: job.id,
    verification: check.id,
    search: search.id,
  };
  words = [matter.id, matter.reference, matter.title, message.id, entry.id, incoming.id, 'Mine alone'];
}

beforeAll(async () => {
  services = await openPractice();
  await make();
}, 60_000);
afterAll(async () => {
  for (const client of clients.values()) await client.close();
  await services.close();
});

const filled = (text: string, values: Made): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => values[name] ?? name);

/** Calls an operation as somebody, on what its expectation names; without, on something that is nowhere. */
async function use(name: string, operation: string, isReal: boolean): Promise<Answer> {
  const { on, address = {}, query, body } = EXPECTED[operation] ?? { who: [] };
  const [method = '', path = ''] = operation.split(' ');
  const values = isReal ? made : {};
  const at = path.replace(/:(\w+)/g, (_, key: string) => {
    const wanted = address[key] ?? (key === 'id' && on ? `{${on}}` : undefined);
    return isReal && wanted !== undefined ? filled(wanted, values) : key === 'index' ? '0' : 'nowhere';
  });
  const asked = query === undefined ? at : `${at}?${filled(query, values)}`;
  const given = body === undefined ? undefined : JSON.parse(filled(JSON.stringify(body), values));
  return (await clientOf(name)).call(method, asked, given);
}

describe('every operation of the API', () => {
  it('has an expectation here, and every expectation is of an operation', () => {
    expect([...OPERATIONS].sort()).toEqual(Object.keys(EXPECTED).sort());
  });

  const asked = OPERATIONS.filter((operation) => (EXPECTED[operation]?.who.length ?? 0) > 0);

  it.each(asked)(
    '%s is for those whose role has the right, and for nobody without a session',
    async (operation) => {
      const may = new Set(EXPECTED[operation]?.who);
      for (const role of ROLES) {
        const { status, json } = await use(OUTSIDERS[role], operation, false);
        if (may.has(role)) expect([role, [401, 403].includes(status)]).toEqual([role, false]);
        else
          expect([role, status, json.code]).toEqual([role, 403, role === 'reader' ? 'readOnly' : 'notYours']);
      }
      const stranger = await fetch(
        `${(await clientOf('maud')).origin}/api/v1${(operation.split(' ')[1] ?? '').replace(/:\w+/g, 'nowhere')}`,
        { method: operation.split(' ')[0] ?? 'GET', headers: { Origin: (await clientOf('maud')).origin } },
      );
      expect(stranger.status).toBe(401);
    },
  );
});

describe('what is not for somebody', () => {
  const named = Object.keys(EXPECTED).filter((operation) => EXPECTED[operation]?.on);

  it.each(named)('%s is not there for them, and says nothing of it', async (operation) => {
    const may = new Set(EXPECTED[operation]?.who);
    for (const role of ROLES.filter((one) => may.has(one))) {
      const { status, bytes } = await use(OUTSIDERS[role], operation, true);
      expect([role, status]).toEqual([role, 404]);
      expect(words.filter((word) => bytes.includes(word))).toEqual([]);
    }
  });

  const lists = OPERATIONS.filter(
    (operation) => operation.startsWith('GET') && !EXPECTED[operation]?.on && EXPECTED[operation]?.who.length,
  );

  it.each(lists)('%s says nothing of it', async (operation) => {
    for (const role of ROLES.filter((one) => EXPECTED[operation]?.who.includes(one))) {
      const { bytes } = await use(OUTSIDERS[role], operation, true);
      expect([role, words.filter((word) => bytes.includes(word))]).toEqual([role, []]);
    }
  });

  it('is there for whoever it belongs to: what is refused above is really there', async () => {
    // What changes where something lies comes after what asks for it there.
    const late = [/^DELETE/, /\/(?:file|aside|move|back)$/];
    const place = (operation: string): number => late.filter((one) => one.test(operation)).length;
    const order = [...named].sort((a, b) => place(a) - place(b));
    const missing: string[] = [];
    for (const operation of order) {
      const { status } = await use('maud', operation, true);
      if (status === 403 || status === 404 || status === 400) missing.push(`${operation}: ${status}`);
    }
    expect(missing).toEqual([]);
  });
});
