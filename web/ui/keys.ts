import { useEffect, useRef } from 'react';

/** What pressed keys do, by their name: `n`, `?`, `Escape`, `ArrowDown`, with `Ctrl+` before it where it is held. */
export type KeyMap = Readonly<Record<string, () => void>>;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Keys of a view. Plain keys do nothing while somebody types; those with Ctrl, and Escape, always do. */
export function useKeys(keys: KeyMap): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey) return;
      const control = event.ctrlKey || event.metaKey;
      const act = current.current[control ? `Ctrl+${event.key}` : event.key];
      if (!act || (isTyping(event.target) && !control && event.key !== 'Escape')) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, []);
}
