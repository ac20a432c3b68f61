import { useEffect, useRef } from 'react';

/** What pressed keys do, by their name: `n`, `?`, `Escape`, `ArrowDown`, with `Ctrl+` before it where it is held. */
export type KeyMap = Readonly<Record<string, () => void>>;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Something that floats over the page takes Escape for itself: it closes, and the page stays. */
const somethingFloats = (): boolean =>
  [
    ...document.querySelectorAll<HTMLElement>(
      '[role="dialog"], [role="menu"], .mantine-Popover-dropdown, .mantine-Combobox-dropdown',
    ),
  ].some((element) => element.offsetParent !== null);

/**
 * Keys of a view. Plain keys do nothing while somebody types. Those with Ctrl are taken before an editor can take them
 * for itself; Escape is left to whatever floats, and of two views to the inner one.
 */
export function useKeys(keys: KeyMap): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    let floated = false;
    const act = (event: KeyboardEvent, name: string): void => {
      const action = current.current[name];
      if (!action || event.defaultPrevented || event.altKey) return;
      event.preventDefault();
      action();
    };
    const first = (event: KeyboardEvent): void => {
      floated = somethingFloats();
      if (event.ctrlKey || event.metaKey) act(event, `Ctrl+${event.key}`);
    };
    const last = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey) return;
      const escapes = event.key === 'Escape';
      if (escapes ? !floated : !isTyping(event.target)) act(event, event.key);
    };
    window.addEventListener('keydown', first, true);
    window.addEventListener('keydown', last);
    return () => {
      window.removeEventListener('keydown', first, true);
      window.removeEventListener('keydown', last);
    };
  }, []);
}
