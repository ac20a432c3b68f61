import MailComposer from 'nodemailer/lib/mail-composer';
import { simpleParser } from 'mailparser';
import PostalMime from 'postal-mime';
import { describe, expect, it } from 'vitest';
import type { MessagePlan } from '../../../core/mime/plan.ts';
import { assemble, sealFiles } from './assemble.ts';

const FILES: Readonly<Record<string, Buffer>> = {
  pdf: Buffer.from(Array.from({ length: 10_001 }, (_, n) => n % 256)),
  text: Buffer.from('Ærlig talt.\n.\nFrom here on\n'),
  empty: Buffer.alloc(0),
};

function store() {
  const asked: string[] = [];
  const get = (blob: string): Promise<Buffer> => {
    asked.push(blob);
    const bytes = FILES[blob];
    return bytes ? Promise.resolve(bytes) : Promise.reject(new Error(`no ${blob}`));
  };
  return { asked, get };
}

const plan = (change: Partial<MessagePlan> = {}): MessagePlan => ({
  messageId: '<1@practice.example>',
  dateUtc: Date.parse('2026-11-24T09:00:00Z'),
  from: { name: 'Mäud', address: 'maud@practice.example' },
  to: [{ name: 'Ines', address: 'ines@mail.example' }],
  cc: [],
  envelopeTo: ['ines@mail.example'],
  subject: 'The report',
  references: [],
  text: 'Words.',
  html: '<p>Words.</p>',
  attachments: [],
  pictures: [],
  ...change,
});

const attached = [
  { blob: 'pdf', fileName: 'Rapport – Ærø.pdf', mediaType: 'application/pdf' },
  { blob: 'text', fileName: 'a "quoted"; name.txt', mediaType: 'text/plain' },
  { blob: 'empty', fileName: 'empty.bin', mediaType: 'application/octet-stream' },
];

describe('assembling a message', () => {
  it('carries every file under its own name, byte for byte, as an independent reader has it', async () => {
    const { get } = store();
    const bytes = await assemble(plan({ attachments: attached }), sealFiles({ get }));
    const read = await simpleParser(bytes);
    expect(read.attachments.map(({ filename, contentType }) => [filename, contentType])).toEqual(
      attached.map(({ fileName, mediaType }) => [fileName, mediaType]),
    );
    expect(read.attachments.map(({ content }) => content)).toEqual([
      FILES['pdf'],
      FILES['text'],
      FILES['empty'],
    ]);
    expect(read.attachments.every(({ contentDisposition }) => contentDisposition === 'attachment')).toBe(
      true,
    );
    expect(bytes.subarray(-2).toString()).toBe('\r\n');
    expect(
      bytes
        .toString('latin1')
        .split('\r\n')
        .every((line) => line.length <= 998),
    ).toBe(true);
    expect(/[^\r]\n/.test(bytes.toString('latin1'))).toBe(false);
  });

  it('says the same of a file as the composer does by itself', async () => {
    const { get } = store();
    const ours = (await assemble(plan({ attachments: attached }), sealFiles({ get }))).toString('latin1');
    const theirs = (
      await new MailComposer({
        attachments: attached.map(({ blob, fileName, mediaType }) => ({
          filename: fileName,
          contentType: mediaType,
          content: FILES[blob] ?? Buffer.alloc(0),
        })),
        text: 'x',
        newline: 'windows',
      })
        .compile()
        .build()
    ).toString('latin1');
    const headers = (mail: string) =>
      [...mail.matchAll(/^Content-(?:Type|Disposition|Transfer-Encoding):[^\r]*(?:\r\n [^\r]*)*/gm)]
        // A type's name is written so that older programs read it as well; the disposition is what both have.
        .map(([header]) => header.replace(/\r\n /g, ' ').replace(/;\s*name\*?\d*\*?=.*$/i, ''))
        .filter((header) => /pdf|quoted|empty|base64/.test(header))
        .sort();
    expect(headers(ours)).toEqual(headers(theirs));
  });

  it('is read the same by a reader of other hands: names, subjects that look encoded, texts and files', async () => {
    const { get } = store();
    const names = [
      'Rapport – Ærø.pdf',
      '報告書'.repeat(12) + '.pdf',
      'plain.pdf',
      '👩‍👩‍👧 «x» "y".pdf',
      'a'.repeat(140) + '.pdf',
    ];
    const subjects = [
      '=?utf-8?q?hello?=',
      'Re: =?iso-8859-1?B?eA==?= and more',
      'Æ'.repeat(200),
      'a'.repeat(290),
      'x',
    ];
    for (const [n, subject] of subjects.entries()) {
      const fileName = names[n] ?? '';
      const bytes = await assemble(
        plan({
          subject,
          attachments: [{ blob: 'pdf', fileName, mediaType: 'application/pdf' }],
          text: `${'long '.repeat(600)}é`,
        }),
        sealFiles({ get }),
      );
      const read = await PostalMime.parse(bytes);
      expect(read.subject).toBe(subject);
      expect(read.attachments[0]?.filename).toBe(fileName);
      expect(
        Buffer.from(read.attachments[0]?.content as ArrayBuffer).equals(FILES['pdf'] ?? Buffer.alloc(0)),
      ).toBe(true);
      expect(read.text?.trim()).toBe(`${'long '.repeat(600)}é`);
      expect((await simpleParser(bytes)).subject).toBe(subject);
      for (const line of bytes.toString('latin1').split('\r\n')) expect(line.length).toBeLessThanOrEqual(998);
      // Whoever reads the type's name alone has it too.
      expect(bytes.toString('latin1')).toMatch(/Content-Type: application\/pdf;\s+name=/);
    }
  });

  it('reads and encodes a file once, however many copies of a message carry it', async () => {
    const { get, asked } = store();
    const sealed = sealFiles({ get });
    const copies = await Promise.all(
      ['a', 'b', 'c'].map((name) =>
        assemble(plan({ messageId: `<${name}@practice.example>`, attachments: attached }), sealed),
      ),
    );
    expect(asked.sort()).toEqual(['empty', 'pdf', 'text']);
    const contents = await Promise.all(copies.map((copy) => simpleParser(copy)));
    for (const { attachments } of contents) expect(attachments[0]?.content).toEqual(FILES['pdf']);
    // The same bytes under another name are another part.
    const [first] = attached;
    await assemble(plan({ attachments: first ? [{ ...first, fileName: 'b.pdf' }] : [] }), sealed);
    expect(asked.filter((blob) => blob === 'pdf')).toHaveLength(2);
  });

  it('makes no message where a file is broken', async () => {
    const { get } = store();
    const broken = plan({ attachments: [{ blob: 'gone', fileName: 'x.pdf', mediaType: 'application/pdf' }] });
    await expect(assemble(broken, sealFiles({ get }))).rejects.toThrow('no gone');
  });
});
