import type { ContactJson } from '../../../contract/directory.ts';

/** A contact of whom nothing is known yet. */
export const NOBODY: ContactJson = {
  kind: 'person',
  name: '',
  title: '',
  givenName: '',
  middleName: '',
  familyName: '',
  suffix: '',
  organisation: '',
  position: '',
  language: '',
  doNotWriteTo: false,
  ownFormalGreeting: '',
  ownFamiliarGreeting: '',
  coupleWithId: null,
  coupleGreeting: '',
  note: '',
  addresses: [],
};

const isNamed = (state: unknown): state is { readonly name: string; readonly address: string } =>
  typeof state === 'object' && state !== null && 'name' in state && 'address' in state;

/** Somebody of whom a message tells the name and the address; nobody where it does not. */
export function somebody(state: unknown): ContactJson {
  if (!isNamed(state)) return NOBODY;
  const words = state.name.trim().split(/\s+/);
  const familyName = words.pop() ?? '';
  return {
    ...NOBODY,
    givenName: words.join(' '),
    familyName,
    addresses: [{ kind: 'email', label: 'work', value: state.address, preferred: true, bounced: false }],
  };
}
