import { describe, expect, it } from 'vitest';
import type { Channel } from '../model/channel.ts';
import type { Contact, ContactAddress } from '../model/contact.ts';
import { asId } from '../model/ids.ts';
import type { ContactId } from '../model/ids.ts';
import { channelTo } from './channels.ts';

const address = (kind: ContactAddress['kind'], value: string, bounced = false): ContactAddress => ({
  ...{ kind, value, bounced, label: '', preferred: true },
});
const EMAIL = address('email', 'ines@okafor.example');
const PHONE = address('phone', '+447700900123');
const POST = address('post', '1 Quay Row\nPort Sennet');

const somebody = (addresses: readonly ContactAddress[], preferredChannel?: Channel): Contact => ({
  ...{ kind: 'organisation', id: asId<ContactId>('c'), name: 'Okafor', addresses, doNotWriteTo: false },
  ...(preferredChannel ? { preferredChannel } : {}),
});

describe('the channel of a round to somebody', () => {
  it.each<[string, readonly Contact[], readonly Channel[], Channel | undefined]>([
    ['is the first that reaches them', [somebody([EMAIL, POST])], ['email', 'letter'], 'email'],
    ['is another where they lack its address', [somebody([POST])], ['email', 'letter'], 'letter'],
    ['is the one they would rather have', [somebody([EMAIL, POST], 'letter')], ['email', 'letter'], 'letter'],
    [
      'is not one that the round may not use',
      [somebody([EMAIL, PHONE], 'text')],
      ['email', 'letter'],
      'email',
    ],
    ['is not a wish that does not reach them', [somebody([EMAIL], 'letter')], ['email', 'letter'], 'email'],
    [
      'is nobody’s wish where they are written to together and differ',
      [somebody([EMAIL, POST], 'letter'), somebody([EMAIL, POST])],
      ['email', 'letter'],
      'email',
    ],
    [
      'is another way before an address whose mail came back',
      [somebody([address('email', 'x@y.example', true), POST])],
      ['email', 'letter'],
      'letter',
    ],
    ['is none where nothing reaches them', [somebody([])], ['email', 'letter'], undefined],
  ])('%s', (_what, contacts, channels, expected) => {
    expect(channelTo(contacts, channels)).toBe(expected);
  });
});
