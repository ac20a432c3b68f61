// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { useState } from 'react';
import { beforeEach, expect, it, vi } from 'vitest';
import { dropUnsaved, readUnsaved } from '../../state/unsaved.ts';
import { screen, sessionOf, show } from '../../tests/stage.tsx';
import { BegunNote } from './BegunNote.tsx';
import { useBegun, useLaidAside } from './useBegun.ts';
import type { Begun } from './useBegun.ts';

const PERSON = sessionOf('practitioner').user.id;
beforeEach(() => dropUnsaved(PERSON, 'thing:new'));

function Form({ begun }: { readonly begun: Begun<string> }) {
  const [typed, setTyped] = useState(begun.words ?? '');
  useLaidAside(begun, typed, typed !== (begun.words ?? ''));
  return (
    <>
      <BegunNote begun={begun} />
      <input
        aria-label="Name"
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
      />
      <button type="button" onClick={begun.drop}>
        Save
      </button>
    </>
  );
}

function New() {
  const begun = useBegun<string>('thing:new');
  return begun ? <Form key={begun.age} begun={begun} /> : <p>reading</p>;
}

function Page() {
  const [open, setOpen] = useState(true);
  return (
    <>
      <button
        type="button"
        onClick={() => {
          setOpen(!open);
        }}
      >
        Leave or come back
      </button>
      {open ? <New /> : null}
    </>
  );
}

const answers = { 'GET /session': sessionOf('practitioner') };
const name = async () => (await screen.findByLabelText<HTMLInputElement>('Name')).value;

it('something new that is left unsaved is there again, says so, and is begun with nothing at a word', async () => {
  const { user } = show(<Page />, answers);
  const way = screen.getByRole('button', { name: 'Leave or come back' });
  await user.type(await screen.findByLabelText('Name'), 'Our terms');
  expect(screen.queryByRole('status')).toBeNull();
  await user.click(way);
  await vi.waitFor(async () => {
    expect((await readUnsaved(PERSON, 'thing:new'))?.words).toBe('Our terms');
  });
  await user.click(way);
  expect(await name()).toBe('Our terms');
  expect(screen.getByRole('status').textContent).toContain('It is saved on this computer');
  await user.click(screen.getByRole('button', { name: 'Start again from nothing' }));
  expect(await name()).toBe('');
  await user.click(way);
  await user.click(way);
  expect(await name()).toBe('');
});

it('what is saved is not offered again', async () => {
  const { user } = show(<Page />, answers);
  await user.type(await screen.findByLabelText('Name'), 'Our terms');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await user.click(screen.getByRole('button', { name: 'Leave or come back' }));
  expect(await readUnsaved(PERSON, 'thing:new')).toBeUndefined();
});
