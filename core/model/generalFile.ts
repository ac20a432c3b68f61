import { asId } from './ids.ts';
import type { MatterId, MatterTypeId } from './ids.ts';
import type { MatterType } from './matter.ts';

/**
 * The practice's general file: what is written to people without a matter is filed there, and the practice's own documents
 * lie there. It is kept as a matter, so that all that holds for messages, entries and documents holds for these as well; but
 * it has no reference, type, stage or parties that anybody sees, and is in no list of matters.
 */
export const GENERAL_FILE = asId<MatterId>('00000000-0000-4000-8000-000000000001');

export const GENERAL_TYPE = asId<MatterTypeId>('00000000-0000-4000-8000-000000000002');

/** What the general file holds: nothing of a matter's own. */
export const generalType = (currency: string): MatterType => ({
  id: GENERAL_TYPE,
  name: 'General file',
  currency,
  facts: [],
  tables: [],
  roles: [],
  stages: [{ key: 'open', label: 'Open' }],
  keyDates: [],
  calculated: [],
});

export const isGeneralFile = (matterId: string): boolean => matterId === GENERAL_FILE;
