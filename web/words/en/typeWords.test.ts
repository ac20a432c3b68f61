import { describe, expect, it } from 'vitest';
import { checkMatterType } from '../../../core/values/checkMatterType.ts';
import { asId } from '../../../core/model/ids.ts';
import type { MatterType } from '../../../core/model/matter.ts';
import { keyFor, NEW_TYPE, typeProblemWords } from './typeWords.ts';

const failed = (...problems: readonly { code: string; params: object }[]) => ({
  status: 422,
  data: { problems },
});

describe('matter types, in words', () => {
  it('begin with what holds together once they are named', () => {
    const type = { ...NEW_TYPE, name: 'Licence', id: asId('x') } as unknown as MatterType;
    expect(checkMatterType(type)).toEqual([]);
    expect(checkMatterType({ ...type, name: '' })).toHaveLength(1);
  });

  it('have keys like no other in their list, also after one was taken out', () => {
    expect(keyFor('fact', [])).toBe('fact1');
    expect(keyFor('fact', [{ key: 'fact2' }])).toBe('fact3');
    expect(keyFor('fact', [{ key: 'fact3' }, { key: 'fact1' }])).toBe('fact4');
  });

  it('say what is wrong, each once', () => {
    expect(
      typeProblemWords(
        failed(
          { code: 'calculatedCircle', params: { path: 'Fee → Tax → Fee' } },
          { code: 'labelMissing', params: {} },
          { code: 'labelMissing', params: {} },
          { code: 'unknownInput', params: { label: 'Due' } },
        ),
      ),
    ).toEqual([
      'These build on one another in a circle: Fee → Tax → Fee.',
      'Something has no name yet.',
      '“Due” builds on something that is not there.',
    ]);
    expect(typeProblemWords(undefined)).toEqual([]);
    expect(typeProblemWords({ data: { problems: 'none' } })).toEqual([]);
  });
});
