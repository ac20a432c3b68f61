import { describe, expect, it } from 'vitest';
import { readDeliveryStatus, readPlainBounce } from './deliveryReport.ts';

const REPORT = [
  'Reporting-MTA: dns; mail.example',
  '',
  'Original-Recipient: rfc822;Ines@x.example',
  'Final-Recipient: rfc822; ines@elsewhere.example',
  'Action: failed',
  'Status: 5.1.1',
  'Diagnostic-Code: smtp; 550 5.1.1 no such',
  '  mailbox here',
  '',
  'Final-Recipient: rfc822; aksel@x.example',
  'Action: Delayed',
  'Status: 4.4.1',
  '',
  'Final-Recipient: rfc822; third@x.example',
  'Action: pondered',
  '',
].join('\r\n');

describe('a delivery report', () => {
  it('is read recipient by recipient, under the address that was written to, with the host’s own words', () => {
    expect(readDeliveryStatus(REPORT)).toEqual([
      {
        address: 'Ines@x.example',
        action: 'failed',
        status: '5.1.1',
        words: '550 5.1.1 no such mailbox here',
      },
      { address: 'aksel@x.example', action: 'delayed', status: '4.4.1', words: '4.4.1' },
    ]);
    expect(readDeliveryStatus('')).toEqual([]);
    expect(readDeliveryStatus(':'.repeat(100_000))).toEqual([]);
  });

  it('in words alone is of whom it names, or of the only one there was, and of nobody else', () => {
    const text = 'I am sorry.\n<aksel@x.example>:\n550 5.2.1 mailbox disabled\n';
    const failed = readPlainBounce(text, ['ines@x.example', 'Aksel@x.example']);
    expect(failed).toEqual([
      { address: 'Aksel@x.example', action: 'failed', status: '5.2.1', words: '550 5.2.1 mailbox disabled' },
    ]);
    expect(readPlainBounce('It failed.', ['ines@x.example'])).toMatchObject([{ address: 'ines@x.example' }]);
    expect(readPlainBounce('It failed.', ['ines@x.example', 'aksel@x.example'])).toEqual([]);
  });
});
