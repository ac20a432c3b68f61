import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { describe, expect, it } from 'vitest';
import { unscoped } from '../access/unscoped.ts';
import { useDesk } from '../app/tests/desk.ts';
import type { Answer } from '../app/tests/practice.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import { findMessage } from './queries.ts';

/** A picture of one dot. */
const DOT = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');

const richMail = async (): Promise<Buffer> =>
  new MailComposer({
    from: 'Ines Okafor <ines.okafor@harbourpost.example>',
    to: 'office@tidewell-roe.example',
    cc: 'Hal <hal@elsewhere.example>',
    subject: 'Readings',
    date: new Date('2026-11-23T08:05:00Z'),
    html: `<p>See <img src="cid:dot" alt="the mark"></p><ul><li>one of two</li></ul>
      <table><tr><th>Place</th><th>mm</th></tr><tr><td>Frame 12</td><td>7.2</td></tr></table>`,
    attachments: [{ filename: 'dot.gif', content: DOT, cid: 'dot' }],
  })
    .compile()
    .build();

const desk = useDesk();
const { start, change } = desk;

const codes = (message: Answer['json']): string[] => message.notes.map(({ code }: { code: string }) => code);

describe('taking an entry up', () => {
  const entryFrom = async (direction: string) =>
    desk.services
      .db('entries')
      .where({ matter_id: desk.matterId, direction, channel: 'email' })
      .orderBy('seq')
      .first();

  it('answers all without writing to ourselves, and wonders where one alone is greeted', async () => {
    const entry = await entryFrom('in');
    const people = JSON.parse(entry.people);
    const all = await start({ inReplyTo: entry.id, answer: 'all' });
    const addresses = [...all.to, ...all.cc].map(({ address }: { address: string }) => address);
    expect(addresses).toContain(people.from.address);
    expect(addresses.filter((address: string) => address.endsWith('tidewell-roe.example'))).toEqual([]);
    const wider = await change(all.id, { cc: [{ address: 'aksel.lund@harbourpost.example' }] });
    expect(codes(wider)).toContain('answersAllGreetsOne');
    expect((await findMessage(desk.services.everything, all.id))?.references.length).toBeGreaterThan(0);
  });

  it('passes it on with its words and enclosures, to nobody yet and in no thread', async () => {
    const row = await desk.services
      .db('entries')
      .where({ matter_id: desk.matterId })
      .whereNot({ attachments: '[]' })
      .first();
    const forward = await start({ inReplyTo: row.id, answer: 'forward' });
    expect(forward).toMatchObject({ to: [], subject: expect.stringMatching(/^Fwd: /) });
    expect(forward.text).toMatch(
      /From: .+\nSent: \w+day \d+ \w+ \d{4}, \d\d:\d\d\nTo: .+\n(?:Cc: .+\n)?Subject: /,
    );
    const names = JSON.parse(row.attachments).map(({ name }: { name: string }) => name);
    expect(forward.enclosures.map(({ fileName }: { fileName: string }) => fileName)).toEqual(names);
    expect((await findMessage(desk.services.everything, forward.id))?.references).toEqual([]);
  });

  it('passes it on from a template too, chosen at once or put under it later: its words, “Fwd:”, and to nobody yet', async () => {
    const begun = { inReplyTo: (await entryFrom('in')).id, answer: 'forward' };
    const fromTemplate = await start({ ...begun, templateId: 'template-cover' });
    const bare = await start(begun);
    const switched = await change(bare.id, { revision: bare.revision, templateId: 'template-cover' });
    for (const message of [fromTemplate, switched]) {
      expect(message.subject).toMatch(/^Fwd: /);
      expect([message.to, message.cc, message.bcc]).toEqual([[], [], []]);
      expect(message.text).toMatch(/\nSent: /);
      expect(message.templateId).toBe('template-cover');
    }
    expect(switched.text).toBe(fromTemplate.text);
  });

  it('keeps tables, lists and pictures of what it passes on or quotes, with who else read it and when', async () => {
    const { entryId } = await receiveMail(desk.services, unscoped(desk.services.db, 'seeding'), {
      bytes: await richMail(),
      source: 'file',
      deliveredTo: [],
      matterId: desk.matterId,
    }).then(async () => desk.services.db('entries').where({ subject: 'Readings' }).first('id as entryId'));
    const forward = await start({ inReplyTo: entryId, answer: 'forward' });
    const preview = await desk.client.call(
      'GET',
      `/matters/${desk.matterId}/shelf/template-cover?inReplyTo=${entryId}&answer=forward`,
    );
    const answer = await start({ inReplyTo: entryId, answer: 'sender' });
    expect([answer.mayQuote, answer.text.includes('Frame 12')]).toEqual([true, false]);
    const quoted = await change(answer.id, { revision: answer.revision, quoted: true });
    const renamed = await change(quoted.id, { revision: quoted.revision, templateId: 'template-cover' });
    const pictures = picturesOf(quoted);
    expect(pictures).toHaveLength(1);
    const shown = await desk.client.call('GET', `/pictures/${pictures[0] ?? ''}`);
    expect(shown.bytes.equals(DOT)).toBe(true);
    expect(preview.json.text).toContain('Frame 12');
    for (const { html, text } of [forward, quoted, renamed]) {
      expect(text).toContain('Frame 12');
      expect(html).toMatch(/<t[hd][^>]*>.*Frame 12/s);
      expect(html).toMatch(/<li[^>]*>.*one of two/s);
      expect(html).toContain(`${pictures[0]?.slice(0, 32)}`);
    }
    expect(forward.text).toMatch(
      /From: Ines Okafor <.+>\nSent: Monday 23 November 2026, 08:05\nTo: .+\nCc: .*hal@/,
    );
    expect(quoted.text).toContain('Ines Okafor wrote on Monday 23 November 2026 at 08:05:');
    expect([quoted.mayQuote, (await change(quoted.id, { quoted: true })).text.match(/Frame 12/g)]).toEqual([
      false,
      ['Frame 12'],
    ]);
  });

  it('answers nobody twice: who is written to gets no copy by the template', async () => {
    const answered = await start({
      inReplyTo: (await entryFrom('in')).id,
      answer: 'all',
      templateId: 'template-report',
    });
    const people = [...answered.to, ...answered.cc, ...answered.bcc];
    expect(new Set(people.map(({ contactId, address }) => contactId ?? address)).size).toBe(people.length);
    const twice = await change(answered.id, {
      to: [{ address: 'ines.okafor@harbourpost.example' }],
      cc: [
        { address: 'Ines.Okafor@harbourpost.example' },
        { address: 'verity.sands@sandsbrokerage.example' },
      ],
    });
    expect(twice.cc.map(({ address }: { address: string }) => address)).toEqual([
      'verity.sands@sandsbrokerage.example',
    ]);
  });
});
