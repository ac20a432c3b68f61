// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepUnsaved, unsavedOf } from '../../state/unsaved.ts';
import { refusing, screen, sessionOf, show } from '../../tests/stage.tsx';
import { SignOutPage } from './SignOutPage.tsx';

const go = vi.spyOn(window.location, 'assign');

beforeEach(() => {
  go.mockImplementation(() => undefined);
});
afterEach(() => {
  go.mockReset();
});

const page = (role: 'practitioner' | 'assistant' | 'reader', answer: unknown = {}) =>
  show(<SignOutPage />, { 'DELETE /session': answer }, { role });
const idOf = (role: 'practitioner' | 'assistant' | 'reader'): string => sessionOf(role).user.id;

describe('signing out', () => {
  it('is done at once where nothing is on this computer alone', async () => {
    const { changes } = page('reader');
    await vi.waitFor(() => {
      expect(go).toHaveBeenCalledWith('/');
    });
    expect(changes()).toMatchObject([{ method: 'DELETE', path: '/session' }]);
  });

  it('names first what would be deleted with it', async () => {
    await keepUnsaved(idOf('practitioner'), 'template:new', { name: 'Half a template' });
    const { user, changes } = page('practitioner');
    expect(await screen.findByText(/^1 new template is saved on this computer alone/)).toBeTruthy();
    expect(changes()).toEqual([]);
    await user.click(screen.getByRole('button', { name: 'Sign out and delete' }));
    await vi.waitFor(() => {
      expect(go).toHaveBeenCalledWith('/');
    });
    expect(await unsavedOf(idOf('practitioner'))).toEqual([]);
  });

  it('deletes nothing where the server does not sign anybody out', async () => {
    await keepUnsaved(idOf('assistant'), 'contact:new ', {});
    const { user } = page('assistant', refusing(500, 'internal'));
    await user.click(await screen.findByRole('button', { name: 'Sign out and delete' }));
    expect((await screen.findByRole('alert')).textContent).toContain('went wrong');
    expect(await unsavedOf(idOf('assistant'))).toHaveLength(1);
    expect(go).not.toHaveBeenCalled();
  });
});
