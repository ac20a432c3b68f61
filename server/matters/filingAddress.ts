import type { StoredMatter } from './matter.ts';

/** A matter's own address: `<word>+<token>@<domain>`; only the token counts, the word is for people. */
const TOKEN = /\+([0-9a-f]{18})@/;

export const filingTokens = (addresses: readonly string[]): readonly string[] => [
  ...new Set(addresses.flatMap((address) => TOKEN.exec(address.toLowerCase())?.[1] ?? [])),
];

/** A matter with its filing address, where the practice has such. */
export const withFilingAddress = (matter: StoredMatter, domain: string): StoredMatter =>
  domain === ''
    ? matter
    : { ...matter, filingAddress: filingAddressOf(matter.reference, matter.filingToken, domain) };

/** The address to copy to a matter: `sv-2041+…@file.practice.example`. */
export function filingAddressOf(reference: string, token: string, domain: string): string {
  const word = reference
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${word || 'file'}+${token}@${domain}`;
}
