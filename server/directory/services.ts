import type { ContactDetail } from '../../contract/directory.ts';
import type { Scope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';

/** What the directory shows of later capabilities, which it does not know. */
export interface DirectoryServices extends Services {
  /** The matters that a contact is on, as far as the actor may see them. */
  readonly mattersOfContact: (scope: Scope, contactId: string) => Promise<ContactDetail['matters']>;
}
