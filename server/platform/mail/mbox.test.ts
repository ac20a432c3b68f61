import { describe, expect, it } from 'vitest';
import { isMbox, mboxMessage, readMbox } from './mbox.ts';

const message = (...lines: readonly string[]): Buffer => Buffer.from(`${lines.join('\r\n')}\r\n`, 'latin1');
const read = (text: string | Buffer): string[] =>
  [...readMbox(Buffer.from(text as string, 'latin1'))].map((one) => one.toString('latin1'));

const AT = Date.UTC(2026, 10, 24, 9);

describe('an mbox', () => {
  it('reads back byte for byte what was written into it', () => {
    const letters = [
      message(
        'Subject: one',
        '',
        'Dear Ms Okafor,',
        '',
        'From here on it is dry.',
        '>From there too.',
        '>>From',
      ),
      message('Subject: two', '', 'Text', '', '', ''),
      message('Subject: three', '', ''),
      message(
        'Subject: four',
        '',
        '>',
        '> From',
        'From',
        'From a line of its own',
        '',
        'From one after a blank',
      ),
    ];
    const box = Buffer.concat(letters.map((one) => mboxMessage(one, 'a@b.example', AT)));
    expect([...readMbox(box)].map(String)).toEqual(letters.map(String));
  });

  it('may begin with a byte order mark', () => {
    const box = Buffer.concat([
      Buffer.from([0xef, 0xbb, 0xbf]),
      mboxMessage(message('Subject: x', '', 'y'), '', AT),
    ]);
    expect(isMbox(box)).toBe(true);
    expect([...readMbox(box)].map(String)).toEqual(['Subject: x\r\n\r\ny\r\n']);
  });

  it('is not cut where a letter’s paragraph begins with “From”, though nobody marked it', () => {
    const head = 'From ines@harbour.example Tue Nov 24 09:00:00 2026';
    const letter =
      'Subject: a\n\nDear all,\n\nFrom Tuesday on the yard is closed.\n\nFrom 2026: a new berth.\n';
    expect(read(`${head}\n${letter}\n${head}\nSubject: b\n\nText\n`)).toEqual([
      letter.replace(/\n/g, '\r\n'),
      'Subject: b\r\n\r\nText\r\n',
    ]);
  });

  it.each([
    ['From - Tue Nov 24 09:00:00 2026', true],
    ['From MAILER-DAEMON Fri Jul  8 12:08:34 2011', true],
    ['From a@b.example Tue, 24 Nov 2026 09:00:00 +0000', true],
    ['From a@b.example', true],
  ])('begins with “%s” in some programs', (head) => {
    expect(read(`${head}\nSubject: a\n\nx\n\n${head}\nSubject: b\n\ny\n`)).toHaveLength(2);
  });

  it('of millions of lines is split by its separators, and what is none gives nothing', () => {
    const dots = Buffer.concat([Buffer.from('From a\nSubject: x\n\n'), Buffer.alloc(8_000_000, '.\n')]);
    const [first] = [...readMbox(dots)];
    expect(first?.length).toBe(8_000_000 / 2 + 8_000_000 + 'Subject: x\r\n\r\n'.length);
    for (const odd of ['', 'From', 'From ', 'From \n', '\nFrom x', 'x\nFrom y\n'])
      expect(read(odd)).toEqual([]);
  });
});
