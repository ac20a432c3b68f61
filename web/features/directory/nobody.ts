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
