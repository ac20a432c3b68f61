import { describe, expect, it } from 'vitest';
import { checkInputOf, matter, person } from '../tests/fixtures.ts';
import { runChecks } from './index.ts';

const silent = { ...person('Tom Brae'), addresses: [] };
const record = { ...matter, parties: [...matter.parties, { role: 'owner', contact: silent }] };
const notesOf = (change: Parameters<typeof checkInputOf>[0]) =>
  runChecks(checkInputOf(change)).map(({ code, severity, params }) => [code, severity, params]);

describe('somebody of a role that its template writes to', () => {
  it('is named where no address reaches them', () => {
    expect(notesOf({ record, roles: new Set(['owner']) })).toContainEqual([
      'partyLeftOut',
      'caution',
      { name: 'Tom Brae', role: 'owner' },
    ]);
  });

  it.each([
    ['whose template writes to others', { record, roles: new Set(['client']) }],
    ['who can be reached', { record: matter, roles: new Set(['owner']) }],
    [
      'who gets it by hand',
      {
        record,
        roles: new Set(['owner']),
        recipients: {
          to: [{ name: silent.name, address: 'tom@x.example', contactId: silent.id, roles: [] }],
          cc: [],
          bcc: [],
        },
      },
    ],
  ])('is no matter %s', (_who, change) => {
    expect(notesOf(change).map(([code]) => code)).not.toContain('partyLeftOut');
  });
});

describe('a document of another matter', () => {
  const file = { id: 'e1', fileName: 'Terms.pdf', category: 'Terms', sizeBytes: 9 };
  it('is cautioned of, and no other is', () => {
    expect(notesOf({ enclosures: [{ ...file, otherMatter: true }] })).toContainEqual([
      'enclosedFromElsewhere',
      'caution',
      { name: 'Terms.pdf' },
    ]);
    expect(notesOf({ enclosures: [file] }).map(([code]) => code)).not.toContain('enclosedFromElsewhere');
  });
});
