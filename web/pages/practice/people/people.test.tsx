// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { PersonView } from '../../../../contract/people.ts';
import { within } from '@testing-library/react';
import { choose, refusing, screen, show } from '../../../tests/stage.tsx';
import { PeoplePage } from './PeoplePage.tsx';
import { SignInChapter } from './SignInChapter.tsx';

const person = (id: string, part: Partial<PersonView> = {}): PersonView => ({
  id,
  name: `Person ${id}`,
  email: `${id}@practice.example`,
  position: 'Surveyor',
  phone: '',
  role: 'practitioner',
  rights: [],
  gone: false,
  account: {
    linkEndsAtUtc: null,
    hasPassword: true,
    secondFactor: false,
    signsOnElsewhere: false,
    lastSeenAtUtc: null,
  },
  ...part,
});

const PEOPLE = { items: [person('a'), person('b', { role: 'assistant', rights: ['approve'] })] };
const INVITATION = { url: 'http://here/welcome/secret', endsAtUtc: 1_900_000_000_000, sent: false };

describe('the people of the practice', () => {
  it('are read by everybody, and changed by an administrator alone', async () => {
    show(<PeoplePage />, { 'GET /people': { items: [person('a', { account: null })] } });
    expect(await screen.findByText('Person a')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('are added and invited in one press; where no mail goes the link is shown', async () => {
    const { user, changes } = show(
      <PeoplePage />,
      {
        'GET /people': PEOPLE,
        'POST /people': person('new', { name: 'Nell Harrow' }),
        'POST /people/new/invitation': INVITATION,
      },
      { role: 'administrator' },
    );
    await user.click(await screen.findByRole('button', { name: 'Add a person' }));
    await user.type(screen.getByLabelText('Name'), 'Nell Harrow');
    await user.type(screen.getByLabelText('Email address'), 'nell@practice.example');
    await choose(user, 'Role', 'Assistant');
    await user.click(screen.getByRole('checkbox', { name: 'May also approve templates' }));
    await user.click(screen.getByRole('button', { name: 'Add and invite' }));
    expect(await screen.findByDisplayValue(INVITATION.url)).toBeTruthy();
    expect(changes().map(({ path, body }) => [path, body])).toEqual([
      [
        '/people',
        {
          name: 'Nell Harrow',
          email: 'nell@practice.example',
          position: '',
          phone: '',
          role: 'assistant',
          rights: ['approve'],
        },
      ],
      ['/people/new/invitation', undefined],
    ]);
  });

  it('leave with their work handed on; what is refused is said, and nothing is lost', async () => {
    let tries = 0;
    const { user, changes } = show(
      <PeoplePage />,
      {
        'GET /people': PEOPLE,
        'PATCH /people/a': () => {
          tries += 1;
          return tries === 1
            ? refusing(422, 'badPerson', { code: 'workNotHandedOn', name: 'Person a' })
            : person('a', { gone: true });
        },
      },
      { role: 'administrator' },
    );
    await user.click(await screen.findByRole('button', { name: 'Person a' }));
    const panel = within(await screen.findByRole('group', { name: 'Person a' }));
    await user.click(panel.getByRole('button', { name: 'Has left' }));
    await user.click(panel.getByRole('button', { name: 'Has left' }));
    expect((await panel.findByRole('alert')).textContent).toContain('Choose who takes them over');
    await choose(user, 'Matters and follow-ups go to', 'Person b');
    await user.click(panel.getByRole('button', { name: 'Has left' }));
    expect(changes().map(({ body }) => body)).toEqual([
      { gone: true, handOverTo: null },
      { gone: true, handOverTo: 'b' },
    ]);
  });
});

describe('the way of signing in', () => {
  const SETTINGS = { idleMinutes: 240, wholeHours: 12, secondFactor: 'asWished', signOn: null };

  it('is an administrator’s: others are told so, and nothing is asked for', async () => {
    show(<SignInChapter />, {});
    expect(await screen.findByText(/administrator of the practice changes this/)).toBeTruthy();
  });

  it('takes a provider, whose secret is never shown again', async () => {
    const { user, changes } = show(
      <SignInChapter />,
      {
        'GET /practice/sign-in': SETTINGS,
        'PATCH /practice/sign-in': (body: { signOn: object }) => {
          const { clientSecret: _secret, ...signOn } = body.signOn as { clientSecret?: string };
          return { ...body, signOn: { ...signOn, hasSecret: true } };
        },
      },
      { role: 'administrator' },
    );
    await user.click(await screen.findByRole('checkbox', { name: 'Everybody needs a second factor' }));
    await user.click(screen.getByRole('checkbox', { name: 'People can sign on elsewhere' }));
    await user.type(screen.getByLabelText('What the button says'), 'The office');
    await user.type(screen.getByLabelText('Address of the provider (issuer)'), 'https://id.example');
    await user.type(screen.getByLabelText('Client ID'), 'officium');
    await user.type(screen.getByLabelText('Client secret'), 'hush');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(changes()[0]?.body).toEqual({
      ...SETTINGS,
      secondFactor: 'everyone',
      signOn: {
        label: 'The office',
        issuer: 'https://id.example',
        clientId: 'officium',
        clientSecret: 'hush',
      },
    });
    expect(await screen.findByLabelText(/Client secret \(kept/)).toHaveProperty('value', '');
  });
});
