import { describe, expect, it } from 'vitest';
import { matter, organisation, person } from '../tests/fixtures.ts';
import { isPhoneNumber } from './phoneNumber.ts';
import { canReach } from './reach.ts';
import { offerRecipients, offerRoles, unreachedParties } from './offers.ts';
import { chooseAddress, resolveRecipients } from './recipients.ts';

const phone = (label: string, value: string, preferred = false) =>
  ({ kind: 'phone', label, value, preferred, bounced: false }) as const;
const mail = (label: string, value: string, preferred: boolean, bounced = false) =>
  ({ kind: 'email', label, value, preferred, bounced }) as const;
const zoe = person('Zoë Ferrier', {
  organisation: 'Corrant Mutual',
  addresses: [
    mail('work', 'zoe@corrant.example', true, true),
    mail('home', 'zoe@home.example', false),
    phone('office', '01632 960200', true),
    phone('mobile', '07700 900200'),
    { kind: 'post', label: 'home', value: '1 Ropewalk\nNess Quay', preferred: true, bounced: false },
  ],
});

describe('a text message', () => {
  const vera = (...addresses: readonly ReturnType<typeof phone>[]) => person('Vera Quay', { addresses });
  const to = (...addresses: readonly ReturnType<typeof phone>[]) =>
    chooseAddress(vera(...addresses), undefined, 'phone')?.value;

  it('goes to no landline, by what it is called or by its number', () => {
    expect(to(phone('office', '01632 960200', true))).toBeUndefined();
    expect(to(phone('home', '+44 1632 960200', true))).toBeUndefined();
    expect(to(phone('office', '01632 960200', true), phone('home', '07700 900200'))).toBe('07700 900200');
    expect(to(phone('mobile', '+44 1632 960200'))).toBe('+44 1632 960200');
    expect(to(phone('private', '0171 1234567'))).toBe('0171 1234567');
  });

  it('says of whom it cannot reach that it cannot', () => {
    const record = {
      ...matter,
      parties: [{ role: 'owner', contact: vera(phone('office', '01632 960200')) }],
    };
    expect(unreachedParties('ver', record, 'text')).toEqual(['Vera Quay']);
    expect(unreachedParties('own', record, 'email')).toEqual(['Vera Quay']);
    expect(unreachedParties('aksel', record, 'text')).toEqual([]);
    expect(offerRecipients('ver', record, [], 'text')).toEqual([]);
  });
});

describe('a role that several hold', () => {
  const mute = person('Per Silent', { addresses: [] });
  const record = { ...matter, parties: [...matter.parties, { role: 'owner', contact: mute }] };

  it.each(['own', 'Owner', ''])('is offered whole for “%s”, with whom no address reaches', (typed) => {
    expect(offerRoles(typed, record, 'email')).toEqual([
      {
        role: 'owner',
        label: 'owner',
        members: [
          expect.objectContaining({ name: 'Ines Okafor' }),
          expect.objectContaining({ name: 'Aksel Lund' }),
        ],
        without: ['Per Silent'],
      },
    ]);
  });

  it('is not where one holds it, or its name is another', () => {
    expect(offerRoles('client', record, 'email')).toEqual([]);
    expect(offerRoles('ines', record, 'email')).toEqual([]);
  });
});

describe('whom to write to', () => {
  it('begins with this matter’s parties, and offers nobody twice', () => {
    const [first, ...rest] = offerRecipients(
      '',
      matter,
      [zoe, ...matter.parties.map(({ contact }) => contact)],
      'email',
    );
    expect(first).toMatchObject({ name: 'Ines Okafor', roles: ['client', 'owner'], why: 'only' });
    expect(rest.map(({ name }) => name)).toEqual(['Aksel Lund', 'Hallam Slip', 'Zoë Ferrier', 'Zoë Ferrier']);
  });

  it('says which address and why, one that came back last', () => {
    expect(offerRecipients('zoe', matter, [zoe], 'email').map(({ address, why }) => [address, why])).toEqual([
      ['zoe@home.example', 'other'],
      ['zoe@corrant.example', 'bounced'],
    ]);
    expect(offerRecipients('zoe', matter, [zoe], 'text').map(({ address, why }) => [address, why])).toEqual([
      ['07700 900200', 'only'],
    ]);
    expect(offerRecipients('ferrier corrant', matter, [zoe], 'letter')).toMatchObject([
      { address: '1 Ropewalk\nNess Quay' },
    ]);
    expect(offerRecipients('yard', matter, [zoe], 'email').map(({ name }) => name)).toEqual(['Hallam Slip']);
    expect(offerRecipients('nobody', matter, [zoe], 'email')).toEqual([]);
  });

  it('is bounded, however many fit', () => {
    const many = Array.from({ length: 400 }, (_, n) => organisation(`Yard ${n}`));
    expect(offerRecipients('yard', matter, many, 'email').length).toBeLessThanOrEqual(12);
  });
});

describe('addresses by channel', () => {
  it('are what the channel can reach', () => {
    expect(chooseAddress(zoe, undefined, 'phone')?.value).toBe('07700 900200');
    expect(chooseAddress(zoe, 'office', 'phone')?.value).toBe('07700 900200');
    for (const number of ['07700 900123', '+44 (0)7700-900123', '123.45'])
      expect(isPhoneNumber(number)).toBe(true);
    for (const number of ['1234', 'ring me', '+1234567890123456', ''])
      expect(isPhoneNumber(number)).toBe(false);
    expect([
      canReach('letter', '1 Ropewalk'),
      canReach('letter', ' \n'),
      canReach('letter', 'x'.repeat(501)),
    ]).toEqual([true, false, false]);
    expect([canReach('text', 'a@b.example'), canReach('email', '07700 900123')]).toEqual([false, false]);
  });

  it('leave a template’s fixed mailboxes out of what is no mail', () => {
    const rules = {
      to: [{ role: 'owner' }],
      cc: [{ address: 'archive@x.example', name: '' }],
      bcc: [],
    };
    const record = { ...matter, parties: [{ role: 'owner', contact: zoe }] };
    expect(resolveRecipients(rules, record).recipients.cc).toHaveLength(1);
    expect(resolveRecipients(rules, record, 'text').recipients).toMatchObject({
      to: [{ address: '07700 900200' }],
      cc: [],
    });
    expect(resolveRecipients(rules, matter, 'letter').problems.map(({ code }) => code)).toEqual([
      'noAddress',
    ]);
  });
});
