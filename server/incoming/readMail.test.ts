import { describe, expect, it } from 'vitest';
import { parseMail } from '../platform/mail/parseMail.ts';
import { readMail } from './readMail.ts';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const read = (lines: readonly string[]) => readMail(Buffer.from(lines.join('\r\n'), 'latin1'), NOW);
const HEAD = ['From: Ines <ines@x.example>', 'To: us@practice.example', 'Subject: x', 'MIME-Version: 1.0'];

describe('mail that is HTML alone', () => {
  const html =
    '<p>Dear all,</p><ul><li>one</li><li>two</li></ul><p>See <a href="https://x.example">this</a>.</p>';

  it.each(['related', 'mixed', 'alternative'])('has its words within multipart/%s', async (kind) => {
    const { text } = await read([
      ...HEAD,
      `Content-Type: multipart/${kind}; boundary="B"`,
      '',
      '--B',
      'Content-Type: text/html; charset=utf-8',
      '',
      html,
      '--B--',
      '',
    ]);
    expect(text).toMatch(/Dear all,[\s\S]*one[\s\S]*two[\s\S]*See this\./);
    expect(text).not.toContain('<');
  });

  it('has its words as one part', async () => {
    const { text } = await read([...HEAD, 'Content-Type: text/html', '', html]);
    expect(text).toContain('Dear all,');
  });

  it('without end is read by its beginning, says so, and is kept whole elsewhere', async () => {
    const { text } = await read([...HEAD, 'Content-Type: text/plain', '', 'word '.repeat(600_000)]);
    expect(text.length).toBeLessThan(1_001_000);
    expect(text).toMatch(/^word word/);
    expect(text).toMatch(/The message goes on\. All of it is in its exact bytes/);
  });

  it('of millions of lines is known by its head, and says so', async () => {
    const lines = Buffer.concat([
      Buffer.from([...HEAD, 'Content-Type: text/plain', '', ''].join('\r\n')),
      Buffer.alloc(4_000_000, '.\n'),
    ]);
    const { text, subject, from } = await readMail(lines, NOW);
    expect([subject, from.address]).toEqual(['x', 'ines@x.example']);
    expect(text).toMatch(/cannot be read safely\. Its exact bytes are kept/);
  });

  it('that is nested or filled to tire its reader is read as far as a letter goes, at once', async () => {
    for (const body of [
      '<div>'.repeat(100_000),
      '<img src="a">'.repeat(100_000),
      '<b>'.repeat(50_000) + 'x',
    ]) {
      const { subject } = await read([...HEAD, 'Content-Type: text/html', '', body]);
      expect(subject).toBe('x');
    }
  }, 20_000);
});

/** After the examples of RFC 3464, appendix E, whose parts are not marked as attachments. */
const report = (action: string, more: readonly string[] = []) => [
  'From: Mail Delivery Subsystem <MAILER-DAEMON@cs.utk.example>',
  'To: owner@practice.example',
  'Subject: Warning: message still undelivered after 4 hours',
  'MIME-Version: 1.0',
  'Content-Type: multipart/report; report-type=delivery-status; boundary="B"',
  '',
  '--B',
  '',
  'The original message was received at Sat, 2 Jul 1994 17:10:28 -0400.',
  '',
  '--B',
  'Content-Type: message/delivery-status',
  '',
  'Reporting-MTA: dns; cs.utk.example',
  '',
  'Original-Recipient: rfc822;louisl@larry.example',
  'Final-Recipient: rfc822;louisl@larry.example',
  `Action: ${action}`,
  'Status: 4.0.0',
  'Diagnostic-Code: smtp; 426 connection timed out',
  '',
  '--B',
  ...more,
  '--B--',
  '',
];

describe('a delivery report', () => {
  it.each([
    ['failed', 'failed'],
    ['delayed', 'delayed'],
    ['delivered', 'delivered'],
    ['relayed', 'delivered'],
    ['expanded', 'delivered'],
  ])('that says %s is told as %s, though its part is not marked as an attachment', async (action, told) => {
    const mail = await read(
      report(action, [
        'Content-Type: message/rfc822',
        '',
        'Message-ID: <ours@practice.example>',
        '',
        'Hello',
      ]),
    );
    expect(mail.report?.about).toContain('<ours@practice.example>');
    expect(mail.report?.deliveries).toEqual([
      { address: 'louisl@larry.example', action: told, status: '4.0.0', words: '426 connection timed out' },
    ]);
    expect(mail.text).not.toContain('Reporting-MTA');
  });

  it('that brings back the head alone speaks of that message', async () => {
    const mail = await read(
      report('failed', ['Content-Type: text/rfc822-headers', '', 'Message-ID: <head@practice.example>', '']),
    );
    expect(mail.report?.about).toContain('<head@practice.example>');
    expect(mail.files).toEqual([]);
  });
});

describe('mail written otherwise than the standards ask', () => {
  it.each([
    [
      'Windows-1252',
      'From: J\xfcrgen <i@x.example>',
      'Subject: Gr\xfc\xdfe \x96 \x80 5',
      'Jürgen',
      'Grüße – € 5',
    ],
    ['UTF-8', 'From: J\xc3\xbcrgen <i@x.example>', 'Subject: \xe5\xa0\xb1', 'Jürgen', '報'],
    ['UTF-7 words', 'From: I <i@x.example>', 'Subject: =?UTF-7?Q?Gr+APwA3w-e?= x', 'I', 'Grüße x'],
  ])('has a head in 8-bit %s', async (_set, from, subject, name, expected) => {
    const mail = await read([from, 'To: us@practice.example', subject, '', 'Hello']);
    expect(mail.from.name).toBe(name);
    expect(mail.subject).toBe(expected);
  });

  it.each([
    // RFC 2152, its own examples.
    ['Content-Type: text/plain; charset=UTF-7', 'Hi Mom -+Jjo--!', 'Hi Mom -☺-!'],
    ['Content-Type: text/plain; charset="unicode-1-1-utf-7"', 'A+ImIDkQ.', 'A≢Α.'],
    ['Content-Type: text/plain; charset=utf-7', 'Item 3 is +AKM-1.', 'Item 3 is £1.'],
    ['Content-Type: text/plain', 'It is \xa35 \x96 no more', 'It is £5 – no more'],
    ['Content-Type: text/plain; charset=us-ascii', 'It is \xa35', 'It is £5'],
    ['Content-Type: text/plain; charset=utf-8', 'It is \xc2\xa35', 'It is £5'],
    ['Content-Type: text/plain; charset=iso-8859-2', '\xb3\xf3d\xbc', 'łódź'],
    ['X-Nothing: at all', 'It is \xa35', 'It is £5'],
  ])('has its words under %s', async (type, body, expected) => {
    expect((await read([...HEAD, type, '', body])).text.trim()).toBe(expected);
    const within = [
      ...HEAD,
      'Content-Type: multipart/mixed; boundary="B"',
      '',
      '--B',
      type,
      '',
      body,
      '--B--',
    ];
    expect((await read([...within, ''])).text.trim()).toBe(expected);
  });

  it('has markup that is hidden in UTF-7 cleaned like any other', async () => {
    const bytes = Buffer.from(
      [...HEAD, 'Content-Type: text/html; charset=utf-7', '', '+ADw-script+AD4-x+ADw-/script+AD4-Hello'].join(
        '\r\n',
      ),
    );
    expect(String((await parseMail(bytes, { withPictures: true })).html)).not.toContain('script');
  });

  it.each(['Content-Disposition: inline; filename="log.txt"', 'X-Nothing: at all'])(
    'has a file of a named text that follows another (%s)',
    async (disposition) => {
      const part = ['Content-Type: text/plain; name="log.txt"', disposition, '', 'a line of it'];
      const lines = [
        ...HEAD,
        'Content-Type: multipart/mixed; boundary="B"',
        '',
        '--B',
        'Content-Type: text/plain',
        '',
        'Hello',
        '--B',
      ];
      const mail = await read([...lines, ...part, '--B--', '']);
      expect(mail.text.trim()).toBe('Hello');
      expect(mail.files.map(({ name, bytes }) => [name, bytes.toString().trim()])).toEqual([
        ['log.txt', 'a line of it'],
      ]);
      const alone = await read([...HEAD, ...part, '']);
      expect(alone.text.trim()).toBe('a line of it');
    },
  );
});

describe('the day a message was sent', () => {
  const sentAt = async (date: string) => (await read([...HEAD, `Date: ${date}`, '', 'Hello'])).sentAtUtc;

  it.each([
    ['Tue, 24 Nov 2026 08:00:00 +0000', Date.parse('2026-11-24T08:00:00Z')],
    ['Fri, 24 Nov 2028 08:00:00 +0000', NOW],
    ['-100000-01-01T00:00:00Z', NOW],
    ['Thu, 01 Jan 1970 00:00:00 +0000', NOW],
    ['Mon, 31 Dec 9999 23:59:59 +0000', NOW],
    ['not a day', NOW],
    ['05/11/2026 10:00', Date.parse('2026-11-05T10:00:00Z')],
  ])('is %s, or the day it came where it can’t have been', async (date, expected) => {
    expect(await sentAt(date)).toBe(expected);
  });
});
