import { useLocation } from 'react-router';

/** The part of an address that keeps the opened entry of a matter open while a sheet is begun beside it; empty where none is. */
export function useOpenEntry(): string {
  const { pathname, search } = useLocation();
  const entry = pathname.startsWith('/matters/') ? new URLSearchParams(search).get('entry') : null;
  return entry === null ? '' : `?entry=${entry}`;
}
