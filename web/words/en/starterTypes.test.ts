import { describe, expect, it } from 'vitest';
import { Ajv } from 'ajv';
import { MatterTypeJson } from '../../../contract/matterTypes.ts';
import { asId } from '../../../core/model/ids.ts';
import type { MatterType } from '../../../core/model/matter.ts';
import { checkMatterType } from '../../../core/values/checkMatterType.ts';
import { STARTER_TYPES } from './starterTypes.ts';

describe('matter types to begin with', () => {
  it.each(STARTER_TYPES.map((type) => [type.name, type] as const))(
    '%s can be taken as it is',
    (_name, type) => {
      const valid = new Ajv({ formats: { date: true } }).compile(MatterTypeJson);
      expect([valid(type), valid.errors]).toEqual([true, null]);
      expect(checkMatterType({ ...type, id: asId('starter') } as unknown as MatterType)).toEqual([]);
      expect(type.stages.filter(({ closes }) => closes)).toHaveLength(1);
      expect(type.roles.some(({ required }) => required)).toBe(true);
      expect(type.facts.map(({ key }) => key)).toContain(type.nameFact);
    },
  );

  it('are six, each of a name and a reference of its own', () => {
    expect(new Set(STARTER_TYPES.map(({ name }) => name)).size).toBe(6);
    expect(new Set(STARTER_TYPES.map(({ reference }) => reference)).size).toBe(6);
  });
});
