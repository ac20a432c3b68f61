import { saveFile } from '../../ui/saveFile.ts';

/** Saves contacts as a file: the chosen ones, or all where none are. */
export async function saveContacts(format: 'vcard' | 'csv', ids: readonly string[]): Promise<void> {
  const answer = await fetch('/api/v1/contact-export', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ format, ...(ids.length > 0 ? { ids } : {}) }),
  });
  if (!answer.ok) return;
  saveFile(await answer.blob(), format === 'csv' ? 'contacts.csv' : 'contacts.vcf');
}
