// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { ProfileView } from '../../../contract/people.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { ProfilePage } from './ProfilePage.tsx';

const PROFILE: ProfileView = {
  id: 'person-practitioner',
  name: 'The practitioner',
  email: 'p@practice.example',
  position: '',
  phone: '',
  role: 'practitioner',
  rights: [],
  signaturePassageId: null,
  keys: true,
  colours: 'system',
  writers: [],
  hasPassword: true,
  secondFactor: false,
  recoveryCodes: 0,
};

const open = (answers: Record<string, unknown> = {}) =>
  show(<ProfilePage />, {
    'GET /profile': PROFILE,
    'GET /people': { items: [] },
    'GET /profile/sessions': { items: [] },
    ...answers,
  });

describe('one’s own page', () => {
  it('keeps what one is called', async () => {
    const { user, changes } = open({ 'PATCH /profile': (body: object) => ({ ...PROFILE, ...body }) });
    await user.type(await screen.findByLabelText('Telephone'), '01632 960123');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(changes()[0]?.body).toEqual({ name: 'The practitioner', position: '', phone: '01632 960123' });
  });

  it('says what is wrong with a password, and keeps what was typed', async () => {
    const { user } = open({
      'POST /profile/password': refusing(422, 'badPassword', { code: 'passwordTooShort', least: 15 }),
    });
    await user.type(await screen.findByLabelText('The password you have now'), 'before');
    await user.type(screen.getByLabelText('New password'), 'short');
    await user.click(screen.getByRole('button', { name: 'Change the password' }));
    expect((await screen.findByRole('alert')).textContent).toContain('at least 15 characters');
    expect(screen.getByLabelText('New password')).toHaveProperty('value', 'short');
  });

  it('shows the recovery codes until they were kept, whatever the profile says by then', async () => {
    let confirmed = false;
    const { user } = open({
      'GET /profile': () => ({ ...PROFILE, secondFactor: confirmed, recoveryCodes: confirmed ? 10 : 0 }),
      'POST /profile/second-factor': { secret: 'ABCDEFGH', url: 'otpauth://totp/x', picture: 'data:,' },
      'POST /profile/second-factor/confirmation': () => {
        confirmed = true;
        return { recoveryCodes: ['abcde-fghjk'] };
      },
    });
    await user.click(await screen.findByRole('button', { name: 'Set it up' }));
    expect(await screen.findByText('ABCD EFGH')).toBeTruthy();
    await user.type(screen.getByLabelText('Code'), '123456');
    await user.click(screen.getByRole('button', { name: 'Put it in force' }));
    expect(await screen.findByText('abcde-fghjk')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'I have kept them' }));
    expect(await screen.findByText('In force. 10 recovery codes are left.')).toBeTruthy();
  });

  it('ends a session that is elsewhere, and not the one that is here', async () => {
    const session = { begunAtUtc: 0, seenAtUtc: 0, endsAtUtc: 9e12, agent: 'Mozilla/5.0 Firefox/140.0' };
    const { user, changes } = open({
      'GET /profile/sessions': {
        items: [
          { ...session, id: 's1', here: true, address: '127.0.0.1' },
          { ...session, id: 's2', here: false, address: '192.0.2.7' },
        ],
      },
      'DELETE /profile/sessions/s2': {},
    });
    await user.click(await screen.findByRole('button', { name: 'End the session from 192.0.2.7' }));
    expect(changes().map(({ method, path }) => `${method} ${path}`)).toEqual(['DELETE /profile/sessions/s2']);
    expect(screen.queryByRole('button', { name: 'End the session from 127.0.0.1' })).toBeNull();
  });
});
