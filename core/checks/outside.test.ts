import { describe, expect, it } from 'vitest';
import { recipientOf } from '../recipients/recipients.ts';
import type { Recipient } from '../recipients/recipients.ts';
import { checkInputOf, ines, matter, maud } from '../tests/fixtures.ts';
import type { CheckInput } from './checkInput.ts';
import { checkOutside } from './outside.ts';

const to = [recipientOf(ines, matter)].flat() as Recipient[];
const codes = (change: Partial<CheckInput>) =>
  checkOutside(checkInputOf({ recipients: { to, cc: [], bcc: [] }, ...change })).map(({ code }) => code);
const copied = (address: string): Partial<CheckInput> => ({
  recipients: { to, cc: [], bcc: [{ name: '', address, roles: [] }] },
  fixed: new Set([address]),
});

describe('what a template brings along', () => {
  it('is pointed out where it goes outside the practice, and not where it stays or is a party', () => {
    expect(codes(copied('x@elsewhere.example'))).toEqual(['fixedOutside']);
    expect(codes(copied('reports@tidewell-roe.example'))).toEqual([]);
    expect(codes({ ...copied('x@elsewhere.example'), fixed: new Set() })).toEqual([]);
    expect(codes({ replyTo: 'x@elsewhere.example' })).toEqual(['replyToOutside']);
    expect(codes({ replyTo: maud.email })).toEqual([]);
    expect(codes({ replyTo: to[0]?.address })).toEqual([]);
  });

  it.each(['maud', 'a@b.example, c@d.example', 'Maud <maud@tidewell-roe.example>', 'a b@c.example'])(
    'is stopped where “%s” is to be replied to',
    (replyTo) => {
      expect(codes({ replyTo })).toEqual(['badReplyTo']);
    },
  );
});
