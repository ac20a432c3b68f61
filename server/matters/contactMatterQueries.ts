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
}

/** The matters a contact is on, as far as this person may see them, with the roles there. */
export function matterRolesOf(scope: Scope, contactId: string): Promise<readonly MatterOfContact[]> {
  return visible(scope, 'parties')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where('parties.contact_id', contactId)
    .orderBy('matters.recent_utc', 'desc')
    .select<MatterOfContact[]>({
      id: 'matters.id',
      reference: 'matters.reference',
      title: 'matters.title',
      typeId: 'matters.type_id',
      stage: 'matters.stage',
      lastUtc: 'matters.last_entry_utc',
      role: 'parties.role',
    });
}
