import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import type { Contact } from '../model/contact.ts';
import { recipientOf } from '../recipients/recipients.ts';
import type { Recipient } from '../recipients/recipients.ts';
import { aksel, checkInputOf, directory, ines, matter, organisation, person } from '../tests/fixtures.ts';
import type { CheckInput, CheckedEnclosure } from './checkInput.ts';
import { nameCandidates, noteId, notesThatStop, referenceCandidates, runChecks } from './index.ts';
import { caution, stop } from './note.ts';

const recipient = (contact: Contact): Recipient => {
  const found = recipientOf(contact, matter);
  if (!found) throw new Error('no address');
  return found;
};

const invoice: CheckedEnclosure = {
  id: 'enclosed-1',
  documentId: asId('document-Invoice 1187-1'),
  fileName: 'Invoice 1187.pdf',
  category: 'Invoice',
  sizeBytes: 1000,
};

const inputFor = (body: readonly string[], change: Partial<CheckInput> = {}): CheckInput =>
  checkInputOf({
    lines: body.map((text, block) => ({ block, text })),
    recipients: { to: [recipient(ines), recipient(aksel)], cc: [], bcc: [] },
    knownHere: new Set(['odd.mann@mail.example', 'office@corrant-mutual.example']),
    ...change,
  });
const codes = (...args: Parameters<typeof inputFor>) => runChecks(inputFor(...args)).map(({ code }) => code);
const GREETED = 'Dear Ms Okafor and Mr Lund,';

describe('checks', () => {
  it('leave a sound letter alone', () => {
    expect(codes([GREETED, 'Here is our invoice, enclosed.'], { enclosures: [invoice] })).toEqual([]);
    expect(codes(['Good morning,', 'The keel was attached to the hull with bronze bolts.'])).toEqual([]);
    expect(
      codes(['Dear Sir or Madam,', 'Nothing is enclosed with this, the report was enclosed last week? No.']),
    ).not.toContain('spokenNotEnclosed');
  });

  it('stop what nobody gets, what cannot arrive and what someone asked not to get', () => {
    const barred = person('Odd Mann', { doNotWriteTo: true });
    const bad = { name: 'X', address: 'x@y', roles: [] };
    const to = { cc: [], bcc: [] };
    expect(codes([], { recipients: { to: [], ...to } })).toEqual(['noRecipient']);
    expect(codes([], { recipients: { to: [bad], ...to } })).toEqual(['malformedAddress']);
    const notes = runChecks(
      inputFor([], {
        recipients: { to: [recipient(ines)], cc: [], bcc: [recipient(barred)] },
        contacts: directory(ines, barred),
      }),
    );
    expect(notes).toMatchObject([
      {
        code: 'doNotWriteTo',
        severity: 'stop',
        where: { part: 'bcc' },
        remedies: [{ kind: 'removeRecipient', address: 'odd.mann@mail.example' }],
      },
    ]);
  });

  it('stop an open blank, with the way to it', () => {
    const open = [{ key: 'k', label: 'What matters', kind: 'text', required: true }] as const;
    expect(runChecks(inputFor([], { openBlanks: open }))).toMatchObject([
      { code: 'blankUnfilled', remedies: [{ kind: 'goToBlank', key: 'k' }] },
    ]);
    expect(codes([], { subject: '  ' })).toEqual(['noSubject']);
  });

  it('stop what is too large for the host once encoded', () => {
    const big = { ...invoice, sizeBytes: 20_000_000 };
    expect(codes(['The invoice is enclosed.'], { enclosures: [big] })).toEqual(['overSizeLimit']);
    expect(codes(['The invoice is enclosed.'], { enclosures: [{ ...big, sizeBytes: 18_000_000 }] })).toEqual(
      [],
    );
  });

  it('offer the very document that is spoken of and not enclosed', () => {
    const [note] = runChecks(inputFor([GREETED, 'The report and our invoices are enclosed. Thank you.']));
    expect(note).toMatchObject({
      code: 'spokenNotEnclosed',
      where: { part: 'body', block: 1, words: 'invoices' },
      remedies: [{ kind: 'enclose', name: 'Invoice 1187' }],
    });
    expect(codes(['Please find the plan attached.'])).toEqual(['noneEnclosed']);
    expect(codes(['Thank you for the estimate you enclosed.'])).toEqual([]);
  });

  it('stop what must go along, once, with the very document; any will do where no category is asked', () => {
    const wanted = [{ label: 'Invoice', category: 'Invoice' }, { label: 'A picture' }];
    const body = [GREETED, 'Our invoice is enclosed.'];
    expect(
      runChecks(inputFor(body, { wanted, enclosures: [] })).filter(({ severity }) => severity === 'stop'),
    ).toMatchObject([
      {
        code: 'documentMissing',
        params: { label: 'Invoice' },
        remedies: [{ kind: 'enclose', name: 'Invoice 1187' }],
      },
      { code: 'documentMissing', params: { label: 'A picture' }, remedies: [] },
    ]);
    expect(codes(body, { wanted, enclosures: [] })).not.toContain('spokenNotEnclosed');
    const picture = { ...invoice, documentId: asId<never>('p'), category: '' };
    expect(codes(body, { wanted, enclosures: [invoice, picture] })).toEqual([]);
    expect(codes(body, { wanted, enclosures: [invoice] })).toEqual(['documentMissing']);
  });

  it('let no mail go from nowhere, and no caution through that is not turned off', () => {
    expect(codes([GREETED], { from: { name: 'Nobody', address: '' } })).toContain('noSender');
    expect(
      codes(['07700'], { channel: 'text', from: { name: 'N', address: '' }, subject: '' }),
    ).not.toContain('noSender');
    expect(codes([], { subject: '', turnedOff: new Set(['noSubject']) })).toEqual([]);
  });

  it('point out an enclosure that the text passes over', () => {
    expect(codes([GREETED, 'All went well.'], { enclosures: [invoice] })).toEqual(['enclosedNotSpoken']);
    expect(codes([GREETED, 'As to the invoice, there is no hurry.'], { enclosures: [invoice] })).toEqual([]);
  });

  it.each([
    ['Dear Ms Okafor,', 'greetingLeavesOut', 'Aksel Lund'],
    ['Dear Ms Sands,', 'greetingNamesOther', 'sands'],
    ['Dear Hallam Slip,', 'greetingNamesOther', 'Hallam Slip'],
  ])('weigh %s against who gets it', (line, code, name) => {
    expect(runChecks(inputFor([line]))).toMatchObject([
      { code, params: { name }, remedies: [{ kind: 'replaceWords', by: 'Dear Ms Okafor and Mr Lund' }] },
    ]);
  });

  it('take own wording, given names, other spellings and greetings without a name as they are', () => {
    const captain = person('Bjørn Ås', { ownFormalGreeting: 'Dear Captain Barnacle' });
    const alone = {
      recipients: { to: [recipient(captain)], cc: [], bcc: [] },
      contacts: directory(captain),
      knownHere: new Set([recipient(captain).address]),
    };
    for (const line of [
      'Dear Captain Barnacle,',
      'Hei Bjørn,',
      'Dear Mr As,',
      'Dear all,',
      'Dear Sir or Madam,',
    ]) {
      expect([line, codes([line], alone)]).toEqual([line, []]);
    }
    expect(codes(['Dear Ines and Aksel,'])).toEqual([]);
    const office = organisation('Corrant Mutual');
    expect(
      codes(['Dear Mr Bligh,'], {
        recipients: { to: [recipient(office)], cc: [], bcc: [] },
        contacts: directory(office),
      }),
    ).toEqual(['greetingNamesOther']);
  });

  it('point at the words of another matter and mend a reference', () => {
    const elsewhere = [
      { words: 'SV-1999', kind: 'reference', matterReference: 'SV-1999' },
      { words: 'Gilded Tern', kind: 'name', matterReference: 'SV-1999' },
      { words: 'Absent Words', kind: 'name', matterReference: 'SV-1' },
    ] as const;
    const notes = runChecks(inputFor([GREETED, 'Under SV-1999 we saw Gilded Tern.'], { elsewhere }));
    expect(notes.map(({ code, remedies }) => [code, remedies.length])).toEqual([
      ['otherMatterReference', 1],
      ['otherMatterName', 0],
    ]);
    expect(notes[0]?.remedies[0]).toMatchObject({ by: 'SV-2041' });
  });

  it('let cautions go once acknowledged by code, stops never', () => {
    const notes = runChecks(
      inputFor(['Dear Ms Sands,'], {
        recipients: { to: [recipient(ines)], cc: [{ name: '', address: 'x', roles: [] }], bcc: [] },
      }),
    );
    expect(notesThatStop(notes, new Set()).map(({ code }) => code)).toEqual([
      'malformedAddress',
      'greetingNamesOther',
    ]);
    expect(
      notesThatStop(notes, new Set(['malformedAddress', 'greetingNamesOther'])).map(({ code }) => code),
    ).toEqual(['malformedAddress']);
  });
});

describe('candidates for another matter’s words', () => {
  it('are what looks like a reference, and runs of capitalised words without possessives', () => {
    expect([...referenceCandidates('See SV-2041, DC-77 and X-ray, A-1.').keys()]).toEqual([
      'SV-2041',
      'DC-77',
      'A-1',
    ]);
    const found = nameCandidates('We saw Gilded Tern’s rig off Port Sennet, with Ines Okafor.');
    expect([...found.keys()]).toEqual(expect.arrayContaining(['gilded tern', 'port sennet', 'ines okafor']));
    expect(found.get('gilded tern')).toBe('Gilded Tern');
    expect(found.has('sennet, with')).toBe(false);
  });

  it('stay bounded and quick on hostile text', () => {
    expect(nameCandidates('Aa '.repeat(100_000)).size).toBeLessThanOrEqual(1504);
    expect(nameCandidates('A-'.repeat(100_000)).size).toBeLessThanOrEqual(1504);
    expect(referenceCandidates('ABCD'.repeat(50_000)).size).toBe(0);
  });
});

describe('what is known of a note once it was answered', () => {
  const unknown = (address: string, block = 0) =>
    caution('addressUnknown', { part: 'to' }, { address, seen: block });

  it('is what it says of which words, not its kind, its place or what is counted in it', () => {
    expect(noteId(unknown('a@x.example'))).toBe(noteId(unknown('a@x.example', 4)));
    expect(noteId(unknown('a@x.example'))).not.toBe(noteId(unknown('b@x.example')));
    const at = (block: number, words: string) =>
      noteId(caution('gapLeft', { part: 'body', block, words }, { words }));
    expect(at(2, 'XX')).toBe(at(5, 'XX'));
    expect(at(2, 'XX')).not.toBe(at(2, '[day]'));
  });

  it('lets that one go, and not the next of its kind; a code lets all of them go, and no stop ever goes', () => {
    const [first, second] = [unknown('a@x.example'), unknown('b@x.example')];
    const halt = stop('doNotWriteTo', { part: 'to' }, { name: 'A' });
    const left = (...acknowledged: readonly string[]) =>
      notesThatStop([first, second, halt], new Set(acknowledged));
    expect(left(noteId(first))).toEqual([second, halt]);
    expect(left('addressUnknown')).toEqual([halt]);
    expect(left(noteId(halt), 'doNotWriteTo')).toEqual([first, second, halt]);
  });
});
