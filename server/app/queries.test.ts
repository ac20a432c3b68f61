import { findElsewhere } from '../messages/checkQueries.ts';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { foldName } from '../../core/model/words.ts';
import { asId } from '../../core/model/ids.ts';
import { person } from '../../core/tests/fixtures.ts';
import { SessionStore } from '../access/sessionStore.ts';
import { NOW, openPractice } from './tests/practice.ts';
import type { TestPractice } from './tests/practice.ts';
import { findContacts, findContactsByAddress, insertContact } from '../directory/contactQueries.ts';
import { findEntry, listEntries } from '../correspondence/queries.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { DEFAULT_SETTINGS, calendarOf } from '../platform/settings/practiceSettings.ts';
import { readSettings, sessionSecret, writeSettings } from '../platform/settings/queries.ts';
import { countUse, templateUses } from '../templates/useQueries.ts';
import { unscoped } from '../access/unscoped.ts';
import { stampAnew } from '../platform/database/kept.ts';

let services: TestPractice;
let matterId: string;

beforeAll(async () => {
  services = await openPractice();
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(() => services.close());

const entry = (change: Partial<NewEntry> = {}): NewEntry => ({
  id: asId(randomUUID()),
  matterId: asId(matterId),
  direction: 'out',
  channel: 'email',
  occurredAtUtc: NOW,
  filedAtUtc: NOW,
  subject: 'S',
  opening: 'O',
  category: 'Letter',
  people: { from: { name: '', address: 'a@x.example' }, to: [], cc: [], bcc: [] },
  attachments: [],
  rawBlob: 'f'.repeat(64),
  rawBytes: 1,
  internetMessageId: `<${randomUUID()}@x.example>`,
  references: [],
  messageId: null,
  templateVersionId: null,
  authorId: null,
  refusals: [],
  cautionsOverridden: [],
  ...change,
});

const file = async (change: Partial<NewEntry> = {}): Promise<NewEntry> => {
  const made = entry(change);
  await services.write((tx) => insertEntry(tx, made));
  return made;
};

describe('conversations', () => {
  it('gather what answers one another, and know how each ended', async () => {
    const asked = await file();
    const answered = await file({
      direction: 'in',
      references: [asked.internetMessageId ?? ''],
      occurredAtUtc: NOW + 1,
    });
    const thanked = await file({
      references: ['<unknown@x.example>', answered.internetMessageId ?? ''],
      occurredAtUtc: NOW + 2,
    });
    const [first, second, third] = await Promise.all(
      [asked, answered, thanked].map(({ id }) => findEntry(services.everything, id)),
    );
    expect(new Set([first, second, third].map((one) => one?.conversationId))).toEqual(new Set([asked.id]));
    expect([first?.endOfConversation, second?.endOfConversation]).toEqual([null, null]);
    expect(third?.endOfConversation).toMatchObject({ direction: 'out', out: 2, in: 1 });
  });

  it('begin anew where nothing on this matter is answered', async () => {
    const asked = await file();
    const other = await services.db('matters').where({ reference: 'SV-2044' }).first();
    const elsewhere = await file({ matterId: asId(other.id), references: [asked.internetMessageId ?? ''] });
    expect((await findEntry(services.everything, elsewhere.id))?.conversationId).toBe(elsewhere.id);
  });

  it('are filed whole or not at all', async () => {
    const made = entry();
    const failing = services.write(async (tx) => {
      await insertEntry(tx, made);
      throw new Error('power cut');
    });
    await expect(failing).rejects.toThrow('power cut');
    expect(await findEntry(services.everything, made.id)).toBeUndefined();
    expect(await services.db('conversations').where({ id: made.id })).toEqual([]);
  });

  it('take a message into the correspondence once only', async () => {
    const draft = {
      id: 'once',
      matter_id: matterId,
      author_id: 'person-maud',
      state: 'draft',
      state_detail: '{"kind":"draft"}',
      recipients: '{}',
      subject: '[]',
      body: '{}',
      blanks: '[]',
      answers: '{}',
      enclosures: '[]',
      references: '[]',
      created_utc: 0,
      updated_utc: 0,
    };
    await services.db('messages').insert(draft);
    await file({ messageId: 'once' });
    await expect(file({ messageId: 'once' })).rejects.toThrow(/UNIQUE/);
  });
});

describe('lists of entries', () => {
  it('page by key, so that what is filed meanwhile neither repeats nor hides a row', async () => {
    const first = await listEntries(services.everything, { matterId, limit: 3, after: undefined });
    await file({ occurredAtUtc: NOW + 50 });
    const second = await listEntries(services.everything, {
      matterId,
      limit: 3,
      after: first.next ?? undefined,
    });
    const ids = [...first.items, ...second.items].map(({ id }) => id);
    expect(new Set(ids).size).toBe(6);
    const times = [...first.items, ...second.items].map(({ occurredAtUtc }) => occurredAtUtc);
    expect(times).toEqual([...times].sort((a, b) => b - a));
  });
});

describe('contacts', () => {
  it('come back as they were kept, with everything that is theirs', async () => {
    const half = person('Rosa Quill', { title: 'Dr', organisation: 'Quill & Co', position: 'Partner' });
    const other = person('Bertil Quill', {
      couple: { withId: half.id, greeting: 'Dear both' },
      ownFormalGreeting: 'Dear Bertil',
      doNotWriteTo: true,
    });
    await services.write((tx) => insertContact(tx, half));
    await services.write((tx) => insertContact(tx, other));
    const found = await findContacts(services.everything, [half.id, other.id]);
    const organisationId = expect.any(String) as unknown;
    const belongs = [{ organisationId, organisation: 'Quill & Co', position: 'Partner' }];
    expect([found.get(half.id), found.get(other.id)]).toEqual([
      { ...half, memberships: belongs },
      { ...other, memberships: [] },
    ]);
    const byAddress = await findContactsByAddress(services.everything, [
      'ROSA.QUILL@mail.example',
      'nobody@x.example',
    ]);
    expect([...byAddress.keys()]).toEqual([half.id]);
  });
});

describe('names of other matters', () => {
  const ask = (names: readonly string[], references: readonly string[] = [], who = 'maud') =>
    services.as(who).then((scope) =>
      findElsewhere(scope, matterId, {
        references: new Map(references.map((one) => [one, one])),
        names: new Map(names.map((name) => [foldName(name), name])),
        addresses: [],
      }),
    );

  it('are told where they are another’s alone', async () => {
    expect(await ask(['Gilded Tern'], ['SV-2044', 'SV-2041', 'XX-1'])).toEqual([
      { words: 'SV-2044', kind: 'reference', matterReference: 'SV-2044' },
      { words: 'Gilded Tern', kind: 'name', matterReference: 'SV-2044', isSubject: true },
    ]);
  });

  it('are not told of this matter’s own, nor of those on many matters', async () => {
    expect(
      await ask(['Saltmarsh Wren', 'Ines Okafor', 'Verity Sands', 'Rafe Bligh', 'Nobody Known']),
    ).toEqual([]);
  });

  it('are not told of a restricted matter to those who may not see it', async () => {
    const restricted = await services.db('matters').where({ restricted: 1 }).first();
    const outsider = ['petra', 'jonas'].find((name) => `person-${name}` !== restricted.responsible_id) ?? '';
    expect(await isVisible(await services.as(outsider), restricted.id)).toBe(false);
    expect(await findMatter(await services.as(outsider), restricted.id)).toBeUndefined();
    expect(await ask(['Candlewick'], [restricted.reference], outsider)).toEqual([]);
    expect(await ask(['Candlewick'], [restricted.reference])).toHaveLength(2);
  });
});

describe('use of templates', () => {
  it('is counted by what went before, by person and by day', async () => {
    const use = { typeId: 't', stage: 's', after: 'a', templateId: 'b', personId: 'person-maud' };
    for (const days of [9, 3, 5])
      await services.write((tx) => countUse(tx, { ...use, atUtc: NOW - days * 86_400_000 }));
    await services.write((tx) =>
      countUse(tx, { ...use, templateId: 'c', personId: 'person-jonas', atUtc: NOW }),
    );
    const useOf = await templateUses(services.everything, {
      personId: 'person-maud',
      matterId,
      typeId: 't',
      stage: 's',
      after: 'a',
      nowUtc: NOW,
    });
    expect(useOf(asId('b'))).toEqual({
      followed: 3,
      followedOf: 4,
      atStage: 3,
      atStageOf: 4,
      usedByPerson: 3,
      daysSinceUse: 3,
      sentHere: false,
    });
    expect(useOf(asId('c'))).toMatchObject({ followed: 1, usedByPerson: 0, daysSinceUse: undefined });
    expect(useOf(asId('template-terms'))).toMatchObject({ followed: 0, sentHere: true });
  });
});

describe('settings', () => {
  it('have defaults for what a practice has not decided', async () => {
    await services
      .write(async (tx) => {
        const inside = unscoped(tx, 'seeding');
        await writeSettings(tx, { ...DEFAULT_SETTINGS, holdSeconds: 42 });
        expect(await readSettings(inside)).toMatchObject({ holdSeconds: 42, timeZone: 'Europe/London' });
        await tx('settings').delete();
        await stampAnew(tx, 'settings');
        expect(await readSettings(inside)).toEqual(DEFAULT_SETTINGS);
        expect(calendarOf(DEFAULT_SETTINGS).weekdays).toEqual(new Set([1, 2, 3, 4, 5]));
        throw new Error('undone');
      })
      .catch(() => undefined);
    expect((await readSettings(services.everything)).holdSeconds).toBe(10);
  });

  it('sign sessions with one secret for good', async () => {
    const secret = await services.write(sessionSecret);
    expect([secret.length, await services.write(sessionSecret)]).toEqual([64, secret]);
  });
});

describe('sessions', () => {
  it('are kept without their ids, and end when their time is over', async () => {
    let now = NOW;
    const store = new SessionStore(services.db, () => now);
    const call = <T>(work: (done: (error: unknown, value?: T) => void) => void): Promise<T | undefined> =>
      new Promise((resolve, reject) => {
        work((error, value) => {
          if (error) reject(error instanceof Error ? error : new Error(String(error)));
          else resolve(value);
        });
      });
    const data = { cookie: { originalMaxAge: null }, personId: 'person-maud' } as never;
    await call((done) => {
      store.set('secret-id', data, done);
    });
    expect(JSON.stringify(await services.db('sessions'))).not.toContain('secret-id');
    expect(
      await call((done) => {
        store.get('secret-id', done);
      }),
    ).toMatchObject({ personId: 'person-maud' });
    now += 4 * 3_600_000;
    expect(
      await call((done) => {
        store.get('secret-id', done);
      }),
    ).toBeNull();
    now = NOW;
    await call((done) => {
      store.destroy('secret-id', done);
    });
    expect(
      await call((done) => {
        store.get('secret-id', done);
      }),
    ).toBeNull();
  });
});
