// @vitest-environment happy-dom
import { waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { screen, show } from '../../tests/stage.tsx';
import { FirstSteps } from './FirstSteps.tsx';

const step = (name: string, done = false, skipped = false) => ({ step: name, done, skipped });
const steps = (items: readonly object[]) =>
  show(
    <FirstSteps />,
    { 'GET /first-steps': { items }, 'PATCH /first-steps': { items } },
    { role: 'administrator' },
  );

describe('the first steps of a practice', () => {
  it('lead to their screens, are ticked by what is there, and are skipped one by one or all', async () => {
    const { user, changes } = steps([
      step('people', true),
      step('holidays', false, true),
      step('contacts'),
      step('matters'),
    ]);
    const list = within(await screen.findByRole('region', { name: 'First steps' }));
    expect(list.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      'Add and invite your colleagues ✓ done',
      'Import your contacts Skip',
      'Import your matters, or open the first Skip',
    ]);
    expect(list.getByRole('link', { name: 'Import your contacts' }).getAttribute('href')).toBe(
      '/practice/import',
    );
    await user.click(list.getByRole('button', { name: 'Skip “Import your contacts”' }));
    await user.click(list.getByRole('button', { name: 'Skip the rest' }));
    await waitFor(() => {
      expect(changes().map(({ body }) => body)).toEqual([
        { skipped: ['holidays', 'contacts'] },
        { skipped: ['holidays', 'contacts', 'matters'] },
      ]);
    });
  });

  it('are gone once nothing is left', async () => {
    steps([step('people', true), step('matters', false, true)]);
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(screen.queryByText('First steps')).toBeNull();
  });
});
