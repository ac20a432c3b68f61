import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import { onceEach } from './onceEach.ts';
import type { Recipient } from './recipients.ts';

const at = (address: string, contactId?: string): Recipient => ({
  name: '',
  address,
  roles: [],
  ...(contactId === undefined ? {} : { contactId: asId(contactId) }),
});
const addresses = (line: readonly Recipient[]) => line.map(({ address }) => address);

describe('recipients, each once', () => {
  it('get it where they stand first, whatever the case of their address', () => {
    const { to, cc, bcc } = onceEach(
      {
        to: [at('a@x.example'), at('A@X.example')],
        cc: [at('b@x.example'), at('a@x.example')],
        bcc: [at('B@x.example'), at('c@x.example')],
      },
      'email',
    );
    expect([addresses(to), addresses(cc), addresses(bcc)]).toEqual([
      ['a@x.example'],
      ['b@x.example'],
      ['c@x.example'],
    ]);
  });

  it('who are people stand once, though they have two addresses; an office may be written to at two', () => {
    const lines = {
      to: [at('ines@work.example', 'ines'), at('office@y.example', 'yard')],
      cc: [at('ines@home.example', 'ines'), at('accounts@y.example', 'yard')],
      bcc: [],
    };
    const once = onceEach(lines, 'email', ({ contactId }) => contactId === 'ines');
    expect(addresses(once.cc)).toEqual(['accounts@y.example']);
    expect(addresses(onceEach(lines, 'email').cc)).toEqual(['ines@home.example', 'accounts@y.example']);
  });

  it('of letters may live in one house', () => {
    const house = '4 Quay Row\nPort Sennet';
    const { to } = onceEach(
      { to: [at(house, 'ines'), at(house, 'aksel'), at(house, 'ines')], cc: [], bcc: [] },
      'letter',
    );
    expect(to.map(({ contactId }) => contactId)).toEqual(['ines', 'aksel']);
  });
});
