import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';
import type { Answer } from '../app/tests/practice.ts';
import { findMessage } from './queries.ts';

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
    expect(forward.text).toMatch(/wrote on \w+day \d+ \w+ \d{4}, “/);
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
      expect(message.text).toMatch(/ wrote on /);
      expect(message.templateId).toBe('template-cover');
    }
    expect(switched.text).toBe(fromTemplate.text);
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
