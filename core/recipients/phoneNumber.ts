import type { ContactAddress } from '../model/contact.ts';

/** Digits of a telephone number, with the signs people set between them (E.164 allows fifteen). */
const PHONE = /^\+?[\d\s().-]{5,24}$/u;
const digitsOf = (text: string): string => text.replace(/\D/g, '');

export const isPhoneNumber = (text: string): boolean => {
  const digits = digitsOf(text).length;
  return PHONE.test(text) && digits >= 5 && digits <= 15;
};

/** Country codes of one and two figures (ITU-T E.164, list of assigned codes); all others have three. */
const SHORT_CODES = /^(?:[17]|2[07]|3[0-469]|4[013-9]|5[1-8]|6[0-6]|8[1246]|9[0-58])/u;

/** A number of `+` and figures without its country's code. */
const withoutCountry = (plain: string): string => {
  const digits = plain.slice(1);
  const code = SHORT_CODES.exec(digits)?.[0] ?? digits.slice(0, 3);
  return digits.slice(code.length);
};

/** A number as machines write it: `+44 (0)7700 …` and `0044 7700 …` are `+447700…`; one without its country stays as it is. */
function plainNumber(text: string): string {
  const written = text.trim().replace(/\(0\)/u, '');
  const digits = digitsOf(written);
  if (written.startsWith('+')) return `+${digits}`;
  return digits.startsWith('00') ? `+${digits.slice(2)}` : digits;
}

/** What a number is kept and compared by: its digits, without the signs between them. */
export const numberKey = (text: string): string => digitsOf(plainNumber(text));

/**
 * Every key under which the same number may be kept: one with its country is also written without it, with or without the
 * nought before it (ITU-T E.123). A number without a country is known by its digits alone.
 */
export function numberKeys(text: string): readonly string[] {
  const plain = plainNumber(text);
  const digits = digitsOf(plain);
  if (digits === '') return [];
  const national = plain.startsWith('+') ? withoutCountry(plain) : '';
  const known =
    national === ''
      ? [digits, digits.startsWith('0') ? digits.slice(1) : `0${digits}`]
      : [digits, national, `0${national}`];
  return [...new Set(known)];
}

/** Whether two numbers, however written, are one. Where only one of them names its country, the rest decides. */
export function isSameNumber(one: string, other: string): boolean {
  const [plainOne, plainOther] = [plainNumber(one), plainNumber(other)];
  if (plainOne.startsWith('+') && plainOther.startsWith('+')) return plainOne === plainOther;
  return numberKeys(one).some((key) => numberKeys(other).includes(key));
}

const MOBILE_LABEL = /mobile|cell|handy/iu;
const LANDLINE_LABEL = /land ?line|switchboard|office|reception|desk|fax/iu;
/**
 * Numbers of the United Kingdom for places and not for people (Ofcom, National Telephone Numbering Plan): those kept free for
 * plays and films are in no list of numbers in use.
 */
const PLACE_NUMBER = /^\+44[123]/u;

/**
 * Whether a number is surely a line that no text message reaches: by what it is called, by its country's numbering plan where
 * that was looked up, or, in the United Kingdom, by itself.
 */
export function isLandline({ label, value, landline }: NumberCalled): boolean {
  if (MOBILE_LABEL.test(label)) return false;
  return landline === true || LANDLINE_LABEL.test(label) || PLACE_NUMBER.test(plainNumber(value));
}

type NumberCalled = Pick<ContactAddress, 'label' | 'value' | 'landline'>;
