import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import { awaiting, bareSubject } from './answers.ts';
import { FIRST_SEAL, firstBrokenSeal, sealEntry } from './seal.ts';
import type { SealedContent } from './seal.ts';

const sha256 = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

const entry = (n: number): SealedContent => ({
  id: asId(`e${n}`),
  matterId: asId('m1'),
  direction: n % 2 ? 'in' : 'out',
  channel: 'email',
  occurredAtUtc: n,
  subject: `S${n}`,
  from: 'a@x.example',
  to: ['b@x.example'],
  rawBlob: sha256(String(n)),
  attachments: [{ name: 'a.pdf', blob: 'ff' }],
});

function chainOf(length: number) {
  let seal = FIRST_SEAL;
  return Array.from({ length }, (_, n) => {
    const content = entry(n);
    seal = sealEntry(seal, content, sha256);
    return { content, seal };
  });
}

describe('the chain of seals', () => {
  it('holds for what was filed', () => expect(firstBrokenSeal(chainOf(20), sha256)).toBeUndefined());

  it('breaks at whatever is changed, removed or moved', () => {
    const keys = Object.keys(entry(0)) as (keyof SealedContent)[];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 8 }), fc.constantFrom(...keys), (at, key) => {
        const chain = chainOf(10);
        const changed = chain.map((one, n) =>
          n === at
            ? { ...one, content: { ...one.content, [key]: key === 'to' || key === 'attachments' ? [] : 'x' } }
            : one,
        );
        const expected = key === 'id' ? 'x' : `e${at}`;
        expect(firstBrokenSeal(changed, sha256)).toBe(expected);
        expect(firstBrokenSeal(chain.toSpliced(at, 1), sha256)).toBe(`e${at + 1}`);
      }),
      { seed: 64 },
    );
  });
});

describe('who owes whom an answer', () => {
  it.each([
    [{ direction: 'out', out: 1, in: 0 }, 3, { kind: 'theirAnswer', days: 3 }],
    [{ direction: 'out', out: 1, in: 1 }, 3, { kind: 'nothing' }],
    [{ direction: 'in', out: 0, in: 1 }, 9, { kind: 'ourAnswer', days: 9 }],
    [{ direction: 'in', out: 1, in: 1 }, 2, { kind: 'ourAnswer', days: 2 }],
    [{ direction: 'in', out: 1, in: 1 }, 7, { kind: 'nothing' }],
    [{ direction: 'note', out: 1, in: 0 }, 1, { kind: 'nothing' }],
  ] as const)('%#', (end, days, result) => expect(awaiting(end, days)).toEqual(result));

  it('tells a subject from the marks before it', () => {
    expect(bareSubject('Re: SV: Fwd: Lift-out ')).toBe('Lift-out');
    expect(bareSubject('Regarding: rig')).toBe('Regarding: rig');
    expect(bareSubject('re:'.repeat(20_000))).toBe('');
  });
});
