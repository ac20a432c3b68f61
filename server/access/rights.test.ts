import { describe, expect, it } from 'vitest';
import { personActor, ROLES, systemActor } from './actor.ts';
import type { Role } from './actor.ts';
import { may, RIGHT_NAMES, roleHas } from './rights.ts';
import type { Right } from './rights.ts';

const held = (role: Role): readonly Right[] => RIGHT_NAMES.filter((right) => roleHas(role, right));

describe('roles', () => {
  it('each have what those below them have, and more', () => {
    const rising: readonly Role[] = ['reader', 'assistant', 'practitioner', 'administrator'];
    expect([...rising].sort()).toEqual([...ROLES].sort());
    for (const [n, role] of rising.entries()) {
      const below = rising[n - 1];
      if (below) expect(held(role)).toEqual(expect.arrayContaining([...held(below)]));
      if (below) expect(held(role).length).toBeGreaterThan(held(below).length);
    }
    expect(held('administrator')).toEqual(RIGHT_NAMES);
    expect(held('reader')).toEqual(['read', 'export', 'own']);
  });

  it('are an actor’s; the application is bound by none', () => {
    const account = {
      id: 'p' as never,
      name: 'P',
      email: 'p@x.example',
      position: '',
      passwordHash: 'secret:hash',
      rank: 1,
      rights: [],
    };
    const reader = personActor({ ...account, role: 'reader' });
    expect([may(reader, 'read'), may(reader, 'work'), may(systemActor('runner'), 'work')]).toEqual([
      true,
      false,
      true,
    ]);
    expect(JSON.stringify(reader)).not.toContain('secret');
  });
});
