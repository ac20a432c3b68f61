// @vitest-environment happy-dom
import { fireEvent, render, screen } from '@testing-library/react';
import { cleanup } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useKeys } from './keys.ts';

const acted = vi.fn<(name: string) => void>();
function View() {
  useKeys(
    Object.fromEntries(
      ['Enter', '1', 'n', 'ArrowDown', 'Escape', 'Ctrl+s', 'Ctrl+Enter'].map((name) => [
        name,
        () => acted(name),
      ]),
    ),
  );
  return (
    <>
      <button type="button">Undo</button>
      <a href="/elsewhere">A link</a>
      <input aria-label="Words" />
      <div role="radiogroup">
        <input type="radio" aria-label="one" />
      </div>
      <div
        contentEditable
        suppressContentEditableWarning
        role="textbox"
        aria-label="Letter"
        // As editors do, whether or not they have a use for it.
        onKeyDown={(event) => {
          event.preventDefault();
        }}
      />
      <p tabIndex={0}>paper</p>
    </>
  );
}
const press = (key: string, target: Element = document.body, more: object = {}): readonly string[] => {
  acted.mockClear();
  fireEvent.keyDown(target, { key, bubbles: true, ...more });
  return acted.mock.calls.map(([name]) => name);
};

describe('keys of a view', () => {
  afterEach(cleanup);

  it('are left to the control that has the focus, where it wants them', () => {
    render(<View />);
    const [button, link, words] = [
      screen.getByRole('button'),
      screen.getByRole('link'),
      screen.getByLabelText('Words'),
    ];
    expect(press('Enter')).toEqual(['Enter']);
    expect(press('Enter', screen.getByText('paper'))).toEqual(['Enter']);
    for (const control of [button, link, words]) expect(press('Enter', control)).toEqual([]);
    expect(press('ArrowDown', screen.getByRole('radio'))).toEqual([]);
    expect(press('ArrowDown', button)).toEqual(['ArrowDown']);
    expect(press('n', words)).toEqual([]);
    expect(press('n', button)).toEqual(['n']);
  });

  it('act once while they are held, but for those that go along', () => {
    render(<View />);
    expect(press('1', document.body, { repeat: true })).toEqual([]);
    expect(press('s', document.body, { ctrlKey: true, repeat: true })).toEqual([]);
    expect(press('ArrowDown', document.body, { repeat: true })).toEqual(['ArrowDown']);
  });

  it('are the same with Caps Lock on, and others with Shift', () => {
    render(<View />);
    expect(press('S', screen.getByLabelText('Words'), { ctrlKey: true })).toEqual(['Ctrl+s']);
    expect(press('S', document.body, { ctrlKey: true, shiftKey: true })).toEqual([]);
    expect(press('N')).toEqual(['n']);
    expect(press('N', document.body, { shiftKey: true })).toEqual([]);
  });

  it('with Ctrl, and Escape, act while somebody types too', () => {
    render(<View />);
    const words = screen.getByRole('textbox', { name: 'Words' });
    expect(press('Escape', screen.getByRole('textbox', { name: 'Letter' }))).toEqual(['Escape']);
    expect(press('Enter', words, { ctrlKey: true })).toEqual(['Ctrl+Enter']);
    expect(press('Escape', words)).toEqual(['Escape']);
  });

  it('act in the inner view alone, in an editor too', () => {
    const outer = vi.fn();
    function Outer({ open }: { readonly open: boolean }) {
      useKeys({ Escape: outer });
      return open ? <View /> : null;
    }
    // The inner one comes later, as a sheet does on its matter.
    render(<Outer open={false} />).rerender(<Outer open />);
    for (const name of ['Words', 'Letter'])
      expect(press('Escape', screen.getByRole('textbox', { name }))).toEqual(['Escape']);
    expect(outer).not.toHaveBeenCalled();
  });
});
