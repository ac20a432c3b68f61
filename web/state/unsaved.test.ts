import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { dropUnsaved, forgetUnsaved, keepUnsaved, readUnsaved, unsavedOf } from './unsaved.ts';

describe('words on this computer', () => {
  it('are kept by person and by what they belong to, the last of them', async () => {
    await keepUnsaved('maud', 'message:a', { subject: 'first' });
    await keepUnsaved('maud', 'message:a', { subject: 'last' });
    await keepUnsaved('jonas', 'message:a', { subject: 'his' });
    expect((await readUnsaved('maud', 'message:a'))?.words).toEqual({ subject: 'last' });
    expect(await readUnsaved('maud', 'message:b')).toBeUndefined();
    expect((await unsavedOf('jonas')).map(({ words }) => words)).toEqual([{ subject: 'his' }]);
  });

  it('go when the server has them, and all of a person’s when they sign out', async () => {
    await keepUnsaved('maud', 'message:a', 1);
    await keepUnsaved('maud', 'message:b', 2);
    await keepUnsaved('jonas', 'message:a', 3);
    await dropUnsaved('maud', 'message:a');
    expect((await unsavedOf('maud')).map(({ of }) => of)).toEqual(['message:b']);
    await forgetUnsaved('maud');
    // A page that closes lays its words aside: not those of somebody who has just signed out.
    await keepUnsaved('maud', 'message:b', 'late');
    expect([await unsavedOf('maud'), (await unsavedOf('jonas')).length]).toEqual([[], 1]);
  });
});
