import { useEffect, useRef, useState } from 'react';

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

/** With Caps Lock on, a letter is still the same key; a figure with Shift is one whatever sign its layout puts there. */
function nameOf({ key, code, shiftKey }: KeyboardEvent): string {
  if (/^[A-Z]$/.test(key) && !shiftKey) return key.toLowerCase();
  const [, figure] = /^Digit(\d)$/.exec(code) ?? [];
  return figure !== undefined && shiftKey && key !== figure ? `Shift+${figure}` : key;
}

/** Held down, a key that goes along goes on; one that does something does it once. */
const goesOn = (key: string): boolean => /^(?:Arrow|Page)/.test(key);

/** Something that floats over the page takes Escape for itself: it closes, and the page stays. */
const somethingFloats = (): boolean =>
  [
    ...document.querySelectorAll<HTMLElement>(
      '[role="dialog"], [role="menu"], [data-floats], .mantine-Popover-dropdown, .mantine-Combobox-dropdown',
    ),
  ].some((element) => element.offsetParent !== null);

interface View {
  /** Views are drawn from the outside in: the higher, the further in. */
  readonly order: number;
  readonly keys: () => KeyMap;
}
let singleKeys = true;
/** Whether keys pressed alone do something: whoever speaks to their computer, or hits keys by chance, does without (WCAG 2.2, 2.1.4). */
export function setSingleKeys(on: boolean): void {
  singleKeys = on;
}
/** Letters, figures and signs; Enter, Escape, Delete and the arrows are not among them. */
const isSingle = (name: string): boolean => [...name].length === 1 || name.startsWith('Shift+');

const views = new Set<View>();
let drawn = 0;

/** Hands a key to the innermost view that has a use for it. */
function act(event: KeyboardEvent, name: string): void {
  // An editor takes Escape without doing anything with it.
  const isTaken = event.defaultPrevented && !(event.key === 'Escape' && isEditor(event.target));
  if (isTaken || event.altKey) return;
  const inner = [...views].sort((a, b) => b.order - a.order).find(({ keys }) => keys()[name] !== undefined);
  const action = inner?.keys()[name];
  if (!action) return;
  event.preventDefault();
  action();
}

let floated = false;
function first(event: KeyboardEvent): void {
  floated = somethingFloats();
  const name = `Ctrl+${nameOf(event)}`;
  // In a field, what was typed is what is taken back.
  if (name === 'Ctrl+z' && isTyping(event.target)) return;
  if ((event.ctrlKey || event.metaKey) && !event.repeat) act(event, name);
}
function last(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey) return;
  if (event.repeat && !goesOn(event.key)) return;
  if (!singleKeys && isSingle(nameOf(event))) return;
  const escapes = event.key === 'Escape';
  if (escapes ? !floated : !isTyping(event.target) && !isOwned(event)) act(event, nameOf(event));
}

function listen(view: View): () => void {
  if (views.size === 0) {
    window.addEventListener('keydown', first, true);
    window.addEventListener('keydown', last);
  }
  views.add(view);
  return () => {
    views.delete(view);
    if (views.size > 0) return;
    window.removeEventListener('keydown', first, true);
    window.removeEventListener('keydown', last);
  };
}

/**
 * Keys of a view. Plain keys do nothing while somebody types, nor where the control that has the focus wants them; held down, they
 * act once. Those with Ctrl are taken before an editor can take them for itself; Escape is left to whatever floats, and of two
 * views to the inner one, whichever of them came first.
 */
export function useKeys(keys: KeyMap): void {
  const [order] = useState(() => (drawn += 1));
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => listen({ order, keys: () => current.current }), [order]);
}
