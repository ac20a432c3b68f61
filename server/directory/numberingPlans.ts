import { parsePhoneNumberFromString } from 'libphonenumber-js/max';

/**
 * Whether a number that names its country is a fixed line by that country's numbering plan, as its regulator publishes it. One
 * that may be either (in North America), or that does not name its country, is not.
 */
export const isFixedLine = (number: string): boolean =>
  parsePhoneNumberFromString(number.trim().replace(/^00/, '+'))?.getType() === 'FIXED_LINE';
