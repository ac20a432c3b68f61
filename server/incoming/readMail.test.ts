import { describe, expect, it } from 'vitest';
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

describe('the day a message was sent', () => {
  const sentAt = async (date: string) => (await read([...HEAD, `Date: ${date}`, '', 'Hello'])).sentAtUtc;

  it.each([
    ['Tue, 24 Nov 2026 08:00:00 +0000', Date.parse('2026-11-24T08:00:00Z')],
    ['Fri, 24 Nov 2028 08:00:00 +0000', NOW],
    ['-100000-01-01T00:00:00Z', NOW],
    ['Thu, 01 Jan 1970 00:00:00 +0000', NOW],
    ['Mon, 31 Dec 9999 23:59:59 +0000', NOW],
    ['not a day', NOW],
  ])('is %s, or the day it came where it can’t have been', async (date, expected) => {
    expect(await sentAt(date)).toBe(expected);
  });
});
