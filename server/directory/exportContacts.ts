import Papa from 'papaparse';
import { allContactIds } from './queries.ts';
import { findContacts } from './contactQueries.ts';
import { writeVcards } from './vcards.ts';
import { CONTACT_COLUMNS, contactLine } from '../../core/directory/contactCsv.ts';
import type { Scope } from '../access/scope.ts';

/** Contacts out, as vCards or as a list: the chosen ones, or all. Nothing comes back by itself. */
export async function exportContacts(
  scope: Scope,
  format: 'vcard' | 'csv',
  ids: readonly string[] | undefined,
): Promise<Buffer> {
  const wanted = ids ?? (await allContactIds(scope));
  const contacts = [...(await findContacts(scope, wanted)).values()].sort((a, b) =>
    a.name < b.name ? -1 : 1,
  );
  if (format === 'vcard') return Buffer.from(writeVcards(contacts), 'utf8');
  const csv = Papa.unparse([[...CONTACT_COLUMNS], ...contacts.map((contact) => [...contactLine(contact)])]);
  // The mark at the start tells spreadsheets that it is UTF-8.
  return Buffer.from(`\ufeff${csv}\r\n`, 'utf8');
}
