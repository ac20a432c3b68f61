import { useEffect, useRef } from 'react';
import type { RefObject } from 'react';
import { useLocation } from 'react-router';

const NAME = 'Officium';
/** A view that is still being read has no heading yet; it is looked for this often. */
const LOOK_MS = 60;
const LONGEST_LOOKS = 50;

/** What names a view in its address: within a matter or a template, one does not leave the view. */
const viewOf = (pathname: string): string => pathname.split('/').slice(0, 3).join('/');

/**
 * A title for each view, taken from its heading; and with each change of view the focus goes to that heading, unless the view has put it
 * somewhere itself (WCAG 2.2, 2.4.2 and 2.4.3).
 */
export function useViewHeading(): RefObject<HTMLElement | null> {
  const main = useRef<HTMLElement>(null);
  const view = viewOf(useLocation().pathname);
  const before = useRef(view);
  useEffect(() => {
    const isFirst = before.current === view;
    before.current = view;
    let looks = 0;
    const timer = window.setInterval(() => {
      looks += 1;
      const heading = main.current?.querySelector<HTMLElement>('h1');
      const words = heading?.textContent.trim() ?? '';
      if (words === '' && looks < LONGEST_LOOKS) return;
      window.clearInterval(timer);
      document.title = words === '' ? NAME : `${words} · ${NAME}`;
      const focused = document.activeElement;
      // Whoever has begun to type, or is within the view already, is left where they are.
      const isBusy = focused?.matches('input, textarea, select, [contenteditable="true"]') ?? false;
      if (isFirst || !heading || isBusy || main.current?.contains(focused)) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    }, LOOK_MS);
    return () => {
      window.clearInterval(timer);
    };
  }, [view]);
  return main;
}
