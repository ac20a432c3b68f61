import { NOBODY, somebody } from '../../../contract/directory.ts';
import type { ContactJson } from '../../../contract/directory.ts';

const isNamed = (state: unknown): state is { readonly name: string; readonly address: string } =>
  typeof state === 'object' && state !== null && 'name' in state && 'address' in state;

/** Whom the page before told of: a new contact begins with them, or as nobody. */
export const firstKnown = (state: unknown): ContactJson =>
  isNamed(state) ? somebody(state.name, state.address) : NOBODY;
