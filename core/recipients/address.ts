import type { Channel } from '../model/channel.ts';

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

/** Digits of a telephone number, with the signs people set between them (E.164 allows fifteen). */
const PHONE = /^\+?[\d\s().-]{5,24}$/u;
const countDigits = (text: string): number => text.replace(/\D/g, '').length;

export const isPhoneNumber = (text: string): boolean =>
  PHONE.test(text) && countDigits(text) >= 5 && countDigits(text) <= 15;

const MOBILE_LABEL = /mobile|cell|handy/iu;
const LANDLINE_LABEL = /land ?line|switchboard|office|reception|desk|fax/iu;
/** Numbers of the United Kingdom for places and not for people (Ofcom, National Telephone Numbering Plan). */
const PLACE_NUMBER = /^\+44\s?(?:\(0\))?\s?[123]/u;

/** Whether a number is surely a line that no text message reaches: by what it is called, or by itself. */
export const isLandline = ({ label, value }: { readonly label: string; readonly value: string }): boolean =>
  !MOBILE_LABEL.test(label) && (LANDLINE_LABEL.test(label) || PLACE_NUMBER.test(value));

/** The longest postal address kept. */
export const MAX_POSTAL = 500;

/** Whether a message of this channel can be brought to an address. */
export function canReach(channel: Channel, address: string): boolean {
  switch (channel) {
    case 'email':
      return isMailAddress(address);
    case 'text':
      return isPhoneNumber(address);
    case 'letter':
      return address.trim() !== '' && address.length <= MAX_POSTAL;
    default:
      return channel satisfies never;
  }
}

/** Addresses that reach the same mailbox compare alike: letter case is not told apart by any host we know of. */
export const addressKey = (address: string): string => address.trim().toLowerCase();
