import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { chance } from '../../core/tests/chance.ts';
import { person } from '../../core/tests/fixtures.ts';
import { asId } from '../../core/model/ids.ts';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { findAddresses, findElsewhere } from './checkQueries.ts';
import { insertContact } from '../directory/contactQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { insertMatter } from '../matters/changeQueries.ts';
import type { StoredMatter } from '../matters/matter.ts';

let services: TestPractice;
let matter: StoredMatter;

beforeAll(async () => {
  services = await openPractice();
  const { id } = await services.db('matters').where({ reference: 'SV-2041' }).first<{ id: string }>('id');
  const found = await findMatter(services.everything, id);
  if (!found) throw new Error('the demo lacks its first matter');
  matter = found;
}, 60_000);
afterAll(() => services.close());

let made = 0;

const nearTo = async (addresses: readonly string[]) =>
  (await findAddresses(services.everything, matter.id, addresses)).near;

const known = async (address: string): Promise<void> => {
  made += 1;
  const contact = person('Tilda Wragg');
  const [first] = contact.addresses;
  if (!first) throw new Error('a person has an address');
  await services.write((tx) =>
    insertContact(tx, { ...contact, id: asId(`near-${made}`), addresses: [{ ...first, value: address }] }),
  );
};

/** Every single slip in an address but for its sign: a letter left out, put in, changed, or exchanged with its neighbour. */
function slipsOf(address: string): readonly string[] {
  const sign = address.indexOf('@');
  return Array.from(address).flatMap((letter, at) => {
    const [before, after] = [address.slice(0, at), address.slice(at + 1)];
    if (letter === '@') return [];
    const next = address[at + 1];
    const exchanged =
      next && next !== letter && at + 1 !== sign ? [`${before}${next}${letter}${address.slice(at + 2)}`] : [];
    return [`${before}${after}`, `${before}q${letter}${after}`, `${before}q${after}`, ...exchanged];
  });
}

describe('an address that nobody is known by', () => {
  it('finds the known one behind every slip of a hand, wherever it was made', async () => {
    const address = 'wilhelmina.thaw@harbour-post.example';
    await known(address);
    for (const slip of slipsOf(address)) {
      const near = await nearTo([slip]);
      expect(near.get(slip)?.address, slip).toBe(address);
    }
  });

  it('is not taken for one two slips away', async () => {
    await known('gudrun.vale@elsewhere.example');
    const near = await nearTo(['gudrum.bale@elsewhere.example', 'vale@elsewhere.example']);
    expect(near.size).toBe(0);
  });

  it('is found where thousands share what follows the sign', async () => {
    const { pick } = chance(7);
    const word = (): string =>
      Array.from({ length: 7 }, () => pick([...'abcdefghijklmnopqrstuvwxyz'])).join('');
    for (let n = 0; n < 200; n += 1) await known(`${word()}@one-house.example`);
    await known('ottoline@one-house.example');
    expect((await nearTo(['otoline@one-house.example'])).get('otoline@one-house.example')).toEqual({
      address: 'ottoline@one-house.example',
      name: 'Tilda Wragg',
    });
  });
});

describe('words that belong elsewhere', () => {
  const other = async (reference: string, vessel: string): Promise<void> => {
    await services.write((tx) =>
      insertMatter(tx, {
        ...matter,
        id: asId(`other-${reference}`),
        reference,
        parties: [],
        documents: [],
        facts: { ...matter.facts, vessel: { kind: 'text', text: vessel } },
        accessFor: [],
        openedAtUtc: 0,
      }),
    );
  };
  const ask = (names: readonly string[], references: readonly string[] = []) =>
    findElsewhere(services.everything, matter.id, {
      references: new Map(references.map((one) => [one, one])),
      names: new Map(names.map((name) => [name.toLowerCase(), name])),
      addresses: [],
    });

  it.each([0, 1, 2, 3, 4, 5, 6, 7])(
    'is looked up for any of a text’s words, and none (%i)',
    async (which) => {
      const reference = `ZZ-300${which}`;
      await other(reference, `Wader ${which}`);
      const only = <T>(bit: number, some: T, none: T): T => ((which & bit) === 0 ? none : some);
      const found = await findElsewhere(services.everything, matter.id, {
        references: only(1, new Map([[reference, reference]]), new Map<string, string>()),
        names: only(2, new Map([['nobody of this name', 'Nobody']]), new Map<string, string>()),
        addresses: only(4, ['nobody@elsewhere.example'], []),
      });
      expect(found.map(({ kind }) => kind)).toEqual(only(1, ['reference'], []));
    },
  );

  it('names the matter that a name and a reference belong to', async () => {
    await other('ZZ-1001', 'Bramble Finch');
    expect(await ask(['Bramble Finch'], ['ZZ-1001', 'ZZ-9999'])).toEqual([
      { words: 'ZZ-1001', kind: 'reference', matterReference: 'ZZ-1001' },
      { words: 'Bramble Finch', kind: 'name', matterReference: 'ZZ-1001', isSubject: true },
    ]);
  });

  it('says nothing of a name that this matter has as well', async () => {
    const own = matter.facts.vessel;
    if (own?.kind !== 'text') throw new Error('the first matter is about a vessel');
    await other('ZZ-1002', own.text);
    expect(await ask([own.text])).toEqual([]);
  });

  it('says nothing of a name that many matters share', async () => {
    for (const reference of ['ZZ-2001', 'ZZ-2002', 'ZZ-2003']) await other(reference, 'Common Tern');
    expect(await ask(['Common Tern'])).toHaveLength(1);
    await other('ZZ-2004', 'Common Tern');
    expect(await ask(['Common Tern'])).toEqual([]);
  });
});
