import { describe, expect, it } from 'vitest';
import type { Contact } from '../../core/model/contact.ts';
import { readVcards, writeVcards } from './vcards.ts';

const card = (...lines: readonly string[]): string => `BEGIN:VCARD\r\n${lines.join('\r\n')}\r\nEND:VCARD\r\n`;
const one = (...lines: readonly string[]) => {
  const [read] = readVcards(card(...lines));
  if (!read?.ok) throw new Error('not read');
  return read.contact;
};
const mails = (contact: {
  readonly addresses: readonly { kind: string; value: string; preferred: boolean }[];
}) =>
  contact.addresses.filter(({ kind }) => kind === 'email').map(({ value, preferred }) => [value, preferred]);

describe('a vCard', () => {
  it('names the address that is preferred, however its version says so (RFC 6350 §5.3)', () => {
    const v4 = one(
      'VERSION:4.0',
      'FN:I',
      'EMAIL;PREF=50:old@x.example',
      'EMAIL;PREF=1:new@x.example',
      'EMAIL:z@x.example',
    );
    expect(mails(v4)).toEqual([
      ['new@x.example', true],
      ['old@x.example', false],
      ['z@x.example', false],
    ]);
    const v3 = one(
      'VERSION:3.0',
      'FN:I',
      'EMAIL;TYPE=INTERNET:old@x.example',
      'EMAIL;TYPE=INTERNET,PREF:new@x.example',
    );
    expect(mails(v3)[0]).toEqual(['new@x.example', true]);
    const v2 = one(
      'VERSION:2.1',
      'FN:I',
      'EMAIL;INTERNET:old@x.example',
      'EMAIL;INTERNET;PREF:new@x.example',
    );
    expect(mails(v2)[0]).toEqual(['new@x.example', true]);
  });

  it('without a name in parts is read by its whole name', () => {
    expect(one('VERSION:4.0', 'FN:Ines Okafor')).toMatchObject({ givenName: 'Ines', familyName: 'Okafor' });
    expect(one('VERSION:4.0', 'FN:Okafor', 'N:Okafor;;;;')).toMatchObject({
      givenName: '',
      familyName: 'Okafor',
    });
  });

  it('of version 2.1 is read, quoted-printable and by its character set', () => {
    const read = one(
      'VERSION:2.1',
      'N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:=C3=85s;Bj=C3=B8rn',
      'FN;CHARSET=UTF-8;QUOTED-PRINTABLE:Bj=C3=B8rn =\r\n=C3=85s',
      'TEL;WORK;VOICE:+47 55 00 11 22',
      'NOTE;ENCODING=QUOTED-PRINTABLE:One=0D=0ATwo',
    );
    expect(read).toMatchObject({ name: 'Bjørn Ås', givenName: 'Bjørn', familyName: 'Ås', note: 'One\nTwo' });
    expect(read.addresses).toMatchObject([{ kind: 'phone', value: '+47 55 00 11 22' }]);
  });

  it('keeps semicolons, commas and line breaks of its values, and who is not to be written to', () => {
    const contact = {
      kind: 'person',
      id: 'a1',
      name: 'Ines; Okafor, Jr',
      givenName: 'Ines; M',
      familyName: 'Okafor, Jr',
      note: 'One; two, three\nfour \\ five',
      addresses: [],
      doNotWriteTo: true,
    } as unknown as Contact;
    const [read] = readVcards(writeVcards([contact]));
    expect(read).toMatchObject({
      ok: true,
      contact: {
        name: 'Ines; Okafor, Jr',
        givenName: 'Ines; M',
        familyName: 'Okafor, Jr',
        note: 'One; two, three\nfour \\ five',
        doNotWriteTo: true,
      },
    });
  });

  it('is folded at 75 octets, never within a character', () => {
    const name = '報告書'.repeat(60) + '😀'.repeat(30);
    const written = writeVcards([
      { kind: 'organisation', id: 'o', name, addresses: [], doNotWriteTo: false } as unknown as Contact,
    ]);
    for (const line of written.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(written).not.toContain('\uFFFD');
    expect(readVcards(written)).toMatchObject([{ ok: true, contact: { name } }]);
  });

  it('that is longer than any is refused, and those beside it are read', () => {
    const long = card('VERSION:3.0', 'FN:x', `NOTE:${'a'.repeat(1_100_000)}`);
    const read = readVcards(
      card('VERSION:3.0', 'FN:A') + long + card('VERSION:3.0', 'FN:B', `PHOTO:${'x'.repeat(500_000)}`),
    );
    expect(read.map(({ ok }) => ok)).toEqual([true, false, true]);
  });
});
