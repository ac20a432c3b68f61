// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import type { matter } from '../../../tests/matterDetail.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { Invitation } from './Invitation.tsx';

const VISIT = {
  ...{ id: 'f1', what: 'Second visit', dueOn: '2030-12-10', at: '10:00', minutes: 90, place: 'Quay 3' },
  ...{ person: 'Maud', personId: 'maud', invited: [] },
};
const begun = {
  ...{
    followUpId: 'f1',
    what: 'Second visit',
    dueOn: '2030-12-10',
    at: '10:00',
    minutes: 90,
    place: 'Quay 3',
  },
  ...{ calledOff: false, gone: false },
};
const stage = (followUps: ReturnType<typeof matter>['followUps'], calledOff = false) => {
  const onRemove = vi.fn();
  const appointment = { ...begun, calledOff };
  return { onRemove, ...show(<Invitation {...{ appointment, followUps, onRemove }} />, {}) };
};

describe('the invitation that goes with a message', () => {
  it('says when and where, as it will be told, and can be taken off', async () => {
    const { user, onRemove } = stage([VISIT]);
    expect(screen.getByText('Second visit, Tuesday 10 December 2030, 10:00 to 11:30, Quay 3')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Remove the invitation' }));
    expect(onRemove).toHaveBeenCalledOnce();
  });

  it('says what somebody else changed since the message was begun', () => {
    stage([{ ...VISIT, at: '23:30', place: '' }]);
    expect(screen.getByText('Second visit, Tuesday 10 December 2030, 23:30 to 01:00')).toBeTruthy();
  });

  it.each([
    ['is done', []],
    ['has no hour any more', [{ ...VISIT, at: null, minutes: null }]],
  ])('says so where its appointment %s', (_what, followUps) => {
    stage(followUps);
    expect(screen.getByRole('alert').textContent).toBe('The appointment is done, or has no hour any more');
  });

  it('says where it calls off', () => {
    stage([VISIT], true);
    expect(screen.getByText('Calls off')).toBeTruthy();
  });
});
