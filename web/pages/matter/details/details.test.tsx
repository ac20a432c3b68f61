// @vitest-environment happy-dom
import { waitFor } from '@testing-library/react';
import { Outlet } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import type { Role } from '../../../../contract/session.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { refusing, screen, sessionOf, show } from '../../../tests/stage.tsx';
import type { MatterContext } from '../MatterPage.tsx';
import { DetailsPane } from './DetailsPane.tsx';

const RECORD = {
  id: 'm1',
  revision: 3,
  title: 'Saltmarsh Wren',
  reference: 'SV-2041',
  note: '',
  stage: 'instructed',
  responsibleId: 'maud',
  people: [
    { id: 'maud', name: 'Maud' },
    { id: 'jonas', name: 'Jonas' },
  ],
  restricted: false,
  visibleTo: [],
  type: { links: [{ key: 'survey', label: 'Survey', typeId: 't1' }] },
  links: {},
} as unknown as MatterRecordView;

function pane(role: Role, answers: Readonly<Record<string, unknown>> = {}, record = RECORD) {
  const context = { matter: matter(), session: sessionOf(role) } as MatterContext;
  return show(
    <DetailsPane />,
    { 'GET /matters/m1/record': record, ...answers },
    { role, frame: <Outlet context={context} /> },
  );
}

describe('a matter’s details', () => {
  it('are changed together, and only what differs is sent', async () => {
    const after = { ...RECORD, revision: 4, reference: 'SV-2041a', restricted: true, visibleTo: ['jonas'] };
    const { user, changes } = pane('practitioner', { 'PATCH /matters/m1': { record: after, undo: {} } });
    await user.type(await screen.findByLabelText('Reference'), 'a');
    expect(screen.getByText('The reference before goes on leading here.')).toBeTruthy();
    await user.click(screen.getByRole('checkbox', { name: /^Restricted/ }));
    await user.click(screen.getByRole('checkbox', { name: 'Jonas' }));
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => {
      expect(changes().map(({ body }) => body)).toEqual([
        { revision: 3, reference: 'SV-2041a', restricted: true, visibleTo: ['jonas'] },
      ]);
    });
    await waitFor(() => {
      expect(screen.getByRole('button', { name: 'Save' })).toHaveProperty('disabled', true);
    });
  });

  it('keep what one typed where someone else changed the same, and offer theirs', async () => {
    const { user } = pane('practitioner', { 'PATCH /matters/m1': refusing(409, 'matterChanged') });
    await user.type(await screen.findByLabelText('Standing note'), 'Ring first.');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Someone else');
    expect(screen.getByLabelText('Standing note')).toHaveProperty('value', 'Ring first.');
    await user.click(screen.getByRole('button', { name: 'Show theirs instead of mine' }));
    expect(screen.getByLabelText('Standing note')).toHaveProperty('value', '');
  });

  it('say who may see it to whoever may not restrict, and let a reader read', async () => {
    pane('assistant', {}, { ...RECORD, restricted: true });
    expect(await screen.findByText(/Only Maud\./)).toBeTruthy();
    expect(screen.queryByRole('checkbox')).toBeNull();
  });

  it('are read by a reader', async () => {
    pane('reader');
    expect(await screen.findByText('Everyone in the practice.')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
});
