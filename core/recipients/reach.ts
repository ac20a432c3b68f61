import type { Channel } from '../model/channel.ts';
import type { AddressKind } from '../model/contact.ts';
import { addressKey, isMailAddress } from './address.ts';
import { isPhoneNumber, isSameNumber, numberKey, numberKeys } from './phoneNumber.ts';

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

/** What an address of a kind is kept and compared by. */
export const keyOfAddress = (kind: AddressKind, address: string): string =>
  kind === 'phone' ? numberKey(address) : addressKey(address);

/** Every key under which an address of a kind may be kept. */
export const keysOfAddress = (kind: AddressKind, address: string): readonly string[] =>
  kind === 'phone' ? numberKeys(address) : [addressKey(address)];

/** Whether two addresses of a kind reach the same place. */
export const isSameAddress = (kind: AddressKind, one: string, other: string): boolean =>
  kind === 'phone' ? isSameNumber(one, other) : addressKey(one) === addressKey(other);
