import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import {
  blank,
  documentOf,
  field,
  matter,
  person,
  programOf,
  readerFor,
  text,
  withFacts,
} from '../tests/fixtures.ts';
import { latestOfCategory, orderShelf, readinessOf, strongestReason } from './index.ts';
import type { Readiness, TemplateUse } from './index.ts';

const what = { key: 'what', label: 'What', kind: 'text', required: true } as const;
const due = {
  key: 'due',
  label: 'By',
  kind: 'date',
  required: true,
  defaultFrom: { path: 'calculated.reportDue', shift: null },
} as const;

describe('readiness', () => {
  it('is known before a template is opened', () => {
    const bare = readerFor({ record: withFacts({}) });
    expect(readinessOf(programOf([[text('x')]]), readerFor())).toEqual({ kind: 'ready' });
    expect(
      readinessOf(programOf([[blank('what'), blank('due')]], { blanks: [what, due] }), readerFor()),
    ).toEqual({ kind: 'blanks', count: 1 });
    expect(readinessOf(programOf([[field('fact.vessel')]]), bare)).toEqual({ kind: 'blanks', count: 1 });
    expect(readinessOf(programOf([[field('greeting.hour')]]), readerFor())).toEqual({ kind: 'ready' });
  });

  it('is not lost to all for one who has no address', () => {
    const mute = { role: 'owner', contact: person('Per Silent', { addresses: [] }) };
    const owners = programOf([[text('x')]], { recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] } });
    const ready = (parties: typeof matter.parties) =>
      readinessOf(owners, readerFor({ record: { ...matter, parties } })).kind;
    expect(ready([...matter.parties, mute])).toBe('ready');
    expect(ready([mute])).toBe('unavailable');
  });

  it('says why a template is not here', () => {
    const barred = person('Odd Mann', { doNotWriteTo: true });
    const reasons = (readiness: Readiness) =>
      readiness.kind === 'unavailable' ? readiness.reasons.map(({ code }) => code) : [];
    const to = (role: string) => ({ recipients: { to: [{ role }], cc: [], bcc: [] } });
    const withBarred = readerFor({ record: { ...matter, parties: [{ role: 'owner', contact: barred }] } });
    expect(reasons(readinessOf(programOf([], to('underwriter')), readerFor()))).toEqual(['roleUnknown']);
    expect(reasons(readinessOf(programOf([], to('yard')), withBarred))).toEqual(['roleEmpty']);
    expect(reasons(readinessOf(programOf([]), withBarred))).toEqual(['doNotWriteTo']);
    expect(
      reasons(
        readinessOf(
          programOf([], { documents: [{ kind: 'latest', category: 'Plan', required: true }] }),
          readerFor(),
        ),
      ),
    ).toEqual(['documentMissing']);
    expect(reasons(readinessOf(programOf([[field('fact.hull')]]), readerFor()))).toEqual(['notForThisType']);
  });
});

describe('order', () => {
  const never = {
    followed: 0,
    followedOf: 10,
    atStage: 0,
    atStageOf: 10,
    usedByPerson: 0,
    daysSinceUse: undefined,
    sentHere: false,
  } satisfies TemplateUse;
  const item = (name: string, use: Partial<TemplateUse>, kind: Readiness = { kind: 'ready' }) => ({
    templateId: asId<never>(name),
    name,
    readiness: kind,
    use: { ...never, ...use },
  });

  it('puts what usually comes next first, then habit, and what cannot start last', () => {
    const items = [
      item('absent', { followed: 10 }, { kind: 'unavailable', reasons: [] }),
      item('b never', {}),
      item('habit', { usedByPerson: 12, daysSinceUse: 3 }),
      item('next', { followed: 8 }, { kind: 'blanks', count: 2 }),
      item('a never', {}),
      item('old habit', { usedByPerson: 12, daysSinceUse: 300 }),
    ];
    expect(orderShelf(items).map(({ name }) => name)).toEqual([
      'next',
      'habit',
      'old habit',
      'a never',
      'b never',
      'absent',
    ]);
  });

  it('puts what is due before all, and says what speaks most for each', () => {
    const uses: Partial<TemplateUse>[] = [
      { followed: 4, atStage: 2 },
      { due: { kind: 'followUp', what: 'Ask again' } },
      { atStage: 9, followed: 1 },
      { usedByPerson: 30, daysSinceUse: 1 },
    ];
    expect(uses.map((use) => strongestReason({ ...never, ...use }))).toEqual([
      'follows',
      'due',
      'stage',
      'habit',
    ]);
    expect(strongestReason(never)).toBeUndefined();
    const items = uses.map((use, n) => item(String(n), use));
    expect(orderShelf(items).map(({ name }) => name)).toEqual(['1', '0', '2', '3']);
  });

  it('finds the latest of a category by day, then by version', () => {
    const documents = [
      documentOf('r', 'Report', '2026-11-20', 9),
      documentOf('r', 'Report', '2026-11-23', 1),
      documentOf('r', 'Report', '2026-11-23', 2),
      documentOf('i', 'Invoice', '2026-11-24'),
    ];
    expect(latestOfCategory(documents, 'Report')).toMatchObject({ addedOn: '2026-11-23', version: 2 });
    expect(latestOfCategory(documents, 'Plan')).toBeUndefined();
  });
});
