// @vitest-environment happy-dom
import { useEffect, useState } from 'react';
import { fireEvent } from '@testing-library/react';
import { Link } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import { screen, show } from '../tests/stage.tsx';
import { LeaveGuard } from './LeaveGuard.tsx';
import { Overtaken } from './Overtaken.tsx';
import { useEntered } from './useEntered.ts';
import { useOpened } from './useOpened.ts';

function Page() {
  const [typed, setTyped] = useState('');
  return (
    <>
      <LeaveGuard when={typed !== ''} what="this page" />
      <input
        aria-label="Words"
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
      />
      <Link to="/elsewhere">Elsewhere</Link>
    </>
  );
}

/** A form whose saving is under way when it is left. */
function Saving({ anew }: { readonly anew: boolean }) {
  const [saved, setSaved] = useState(false);
  useEffect(() => {
    const note = (): void => {
      setSaved(true);
    };
    window.addEventListener('saved', note);
    return () => {
      window.removeEventListener('saved', note);
    };
  }, []);
  return (
    <>
      <LeaveGuard key={anew ? String(saved) : 'same'} when={!saved} what="this page" />
      <Link to="/elsewhere">Elsewhere</Link>
    </>
  );
}

describe('leaving a view that does not save itself', () => {
  it('asks where words would be lost, and stays with them or goes without', async () => {
    const { user, at } = show(<Page />, {}, { path: '/here', at: '/here' });
    await user.type(screen.getByLabelText('Words'), 'not yet saved');
    await user.click(screen.getByRole('link', { name: 'Elsewhere' }));
    expect(await screen.findByText(/what you changed in this page is lost/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Stay here' }));
    expect(at()).toBe('/here');
    expect(screen.getByLabelText<HTMLInputElement>('Words').value).toBe('not yet saved');
    await user.click(screen.getByRole('link', { name: 'Elsewhere' }));
    await user.click(await screen.findByRole('button', { name: 'Leave without saving' }));
    expect(at()).toBe('/elsewhere');
  });

  it('asks nothing where nothing would be lost', async () => {
    const { user, at } = show(<Page />, {}, { path: '/here', at: '/here' });
    await user.click(screen.getByRole('link', { name: 'Elsewhere' }));
    expect(at()).toBe('/elsewhere');
  });

  it.each([
    ['is saved meanwhile', false],
    ['is saved meanwhile, and the form drawn anew', true],
  ])('goes on by itself where what was typed %s', async (_name, anew) => {
    const { user, at } = show(<Saving anew={anew} />, {}, { path: '/here', at: '/here' });
    await user.click(screen.getByRole('link', { name: 'Elsewhere' }));
    expect(await screen.findByText(/what you changed in this page is lost/)).toBeTruthy();
    fireEvent(window, new Event('saved'));
    await vi.waitFor(() => {
      expect(at()).toBe('/elsewhere');
    });
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('has a window that is closed ask as well', async () => {
    const { user } = show(<Page />, {}, { path: '/here', at: '/here' });
    const closes = (): boolean => fireEvent(window, new Event('beforeunload', { cancelable: true }));
    expect(closes()).toBe(true);
    await user.type(screen.getByLabelText('Words'), 'x');
    expect(closes()).toBe(false);
  });
});

interface Record {
  readonly revision: number;
  readonly name: string;
}

function Form({
  record,
  overtaken,
  onRenew,
  onSave,
}: {
  readonly record: Record;
  readonly overtaken: boolean;
  readonly onRenew: () => void;
  readonly onSave: () => void;
}) {
  const [name, setName] = useState(record.name);
  return (
    <>
      {overtaken ? <Overtaken onRenew={onRenew} /> : null}
      <input
        aria-label="Name"
        value={name}
        onChange={(event) => {
          setName(event.currentTarget.value);
        }}
      />
      <button type="button" onClick={onSave}>
        Save
      </button>
    </>
  );
}

function Held() {
  const [now, setNow] = useState<Record>({ revision: 1, name: 'Ines' });
  const { opened, age, overtaken, renew, onSaved } = useOpened(now, ({ revision }) => revision);
  return (
    <>
      <Form
        key={age}
        record={opened}
        overtaken={overtaken}
        onRenew={renew}
        onSave={() => {
          const saved = { revision: now.revision + 1, name: 'as the server has it' };
          onSaved(saved);
          // It is read again a little later.
          setTimeout(() => {
            setNow(saved);
          });
        }}
      />
      <button
        type="button"
        onClick={() => {
          setNow({ revision: now.revision + 1, name: 'Ines Okafor' });
        }}
      >
        A colleague
      </button>
    </>
  );
}

describe('a form that is open', () => {
  const name = () => screen.getByLabelText<HTMLInputElement>('Name').value;

  it('keeps what is typed when somebody else changes the record, says so, and takes theirs at a word', async () => {
    const { user } = show(<Held />, {});
    await user.type(screen.getByLabelText('Name'), ' O');
    await user.click(screen.getByRole('button', { name: 'A colleague' }));
    expect(screen.getByRole('alert').textContent).toContain('What you typed is still here');
    expect(name()).toBe('Ines O');
    await user.click(screen.getByRole('button', { name: 'Show what it says now' }));
    expect([name(), screen.queryByRole('alert')]).toEqual(['Ines Okafor', null]);
  });

  it('goes on from its own saving without a word, and with what was typed since', async () => {
    const { user } = show(<Held />, {});
    await user.type(screen.getByLabelText('Name'), ' O');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await user.type(screen.getByLabelText('Name'), 'kafor');
    expect([name(), screen.queryByRole('alert')]).toEqual(['Ines Okafor', null]);
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.queryByRole('alert')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'A colleague' }));
    expect(screen.getByRole('alert')).toBeTruthy();
  });
});

function Finder({ onOpen }: { readonly onOpen: (words: string) => void }) {
  const [typed, setTyped] = useState('');
  const [found, setFound] = useState('');
  const enter = useEntered(typed, found === typed, () => {
    onOpen(found);
  });
  return (
    <>
      <input
        aria-label="Find"
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') enter();
        }}
      />
      <button
        type="button"
        onClick={() => {
          setFound(typed);
        }}
      >
        The answer comes
      </button>
    </>
  );
}

describe('Enter', () => {
  const find = () => {
    const opened: string[] = [];
    const { user } = show(<Finder onOpen={(words) => opened.push(words)} />, {});
    return { user, opened, field: screen.getByLabelText('Find'), answer: screen.getByRole('button') };
  };

  it('before the answer is there acts once it is, for the letters typed', async () => {
    const { user, opened, field, answer } = find();
    await user.type(field, 'saltm{Enter}');
    expect(opened).toEqual([]);
    await user.click(answer);
    expect(opened).toEqual(['saltm']);
  });

  it('is forgotten by whoever types on', async () => {
    const { user, opened, field, answer } = find();
    await user.type(field, 'saltm{Enter}arsh');
    await user.click(answer);
    expect(opened).toEqual([]);
    await user.type(field, '{Enter}');
    expect(opened).toEqual(['saltmarsh']);
  });
});
