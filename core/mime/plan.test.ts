import { describe, expect, it } from 'vitest';
import { planMessage, safeFileName } from './plan.ts';

const input = {
  messageId: '<1@tidewell-roe.example>',
  dateUtc: 0,
  from: { name: 'Maud\r\nBcc: thief@x.example', address: 'maud@tidewell-roe.example' },
  recipients: {
    to: [{ name: 'Ines\nOkafor', address: 'ines@x.example', roles: [] }],
    cc: [],
    bcc: [
      { name: 'Copy', address: 'copy@x.example', roles: [] },
      { name: 'I', address: 'ines@x.example', roles: [] },
    ],
  },
  message: { subject: 'Wren\r\nX-Evil: 1', html: '<p></p>', text: '', open: [] },
  references: ['<a@x>', '<b@x>'],
  attachments: [{ blob: 'ff', fileName: '../../etc/pass\nwd.pdf', mediaType: 'application/pdf' }],
};

describe('planning a message', () => {
  it('lets no line break into a header', () => {
    const plan = planMessage(input);
    expect(plan.subject).toBe('Wren X-Evil: 1');
    expect(plan.from.name).toBe('Maud Bcc: thief@x.example');
    expect(plan.to).toEqual([{ name: 'Ines Okafor', address: 'ines@x.example' }]);
    expect(plan.attachments[0]?.fileName).toBe('-..-etc-pass wd.pdf');
  });

  it('keeps blind copies to the envelope, each address once, and answers the last of the thread', () => {
    const plan = planMessage(input);
    expect(plan.envelopeTo).toEqual(['ines@x.example', 'copy@x.example']);
    expect(JSON.stringify({ ...plan, envelopeTo: [] })).not.toContain('copy@x.example');
    expect(plan.inReplyTo).toBe('<b@x>');
  });

  it('never plans for an address that could carry a header', () => {
    const to = [{ name: '', address: 'a@x.example\r\nBcc: b@x.example', roles: [] }];
    expect(() => planMessage({ ...input, recipients: { to, cc: [], bcc: [] } })).toThrow();
  });

  it.each([
    ['a/b\\c:d.pdf', 'a-b-c-d.pdf'],
    ['...hidden', 'hidden'],
    ['', 'document'],
    [`${'x'.repeat(200)}.pdf`, `${'x'.repeat(146)}.pdf`],
  ])('names files safely: %#', (name, safe) => expect(safeFileName(name)).toBe(safe));
});
