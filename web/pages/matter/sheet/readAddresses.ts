import addressParser from 'nodemailer/lib/addressparser';
import type { Message } from '../../../../contract/messages.ts';

/** The most that one paste puts in: more is a round, not a letter. */
const MAX_PASTED = 100;
const MAX_TEXT = 20_000;

/**
 * Reads addresses as they are found in other programs: `Ines Okafor <ines@x.example>; "Lund, Aksel" <a@y.example>`,
 * groups, comments, a line each (RFC 5322 §3.4). What has no address in it is left out.
 */
export function readAddresses(text: string): Message['to'] {
  const list = text
    .slice(0, MAX_TEXT)
    .replace(/[\r\n\t]+/g, ', ')
    .replace(/;(?=[^"]*(?:"[^"]*"[^"]*)*$)/g, ',');
  return addressParser(list, { flatten: true })
    .filter(({ address }) => address.includes('@'))
    .slice(0, MAX_PASTED)
    .map(({ name, address }) => ({ name, address, roles: [] }));
}
