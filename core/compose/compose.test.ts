import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainText } from '../tests/plainText.ts';
import {
  aksel,
  blank,
  calendar,
  day,
  documentOf,
  field,
  ines,
  matter,
  maud,
  person,
  programOf,
  text,
  yard,
} from '../tests/fixtures.ts';
import { PLAIN_SIGNATURE } from '../template/signature.ts';
import { tidyBlocks } from '../merge/tidy.ts';
import { bareProgram } from './bareSheet.ts';
import { compose } from './compose.ts';
import type { ComposeInput, TakenUp } from './input.ts';
import { plainBlocks, quotedBlocks } from './quoted.ts';
import { recompose } from './recompose.ts';
import { senderOf, sendersFor } from './senders.ts';
import { typedRecipients } from './typedRecipients.ts';

const office = { name: 'Tidewell & Roe', address: 'office@tidewell-roe.example' };
const practice = {
  practice: { name: office.name, phone: '01632 960100', addressLines: ['4 Quay Row'], website: '' },
  practiceEmail: office.address,
  senders: [{ key: 'accounts', name: 'Accounts', address: 'accounts@tidewell-roe.example' }],
  calendar,
  ownAddresses: new Set([office.address, maud.email]),
};

const input = (change: Partial<ComposeInput> = {}): ComposeInput => ({
  record: matter,
  writer: maud,
  practice,
  signature: tidyBlocks(PLAIN_SIGNATURE),
  moment: { today: day('2026-11-24'), hour: 9 },
  channel: 'email',
  program: programOf([[text('She is '), field('fact.vessel'), text('.')]]),
  contacts: [],
  ...change,
});

const names = (line: readonly { readonly name: string }[]): readonly string[] => line.map(({ name }) => name);
const addressOf = (one: typeof ines): string => one.addresses[0]?.value ?? '';

const stranger = { name: 'Odd Mann', address: 'odd@mail.example' };
const entry: TakenUp['entry'] = {
  id: 'entry-1',
  direction: 'in',
  channel: 'email',
  subject: 'Re: The capstan',
  people: {
    from: { name: ines.name, address: addressOf(ines) },
    to: [office, stranger],
    cc: [
      { name: aksel.name, address: addressOf(aksel) },
      { name: '', address: maud.email },
    ],
  },
  internetMessageId: '<2@x.example>',
  references: ['<1@x.example>'],
  attachments: [{ name: 'plan:1.pdf', mediaType: 'application/pdf', sizeBytes: 9 }],
};

describe('whom a message goes to', () => {
  it.each<[string, Partial<ComposeInput>, readonly string[], readonly string[]]>([
    ['whom the template names', {}, ['Ines Okafor', 'Aksel Lund'], []],
    ['those the writer pointed at', { chosen: [yard] }, [yard.name], []],
    ['whoever wrote', { takenUp: { entry, how: 'sender', quoted: [] } }, ['Ines Okafor'], []],
    [
      'everybody on it, but for ourselves',
      { takenUp: { entry, how: 'all', quoted: [] } },
      ['Ines Okafor'],
      ['Odd Mann', 'Aksel Lund'],
    ],
    ['nobody yet, where it is passed on', { takenUp: { entry, how: 'forward', quoted: [] } }, [], []],
    [
      'those our own message went to',
      {
        takenUp: {
          entry: { ...entry, direction: 'out', people: { ...entry.people, from: office, to: [stranger] } },
          how: 'sender',
          quoted: [],
        },
      },
      ['Odd Mann'],
      [],
    ],
    ['nobody, from a bare sheet', { program: bareProgram('email') }, [], []],
  ])('is %s', (_, change, to, cc) => {
    const { recipients } = compose(input(change));
    expect([names(recipients.to), names(recipients.cc), names(recipients.bcc)]).toEqual([to, cc, []]);
  });

  it('knows a typed address by whoever holds it, and says it once', () => {
    const typed = [
      { address: ` ${addressOf(ines).toUpperCase()} `, name: 'Somebody' },
      { address: addressOf(ines) },
      { address: 'new@mail.example', name: 'New\r\nOne' },
    ];
    expect(typedRecipients(typed, matter, [])).toEqual([
      {
        name: 'Ines Okafor',
        address: addressOf(ines).toUpperCase(),
        contactId: ines.id,
        roles: ['client', 'owner'],
      },
      { name: 'New One', address: 'new@mail.example', roles: [] },
    ]);
  });

  it('writes to two in one house by letter, each by their name', () => {
    const house = 'Quay House\n\n 2 Quay ';
    const letter = typedRecipients(
      [
        { address: house, name: 'A' },
        { address: house, name: 'B' },
        { address: house, name: 'A' },
      ],
      matter,
      [],
      'letter',
    );
    expect(letter.map(({ name, address }) => [name, address])).toEqual([
      ['A', 'Quay House\n2 Quay'],
      ['B', 'Quay House\n2 Quay'],
    ]);
  });
});

describe('whom it goes out under', () => {
  it.each([
    [undefined, maud.email],
    ['responsible', matter.responsible.email],
    ['practice', office.address],
    ['sender:accounts', 'accounts@tidewell-roe.example'],
    ['sender:gone', ''],
  ] as const)('%s', (choice, address) => {
    expect(senderOf(choice, maud, matter, practice).address).toBe(address);
  });

  it('is the writer where the practice has no address of its own', () => {
    const own = sendersFor(maud, matter, { ...practice, practiceEmail: '' });
    expect(own.find(({ choice }) => choice === 'practice')?.address).toBe(maud.email);
  });
});

describe('what it says', () => {
  it('is the template’s, with the thread’s subject where it answers', () => {
    const fresh = compose(input());
    expect([plainText(fresh.subject), fresh.references]).toEqual(['About Saltmarsh Wren', []]);
    const answer = compose(input({ takenUp: { entry, how: 'sender', quoted: [] } }));
    expect([plainText(answer.subject), answer.references]).toEqual([
      'Re: The capstan',
      ['<1@x.example>', '<2@x.example>'],
    ]);
    expect(answer.sendOptions.answersAll).toBeUndefined();
    expect(compose(input({ takenUp: { entry, how: 'all', quoted: [] } })).sendOptions.answersAll).toBe(true);
  });

  it('passes on words below a line, and what came with them', () => {
    const sent = { date: day('2026-11-23'), hour: 9, minute: 4 };
    const content = plainBlocks('First line\nsecond\n\n\nAnother.\n');
    const quoted = quotedBlocks({ ...entry, subject: 'The capstan', sent, content }, 'forward');
    const { body, subject, references, enclosures } = compose(
      input({ takenUp: { entry, how: 'forward', quoted } }),
    );
    expect([plainText(subject), references]).toEqual(['Fwd: The capstan', []]);
    expect(JSON.stringify(body)).toMatch(
      /From: Ines Okafor <.*Sent: Monday 23 November 2026, 09:04.*To: .*Subject: The capstan/,
    );
    expect(body.content.slice(-3).map(({ type }) => type)).toEqual(['paragraph', 'paragraph', 'paragraph']);
    expect(enclosures).toEqual([{ kind: 'entry', entryId: 'entry-1', index: 0, fileName: 'plan-1.pdf' }]);
  });

  it('greets those it goes to', () => {
    const program = programOf([[field('greeting.formal'), text(',')]]);
    const greeting = (change: Partial<ComposeInput>): string =>
      JSON.stringify(compose(input({ program, ...change })).body);
    expect(greeting({})).toContain('Dear Ms Okafor and Mr Lund');
    expect(greeting({ chosen: [person('Petra Yard', { title: 'Dr' })] })).toContain('Dear Dr Yard');
  });
});

describe('what goes along', () => {
  it('is the document that was named in answer to a blank, in its latest version', () => {
    const asks = { key: 'plan', label: 'Plan', kind: 'document', required: true } as const;
    const program = programOf([[text('See '), blank('plan')]], { blanks: [asks] });
    const plans = [documentOf('Plan', 'Plan', '2026-11-01'), documentOf('Plan', 'Plan', '2026-11-20')];
    const record = { ...matter, documents: [...matter.documents, ...plans] };
    const along = (answer: string) =>
      compose(input({ record, program, answers: { plan: answer } })).enclosures;
    const latest = plans.find(({ addedOn }) => addedOn === '2026-11-20');
    expect(along('plan')).toEqual([{ kind: 'document', documentId: latest?.id }]);
    expect(along('')).toEqual([]);
    expect(along('A plan that is nowhere')).toEqual([]);
  });

  it('is what the rules say, then what was asked for besides, each once', () => {
    const program = programOf([[text('x')]], {
      documents: [
        { kind: 'latest', category: 'Invoice', fileName: [field('matter.reference'), text(' invoice')] },
        { kind: 'latest', category: 'Plan', fileName: [text('none')] },
        { kind: 'fixed', fileId: 'file-1', name: 'Terms/of ours.pdf' },
        { kind: 'letter', templateId: 'letter-1', name: 'Cover' },
        { kind: 'ask', label: 'A plan', required: true },
      ],
    } as never);
    const [report, invoice] = matter.documents;
    const { enclosures, enclosureNames } = compose(
      input({ program, documentIds: [invoice?.id ?? '', report?.id ?? '', report?.id ?? ''] }),
    );
    expect(enclosures).toEqual([
      { kind: 'document', documentId: invoice?.id, fileName: 'SV-2041 invoice' },
      { kind: 'file', fileId: 'file-1', fileName: 'Terms-of ours.pdf' },
      { kind: 'letter', templateId: 'letter-1', fileName: 'Cover.pdf' },
      { kind: 'document', documentId: report?.id },
    ]);
    expect(enclosureNames).toEqual([
      'Invoice 1187',
      'no plan on this matter yet',
      'Terms/of ours.pdf',
      'Cover',
      'A plan',
    ]);
  });
});

describe('another template', () => {
  const draftOf = (change: Partial<ComposeInput> = {}) => compose(input(change));
  const next = programOf([[text('Another.')]], {
    recipients: { to: [{ role: 'yard' }], cc: [], bcc: [] },
  } as never);
  const before = programOf([[text('x')]]).content;

  it('takes its own recipients, unless somebody was put in by hand', () => {
    const draft = draftOf();
    expect(names(recompose(input({ program: next }), draft, before).recipients.to)).toEqual([yard.name]);
    const byHand = { ...draft, recipients: { ...draft.recipients, to: draft.recipients.to.slice(0, 1) } };
    expect(names(recompose(input({ program: next }), byHand, before).recipients.to)).toEqual(['Ines Okafor']);
  });

  it('keeps the thread, its subject and whom it answers', () => {
    const draft = draftOf({ takenUp: { entry, how: 'all', quoted: [] } });
    const made = recompose(input({ program: next }), draft, before);
    expect([plainText(made.subject), made.references, made.sendOptions.answersAll]).toEqual([
      'Re: The capstan',
      draft.references,
      true,
    ]);
    expect(names(made.recipients.to)).toEqual(['Ines Okafor']);
  });

  it('keeps answers to the same question, by key or by what it is called', () => {
    const blanks = (key: string) => [{ key, label: 'Answer by', kind: 'text', required: true }];
    const withBlank = (key: string) =>
      programOf([[{ type: 'blank', attrs: { key } }]], { blanks: blanks(key) } as never);
    const draft = {
      ...draftOf({ program: withBlank('first') }),
      answers: { first: 'Friday', other: 'kept' },
    };
    const made = recompose(input({ program: withBlank('second') }), draft, before);
    expect(made.answers).toMatchObject({ second: 'Friday', first: 'Friday', other: 'kept' });
  });

  it('says what the former one had enclosed, which goes with it', () => {
    const rules = programOf([[text('x')]], {
      documents: [{ kind: 'latest', category: 'Invoice' }],
    } as never).content;
    expect(recompose(input({ program: next }), draftOf(), rules).formerly).toEqual([
      { kind: 'document', documentId: matter.documents[1]?.id },
    ]);
  });
});

describe('composing', () => {
  it('is the same for the same, and asks for nothing', () => {
    const documents = [documentOf('Plan', 'Plan', '2026-11-01')];
    fc.assert(
      fc.property(
        fc.constantFrom('sender', 'all', 'forward', undefined),
        fc.subarray([...matter.parties]),
        fc.boolean(),
        fc.subarray([...matter.documents, ...documents]),
        (how, parties, chosen, held) => {
          const made = input({
            record: { ...matter, parties, documents: held },
            documentIds: held.map(({ id }) => id),
            ...(how === undefined ? {} : { takenUp: { entry, how, quoted: [] } }),
            ...(chosen ? { chosen: [aksel] } : {}),
          });
          const { reader: _reader, ...once } = compose(made);
          const { reader: _again, ...twice } = compose(made);
          expect(once).toEqual(twice);
          expect(JSON.stringify(once)).not.toContain('undefined');
        },
      ),
      { seed: 11, numRuns: 200 },
    );
  });
});
