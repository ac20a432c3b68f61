/**
 * An address that mail can go to: one addr-spec of RFC 5321 with a dotted domain, without comments or quoting (which
 * no practice's correspondent uses, and which are how odd things are smuggled in). Bounds: 64 octets before the sign,
 * 254 in all (RFC 5321 §4.5.3.1). Letters beyond ASCII are allowed for internationalised mail (RFC 6531).
 */
const MAX_ADDRESS = 254;
const MAX_LOCAL = 64;
const LOCAL = /^[\p{L}\p{N}!#$%&'*+/=?^_`{|}~.-]+$/u;
const LABEL = /^[\p{L}\p{N}](?:[\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?$/u;

export function isMailAddress(text: string): boolean {
  const at = text.lastIndexOf('@');
  if (at < 1 || text.length > MAX_ADDRESS || at > MAX_LOCAL) return false;
  const local = text.slice(0, at);
  if (!LOCAL.test(local) || local.startsWith('.') || local.endsWith('.') || local.includes('..'))
    return false;
  const labels = text.slice(at + 1).split('.');
  return labels.length > 1 && labels.every((label) => LABEL.test(label));
}

/** Addresses that reach the same mailbox compare alike: letter case is not told apart by any host we know of. */
export const addressKey = (address: string): string => address.trim().toLowerCase();
