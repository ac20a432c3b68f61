import { useEffect, useRef } from 'react';

/** What pressed keys do, by their name: `n`, `?`, `Escape`, `ArrowDown`, with `Ctrl+` before it where it is held. */
export type KeyMap = Readonly<Record<string, () => void>>;

const isEditor = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.isContentEditable;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (isEditor(target) || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** A control that has the focus owns Enter, Space and the arrows it moves by. */
const OWNERS: Readonly<Record<string, string>> = {
  Enter: 'a, button, summary, [role="option"], [role="menuitem"], [role="combobox"], input, select',
  ' ': 'a, button, summary, [role="option"], [role="menuitem"], input, select',
  ArrowUp: '[role="combobox"], [role="menuitem"], [role="radiogroup"] *, select',
  ArrowDown: '[role="combobox"], [role="menuitem"], [role="radiogroup"] *, select',
};
const isOwned = ({ key, target }: KeyboardEvent): boolean => {
  const owners = OWNERS[key];
  return owners !== undefined && target instanceof Element && target.closest(owners) !== null;
};

/** With Caps Lock on, a letter is still the same key. */
const nameOf = ({ key, shiftKey }: KeyboardEvent): string =>
  /^[A-Z]$/.test(key) && !shiftKey ? key.toLowerCase() : key;

/** Held down, a key that goes along goes on; one that does something does it once. */
const goesOn = (key: string): boolean => /^(?:Arrow|Page)/.test(key);

/** Something that floats over the page takes Escape for itself: it closes, and the page stays. */
const somethingFloats = (): boolean =>
  [
    ...document.querySelectorAll<HTMLElement>(
      '[role="dialog"], [role="menu"], [data-floats], .mantine-Popover-dropdown, .mantine-Combobox-dropdown',
    ),
  ].some((element) => element.offsetParent !== null);

/**
 * Keys of a view. Plain keys do nothing while somebody types, nor where the control that has the focus wants them; held down, they
 * act once. Those with Ctrl are taken before an editor can take them
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
      // An editor takes Escape without doing anything with it.
      const isTaken = event.defaultPrevented && !(event.key === 'Escape' && isEditor(event.target));
      if (!action || isTaken || event.altKey) return;
      event.preventDefault();
      action();
    };
    const first = (event: KeyboardEvent): void => {
      floated = somethingFloats();
      if ((event.ctrlKey || event.metaKey) && !event.repeat) act(event, `Ctrl+${nameOf(event)}`);
    };
    const last = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey) return;
      if (event.repeat && !goesOn(event.key)) return;
      const escapes = event.key === 'Escape';
      if (escapes ? !floated : !isTyping(event.target) && !isOwned(event)) act(event, nameOf(event));
    };
    window.addEventListener('keydown', first, true);
    window.addEventListener('keydown', last);
    return () => {
      window.removeEventListener('keydown', first, true);
      window.removeEventListener('keydown', last);
    };
  }, []);
}
