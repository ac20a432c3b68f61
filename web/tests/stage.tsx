import { MantineProvider } from '@mantine/core';
import { configureStore } from '@reduxjs/toolkit';
import { cleanup, configure, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { UserEvent } from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter, Outlet, RouterProvider, useOutletContext } from 'react-router';
import { afterEach, vi } from 'vitest';
import type { ProblemCode } from '../../contract/problems.ts';
import type { Right, Role, Session } from '../../contract/session.ts';
import type { Reason } from '../../core/model/reason.ts';
import { api } from '../api/api.ts';
import { connection } from '../state/connection.ts';
import { preferences } from '../state/preferences.ts';

// What is waited for comes, however busy the machine is; only a test that fails is made longer by this.
configure({ asyncUtilTimeout: 20_000 });

const RIGHTS: Readonly<Record<Role, readonly Right[]>> = {
  administrator: [
    'read',
    'export',
    'own',
    'work',
    'wording',
    'restrict',
    'settings',
    'archive',
    'approve',
    'release',
    'figures',
    'people',
  ],
  practitioner: ['read', 'export', 'own', 'work', 'wording', 'restrict', 'approve', 'release'],
  assistant: ['read', 'export', 'own', 'work', 'wording'],
  reader: ['read', 'export', 'own'],
};

/** Somebody who is signed in, as the session tells of them. */
export const sessionOf = (role: Role): Session => ({
  user: {
    id: `person-${role}`,
    name: `The ${role}`,
    email: `${role}@practice.example`,
    position: '',
    role,
    rights: [...RIGHTS[role]],
    mayChange: role !== 'reader',
  },
  practice: { name: 'A practice', timeZone: 'Europe/London', region: 'en-GB' },
  others: [],
  mailboxesUrl: null,
  holdSeconds: 10,
  preferences: {},
  first: null,
});

/** A request that a page made. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  /** What was sent as JSON; files are not read. */
  readonly body: unknown;
}

type Answers = Readonly<Record<string, unknown>>;

export interface Stage {
  readonly user: UserEvent;
  /** Every request but those that only read, in their order. */
  readonly changes: () => readonly Asked[];
  /** Where the page has gone to. */
  readonly at: () => string;
  /** What its address says beside. */
  readonly search: () => string;
}

interface Refusal {
  readonly status: number;
  readonly code: ProblemCode;
  readonly because: readonly Reason[];
}

/** An answer that refuses, with its code and its reasons (RFC 9457). */
export const refusing = (status: number, code: ProblemCode, ...because: readonly Reason[]): Refusal => ({
  status,
  code,
  because,
});

const isRefusal = (answer: unknown): answer is Refusal =>
  typeof answer === 'object' && answer !== null && 'status' in answer && 'code' in answer;

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

interface ShowOptions {
  readonly role?: Role;
  readonly path?: string;
  readonly at?: string;
  /** What stands around it, and gives it its context. */
  readonly frame?: ReactElement;
}

/** Passes on what the frame of the application gives its pages. */
const Framed = () => <Outlet context={useOutletContext()} />;

/**
 * Shows part of the application with a server that answers as it is told to: by method and path, a function where the
 * answer depends on what was asked. A request that nothing answers fails the test, by what it shows.
 */
export function show(
  element: ReactElement,
  answers: Answers,
  { role = 'practitioner', path = '/', at = path, frame = <Framed /> }: ShowOptions = {},
): Stage {
  const asked: Asked[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url);
    const isJson = request.headers.get('content-type')?.includes('json') ?? false;
    const text = isJson ? await request.clone().text() : '';
    const one = {
      method: request.method,
      path: url.pathname.replace('/api/v1', ''),
      body: text === '' ? undefined : (JSON.parse(text) as unknown),
    };
    asked.push(one);
    const known =
      answers[`${one.method} ${one.path}`] ??
      (one.path === '/session' && one.method === 'GET' ? sessionOf(role) : undefined);
    const answer =
      typeof known === 'function' ? await (known as (body: unknown) => unknown)(one.body) : known;
    if (answer === undefined)
      return Response.json(
        {
          code: 'notFound',
          because: [{ code: 'hostSays', text: `nobody answers ${one.method} ${one.path}` }],
        },
        { status: 404 },
      );
    if (answer instanceof Response) return answer;
    return isRefusal(answer) ? Response.json(answer, { status: answer.status }) : Response.json(answer);
  });
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, connection, preferences },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  const router = createMemoryRouter(
    [
      {
        element: <Outlet context={sessionOf(role)} />,
        children: [
          { element: frame, children: [{ path, element }] },
          { path: '*', element: <p>elsewhere</p> },
        ],
      },
    ],
    { initialEntries: [at] },
  );
  render(
    <Provider store={store}>
      <MantineProvider env="test">
        <RouterProvider router={router} />
      </MantineProvider>
    </Provider>,
  );
  return {
    user: userEvent.setup(),
    changes: () => asked.filter(({ method }) => method !== 'GET'),
    at: () => router.state.location.pathname,
    search: () => router.state.location.search,
  };
}

/** Chooses from a list by its label, as a person does: it is opened, and the words are pressed. */
export async function choose(user: UserEvent, label: string | RegExp, option: string): Promise<void> {
  await user.click(await screen.findByRole('combobox', { name: label }));
  const offered = await screen.findAllByRole('option');
  const meant = offered.find((one) => one.textContent === option || one.getAttribute('value') === option);
  if (!meant)
    throw new Error(`not offered: ${option}, but ${offered.map((one) => one.textContent).join(', ')}`);
  await user.click(meant);
}

/** What a list has to choose from, in its order. */
export async function choicesOf(user: UserEvent, label: string | RegExp): Promise<readonly string[]> {
  await user.click(await screen.findByRole('combobox', { name: label }));
  const words = (await screen.findAllByRole('option')).map(({ textContent }) => textContent);
  await user.keyboard('{Escape}');
  return words;
}

/** What a list has chosen. */
export const chosenIn = (label: string | RegExp): string =>
  screen.getByRole<HTMLInputElement>('combobox', { name: label }).value;

export { screen };
