// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { SignInPage } from './SignInPage.tsx';

describe('signing in', () => {
  it('tells who it is, and says when it is refused without losing what was typed', async () => {
    const { user, changes } = show(<SignInPage />, {
      'POST /session': refusing(401, 'signInRefused'),
    });
    await user.type(screen.getByLabelText(/Email address/), 'maud@practice.example');
    await user.type(screen.getByLabelText('Password'), 'low water at ten');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Name or password is not right');
    expect(changes()).toEqual([
      {
        method: 'POST',
        path: '/session',
        body: { email: 'maud@practice.example', password: 'low water at ten' },
      },
    ]);
    expect(screen.getByLabelText(/Email address/)).toHaveProperty('value', 'maud@practice.example');
  });
});
