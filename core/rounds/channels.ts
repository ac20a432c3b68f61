import type { Channel } from '../model/channel.ts';
import type { Contact } from '../model/contact.ts';
import { ADDRESS_KIND, addressesThatReach } from '../recipients/recipients.ts';

/**
 * The channel by which a round reaches somebody: the one they would rather have, or else the first, of those it may use,
 * that all of them have a sound address for; one whose mail came back is used only where there is no other way. Undefined where there is none.
 */
export function channelTo(contacts: readonly Contact[], channels: readonly Channel[]): Channel | undefined {
  const reaches = (channel: Channel, sound: boolean): boolean =>
    contacts.every((contact) =>
      addressesThatReach(contact, ADDRESS_KIND[channel]).some(({ bounced }) => !sound || !bounced),
    );
  // Those who are written to together are asked together: where they differ, nobody's wish is heard before another's.
  const [wish, ...others] = new Set(contacts.map(({ preferredChannel }) => preferredChannel));
  const isWish = (one: Channel): boolean => others.length === 0 && one === wish;
  const inOrder = [...channels.filter(isWish), ...channels.filter((one) => !isWish(one))];
  return inOrder.find((one) => reaches(one, true)) ?? inOrder.find((one) => reaches(one, false));
}
