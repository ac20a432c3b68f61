import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { matter, person } from '../tests/fixtures.ts';
import { isMailAddress } from './address.ts';
import { chooseAddress, resolveRecipients } from './recipients.ts';

const rules = { to: [], cc: [], bcc: [] };

describe('recipients by role', () => {
  it('name somebody once, with all their roles, in the first line that has them', () => {
    const { recipients } = resolveRecipients(
      { ...rules, to: [{ role: 'owner' }], cc: [{ role: 'client' }] },
      matter,
    );
    expect(recipients.to.map(({ name, roles }) => [name, roles])).toEqual([
      ['Ines Okafor', ['client', 'owner']],
      ['Aksel Lund', ['owner']],
    ]);
    expect(recipients.cc).toEqual([]);
  });

  it('say which role is empty, unknown, or has nobody with an address', () => {
    const mute = {
      ...matter,
      parties: [{ role: 'owner', contact: person('Per Silent', { addresses: [] }) }],
    };
    const codes = resolveRecipients(
      { ...rules, to: [{ role: 'yard' }, { role: 'underwriter' }, { role: 'owner' }] },
      mute,
    ).problems.map(({ code, params }) => [code, params['role'] ?? params['name']]);
    expect(codes).toEqual([
      ['roleEmpty', 'yard'],
      ['roleUnknown', 'underwriter'],
      ['noAddress', 'Per Silent'],
    ]);
  });

  it('copy the matter’s own filing address, where it has one, and by mail alone', () => {
    const filed = { ...rules, cc: [{ filing: true as const }] };
    const record = { ...matter, filingAddress: 'sv-2041+1@file.practice.example' };
    expect(resolveRecipients(filed, record).recipients.cc).toEqual([
      { name: 'SV-2041', address: 'sv-2041+1@file.practice.example', roles: [] },
    ]);
    expect(resolveRecipients(filed, record, 'text').recipients.cc).toEqual([]);
    expect(resolveRecipients(filed, matter)).toEqual({ recipients: rules, problems: [] });
  });

  it('choose the labelled address, else the preferred, and a bounced one only for want of another', () => {
    const address = { kind: 'email', preferred: false, bounced: false } as const;
    const home = { ...address, label: 'home', value: 'home@x.example' };
    const work = { ...address, label: 'work', value: 'work@x.example', preferred: true };
    const contact = person('A B', { addresses: [home, work] });
    expect(chooseAddress(contact, 'home')).toBe(home);
    expect(chooseAddress(contact)).toBe(work);
    expect(chooseAddress({ ...contact, addresses: [home, { ...work, bounced: true }] })).toBe(home);
    expect(chooseAddress({ ...contact, addresses: [{ ...work, bounced: true }] })?.label).toBe('work');
  });
});

describe('mail addresses', () => {
  it.each([
    'a@b.example',
    'o’brien@x.example'.replace('’', "'"),
    'søren.b+ref@post.example',
    'x@a.b.c.example',
  ])('takes %s', (text) => expect(isMailAddress(text)).toBe(true));

  it.each([
    'a',
    'a@b',
    '@b.example',
    'a@b..example',
    'a b@c.example',
    'a@b.example\r\nBcc: x@y.example',
    '.a@b.example',
    'a@-b.example',
    'a,b@c.example',
    '<a@b.example>',
    `${'a'.repeat(65)}@b.example`,
    'a@b.example,c@d.example',
  ])('refuses %j', (text) => expect(isMailAddress(text)).toBe(false));

  it('answers at once on hostile text', () => {
    fc.assert(
      fc.property(fc.constantFrom('a.', '@', 'a@b.', '-', 'a-'), (part) => {
        expect(isMailAddress(part.repeat(20_000))).toBe(false);
      }),
      { seed: 5, numRuns: 20 },
    );
  });
});
