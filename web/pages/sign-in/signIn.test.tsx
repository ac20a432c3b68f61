// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { SignInPage } from './SignInPage.tsx';
import { WelcomePage } from './WelcomePage.tsx';

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

  it('asks for the code of a second factor once the password was right', async () => {
    const { user, changes } = show(<SignInPage />, {
      'GET /sign-in': { signOn: 'The office', resets: false },
      'POST /session': (body: { code?: string }) =>
        body.code === undefined
          ? refusing(401, 'secondFactorNeeded')
          : refusing(401, 'secondFactorNeeded', { code: 'codeNotRight' }),
    });
    await user.type(screen.getByLabelText(/Email address/), 'maud@practice.example');
    await user.type(screen.getByLabelText('Password'), 'low water at ten');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    await user.type(await screen.findByLabelText(/Code of your authenticator/), '123456');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(await screen.findByText(/The code is not right/)).toBeTruthy();
    expect(changes().at(-1)?.body).toMatchObject({ code: '123456' });
    expect(screen.getByRole('link', { name: 'Go on with The office' }).getAttribute('href')).toContain(
      '/api/v1/sign-on?to=',
    );
  });

  it('sends a link to a new password, and says where to turn if no mail goes', async () => {
    const { user, changes } = show(<SignInPage />, {
      'GET /sign-in': { signOn: null, resets: true },
      'POST /password-links': {},
    });
    await user.click(await screen.findByRole('button', { name: 'Password forgotten?' }));
    await user.type(screen.getByLabelText(/Email address/), 'maud@practice.example');
    await user.click(screen.getByRole('button', { name: 'Send me a link' }));
    expect((await screen.findByRole('status')).textContent).toContain('on its way');
    expect(changes()[0]?.body).toEqual({ email: 'maud@practice.example' });
  });
});

describe('a link that somebody was sent', () => {
  const page = { path: '/welcome/:token', at: '/welcome/secret' };

  it('says whom it is for, and what is wrong with a password', async () => {
    const { user } = show(
      <WelcomePage />,
      {
        'GET /password-links/secret': {
          kind: 'invitation',
          name: 'Nell Harrow',
          email: 'nell@practice.example',
          practice: 'A practice',
        },
        'POST /password-links/secret': refusing(422, 'badPassword', { code: 'passwordGuessable' }),
      },
      page,
    );
    expect(await screen.findByRole('heading', { name: 'Welcome, Nell Harrow' })).toBeTruthy();
    await user.type(screen.getByLabelText('New password'), 'passwordpassword');
    await user.click(screen.getByRole('button', { name: 'Choose it' }));
    expect((await screen.findByRole('alert')).textContent).toContain('soon be guessed');
  });

  it('says that it holds no longer', async () => {
    show(
      <WelcomePage />,
      { 'GET /password-links/secret': refusing(410, 'linkOver', { code: 'linkUsed' }) },
      page,
    );
    expect((await screen.findByRole('alert')).textContent).toContain('used already');
  });
});
