// @vitest-environment happy-dom
import { useState } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import { describe, expect, it, vi } from 'vitest';
import { useMattersInfiniteQuery } from '../api/matters.ts';
import { lineBack, lineLost, selectConnection } from '../state/connection.ts';
import { problemWords } from '../words/en/wording.ts';
import { setSingleKeys, useKeys } from '../ui/keys.ts';
import { refusing, screen, sessionOf, show } from '../tests/stage.tsx';
import { LineDown } from './LineDown.tsx';
import { SignInAgain } from './SignInAgain.tsx';

const USER = sessionOf('practitioner').user;

/** A page with a field, and a query that finds the session over. */
function Writing() {
  const { session } = useSelector(selectConnection);
  const [typed, setTyped] = useState('');
  const { refetch } = useMattersInfiniteQuery({ query: '', sort: 'recent' });
  return (
    <>
      <textarea
        aria-label="Text"
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
      />
      <button type="button" onClick={() => void refetch()}>
        Look
      </button>
      <SignInAgain user={USER} opened={session === 'over'} />
    </>
  );
}

describe('a session that is over', () => {
  it('is begun again on top of what is written, which stays', async () => {
    let isOver = false;
    const { user, changes } = show(<Writing />, {
      'GET /matters': () => (isOver ? refusing(401, 'notSignedIn') : { items: [], next: null }),
      'POST /session': ({ password }: { password: string }) => {
        if (password !== 'low water') return refusing(401, 'signInRefused');
        isOver = false;
        return sessionOf('practitioner');
      },
    });
    await user.type(await screen.findByLabelText('Text'), 'Dear Ms Okafor');
    expect(screen.queryByRole('dialog')).toBeNull();
    isOver = true;
    await user.click(screen.getByRole('button', { name: 'Look' }));
    const password = await screen.findByLabelText('Password');
    await user.type(password, 'high water');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('password is not right');
    await user.clear(password);
    await user.type(password, 'low water{Enter}');
    await vi.waitFor(() => {
      expect(screen.queryByRole('dialog')).toBeNull();
    });
    expect(screen.getByLabelText<HTMLTextAreaElement>('Text').value).toBe('Dear Ms Okafor');
    expect(changes().map(({ body }) => (body as { email: string }).email)).toEqual([USER.email, USER.email]);
  });
});

function Line() {
  const dispatch = useDispatch();
  return (
    <>
      <button type="button" onClick={() => dispatch(lineLost(Date.now() + 2_000))}>
        Cut
      </button>
      <button type="button" onClick={() => dispatch(lineBack())}>
        Mend
      </button>
      <LineDown />
    </>
  );
}

it('a line that is cut says what is safe and when it is tried again, until it is back', async () => {
  const { user } = show(<Line />, {});
  expect(screen.queryByRole('status')).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Cut' }));
  expect(screen.getByRole('status').textContent).toMatch(/saved on this computer.*try again in [123] second/);
  await user.click(screen.getByRole('button', { name: 'Mend' }));
  expect(screen.queryByRole('status')).toBeNull();
});

function Keys({ said }: { readonly said: (name: string) => void }) {
  const key = (name: string) => () => {
    said(name);
  };
  useKeys({
    n: key('n'),
    '1': key('1'),
    Escape: key('Escape'),
    'Ctrl+s': key('Ctrl+s'),
    Delete: key('Delete'),
  });
  return null;
}

it('single keys are switched off, and those that are none stay', async () => {
  const said: string[] = [];
  const { user } = show(<Keys said={(name) => said.push(name)} />, {});
  setSingleKeys(false);
  await user.keyboard('n1{Escape}{Delete}{Control>}s{/Control}');
  setSingleKeys(true);
  await user.keyboard('n');
  expect(said).toEqual(['Escape', 'Delete', 'Ctrl+s', 'n']);
});

function Asking() {
  const { error } = useMattersInfiniteQuery({ query: '', sort: 'recent' });
  const { line } = useSelector(selectConnection);
  return (
    <p>
      {line}: {error ? problemWords(error) : ''}
    </p>
  );
}

it.each([
  ['a proxy that reaches no server', 502, '<h1>Bad Gateway</h1>', 'down: The server can’t be reached.'],
  ['a proxy that waited too long', 504, '', 'down: The server can’t be reached.'],
  [
    'our own server, which says why',
    503,
    '{"code":"hostUnwell","because":[{"code":"hostSays","text":"ENOSPC"}]}',
    'up: Nothing was changed: the server’s disk is full or busy.',
  ],
])('tells %s from the others', async (_name, status, body, words) => {
  const type = body.startsWith('{') ? 'application/problem+json' : 'text/html';
  show(<Asking />, {
    'GET /matters': () => new Response(body, { status, headers: { 'content-type': type } }),
  });
  expect(await screen.findByText((text) => text.startsWith(words))).toBeTruthy();
});
