import { describe, expect, it } from 'vitest';
import { authenticatedBy, readAuthenticationResults } from './authentication.ts';

const TRUSTED = new Set(['example.com', 'mx.practice.example']);

describe('an Authentication-Results header', () => {
  // The examples of RFC 8601, appendix B.
  it.each([
    ['example.org 1; none', 'example.org', []],
    ['example.com;\r\n spf=pass smtp.mailfrom=example.net', 'example.com', ['spf=pass']],
    [
      'example.com;\r\n auth=pass (cram-md5) smtp.auth=sender@example.net;\r\n spf=pass smtp.mailfrom=example.net',
      'example.com',
      ['auth=pass', 'spf=pass'],
    ],
    ['example.com;\r\n dkim=pass (good signature) header.d=example.com', 'example.com', ['dkim=pass']],
    [
      "foo.example.net (foobar) 1 (baz);\r\n dkim (Because I like it) / 1 (One yay) = (wait for it) fail\r\n policy (A dot can go here) . (like that) expired\r\n (this surprised me) = (as I wasn't expecting it) 1362471462",
      'foo.example.net',
      [],
    ],
    ['"mx; odd".example', undefined, undefined],
    ['"mx; odd"; spf=fail reason="not; allowed"', 'mx; odd', ['spf=fail']],
    ['example.com 2; spf=pass', undefined, undefined],
    ['', undefined, undefined],
  ] as const)('%j is read', (header, host, results) => {
    const read = readAuthenticationResults(header);
    expect(read?.authservId).toBe(host);
    if (results?.length)
      expect(read?.results.map(({ method, result }) => `${method}=${result}`)).toEqual(results);
  });

  it('is read in a bounded time, however it is built', () => {
    for (const header of [
      '('.repeat(1e6),
      `a; ${'x=y;'.repeat(1e6)}`,
      `"${'\\'.repeat(1e6)}`,
      'a '.repeat(1e6),
    ])
      expect(() => readAuthenticationResults(header)).not.toThrow();
  });
});

describe('whom a message is from', () => {
  const verdict = (headers: readonly string[], from: readonly string[] = ['ines@harbour.example']) =>
    authenticatedBy(headers, from, TRUSTED);

  it.each([
    [['example.com; dmarc=pass header.from=harbour.example'], 'passed'],
    [['example.com; dkim=pass header.d=harbour.example'], 'passed'],
    [['example.com; dkim=pass header.d=mail.harbour.example'], 'passed'],
    [['example.com; spf=pass smtp.mailfrom=bounces@harbour.example'], 'passed'],
    [['example.com; auth=pass (plain) smtp.auth=ines@harbour.example'], 'passed'],
    // Vouched for, but for somebody else.
    [['example.com; dkim=pass header.d=forger.example; spf=pass smtp.mailfrom=forger.example'], 'failed'],
    [['example.com; dkim=pass header.d=arbour.example'], 'failed'],
    [['example.com; dkim=pass header.d=example'], 'failed'],
    [['example.com; spf=fail smtp.mailfrom=harbour.example'], 'failed'],
    [
      ['example.com; dmarc=fail header.from=harbour.example; spf=pass smtp.mailfrom=harbour.example'],
      'failed',
    ],
    [['example.com; spf=neutral smtp.mailfrom=harbour.example'], 'unknown'],
    [['example.com; none'], 'unknown'],
    [['example.com; dmarc=temperror header.from=harbour.example'], 'unknown'],
    // Nobody whom the practice trusts.
    [['forger.example; dmarc=pass header.from=harbour.example'], 'unknown'],
    [[], 'unknown'],
    // What was brought along stands below what the host wrote.
    [
      [
        'example.com; dmarc=fail header.from=harbour.example',
        'example.com; dmarc=pass header.from=harbour.example',
      ],
      'failed',
    ],
    [
      [
        'forger.example; dmarc=pass header.from=harbour.example',
        'EXAMPLE.com; dmarc=pass header.from=harbour.example',
      ],
      'passed',
    ],
    [['example.com (dmarc=pass header.from=harbour.example); none'], 'unknown'],
  ] as const)('by %j it has %s', (headers, expected) => {
    expect(verdict(headers)).toBe(expected);
  });

  it('has several, or none, and is vouched for by nobody', () => {
    const pass = ['example.com; dmarc=pass header.from=harbour.example'];
    expect(verdict(pass, [])).toBe('failed');
    expect(verdict(pass, ['ines@harbour.example', 'maud@practice.example'])).toBe('failed');
  });
});
