// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { choose, screen, show } from '../../tests/stage.tsx';
import { PassagesPage } from './PassagesPage.tsx';

const passage = (id: string, name: string, uses: number) => ({
  id,
  name,
  folder: '',
  opening: `The words of ${name}`,
  uses,
  oneLine: id === 'p1',
  changedAtUtc: Date.parse('2026-11-20T09:00:00Z'),
  changedBy: 'Maud Tidewell',
});

const answers = {
  'GET /passages': { items: [passage('p1', 'Thanks', 0), passage('p2', 'Bank details', 3)] },
  'GET /signatures': {
    people: [
      { id: 'person-practitioner', name: 'Myself', passageId: null, further: [] },
      { id: 'person-2', name: 'Jonas Roe', passageId: 'p2', further: [] },
    ],
  },
  'PATCH /signatures/person-practitioner': { people: [] },
  'PATCH /signatures/person-2': { people: [] },
};

describe('passages', () => {
  it('are listed with where they stand, and narrowed by what they say', async () => {
    const { user } = show(<PassagesPage />, answers);
    expect(await screen.findByRole('row', { name: /Bank details.*in 3 places/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /Thanks.*a sentence.*not used/ })).toBeTruthy();
    await user.type(screen.getByRole('searchbox'), 'bank');
    expect(screen.queryByRole('link', { name: /Thanks/ })).toBeNull();
    await user.type(screen.getByRole('searchbox'), ' nothing of the kind');
    expect(screen.getByText(/Nothing with “bank nothing of the kind”/)).toBeTruthy();
  });

  it('are one’s own signature to choose, and nobody else’s', async () => {
    const { user, changes } = show(<PassagesPage />, answers);
    expect(await screen.findByRole('combobox', { name: 'Jonas Roe' })).toHaveProperty('disabled', true);
    await choose(user, 'Myself', 'p1');
    expect(changes()).toEqual([
      { method: 'PATCH', path: '/signatures/person-practitioner', body: { passageId: 'p1' } },
    ]);
  });

  it('are everybody’s to choose for an administrator', async () => {
    const { user, changes } = show(<PassagesPage />, answers, { role: 'administrator' });
    await choose(user, 'Jonas Roe', '');
    expect(changes()).toMatchObject([{ path: '/signatures/person-2', body: { passageId: null } }]);
  });

  it('are read by a reader, who is offered none', async () => {
    show(<PassagesPage />, answers, { role: 'reader' });
    expect(await screen.findByRole('combobox', { name: 'Jonas Roe' })).toHaveProperty('disabled', true);
    expect(screen.queryByRole('button', { name: 'New passage' })).toBeNull();
  });
});
