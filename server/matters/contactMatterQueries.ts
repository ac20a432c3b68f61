import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';

/** A matter that a contact is on, once for each role. */
export interface MatterOfContact {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly typeId: string;
  readonly stage: string;
  readonly lastUtc: number | null;
  readonly role: string;
  /** Who is on it. */
  readonly contactId: string;
  readonly contactName: string;
}

/** The matters that any of some contacts are on, as far as this person may see them, with the roles there. */
export function matterRolesOf(
  scope: Scope,
  contactIds: readonly string[],
): Promise<readonly MatterOfContact[]> {
  return visible(scope, 'parties')
    .join('matters', 'matters.id', 'parties.matter_id')
    .join('contacts', 'contacts.id', 'parties.contact_id')
    .whereIn('parties.contact_id', [...contactIds])
    .orderBy('matters.recent_utc', 'desc')
    .select<MatterOfContact[]>({
      id: 'matters.id',
      reference: 'matters.reference',
      title: 'matters.title',
      typeId: 'matters.type_id',
      stage: 'matters.stage',
      lastUtc: 'matters.last_entry_utc',
      role: 'parties.role',
      contactId: 'contacts.id',
      contactName: 'contacts.name',
    });
}
