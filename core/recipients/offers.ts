import { eachBegins, foldName, foldText } from '../model/words.ts';
import type { AddressKind, Contact, ContactAddress } from '../model/contact.ts';
import type { MatterRecord } from '../model/matter.ts';
import type { Channel } from '../model/channel.ts';
import { ADDRESS_KIND, addressesThatReach, chooseAddress, recipientOf, rolesOf } from './recipients.ts';
import type { Recipient } from './recipients.ts';

/** Why an address of somebody is the one that is offered. */
export type WhyAddress = 'only' | 'preferred' | 'mobile' | 'other' | 'bounced';

/** Somebody to write to, by one of their addresses. */
export interface RecipientOffer extends Recipient {
  /** What the practice calls the address: `work`, `accounts`. */
  readonly label: string;
  readonly why: WhyAddress;
  readonly organisation: string | undefined;
  readonly doNotWriteTo: boolean;
}

/** How many are offered at once: more are found by another letter. */
const MOST_OFFERED = 12;

/**
 * People for what is being typed, this matter's parties first, then the directory's. Each word typed must begin a word of
 * the name, the organisation, a role or an address. Somebody with several addresses is offered by each, the best first.
 */
export function offerRecipients(
  typed: string,
  record: MatterRecord,
  directory: readonly Contact[],
  channel: Channel,
): readonly RecipientOffer[] {
  const wanted = foldText(typed).folded;
  const parties = record.parties.map(({ contact }) => contact);
  const seen = new Set<string>();
  const people = [...parties, ...directory].filter(({ id }) => !seen.has(id) && seen.add(id));
  return people
    .flatMap((contact) => offersOf(contact, record, ADDRESS_KIND[channel]))
    .filter((offer) => fits(offer, wanted))
    .slice(0, MOST_OFFERED);
}

/** Parties of the matter who fit what is typed, and whom no address of the channel's kind reaches: said rather than left out. */
export function unreachedParties(typed: string, record: MatterRecord, channel: Channel): readonly string[] {
  const wanted = foldText(typed).folded;
  const silent = record.parties
    .map(({ contact }) => contact)
    .filter((contact) => !chooseAddress(contact, undefined, ADDRESS_KIND[channel]))
    .filter((contact) => {
      const words = foldText([contact.name, ...rolesOf(contact, record)].join(' ')).folded;
      return eachBegins(wanted, words);
    });
  return [...new Set(silent.map(({ name }) => name))].slice(0, MOST_OFFERED);
}

/** All who hold a role on the matter, to be written to together. */
export interface RoleOffer {
  readonly role: string;
  readonly label: string;
  /** Those who have an address of the channel's kind, each by the one to write to. */
  readonly members: readonly Recipient[];
  /** Names of those who have none. */
  readonly without: readonly string[];
}

/** Roles that several hold, whose name what is typed begins: writing “owner” means all of them. */
export function offerRoles(typed: string, record: MatterRecord, channel: Channel): readonly RoleOffer[] {
  const wanted = foldName(typed);
  return record.type.roles
    .filter(({ label }) => foldName(label).startsWith(wanted))
    .flatMap(({ key, label }): readonly RoleOffer[] => {
      const holders = record.parties.filter(({ role }) => role === key).map(({ contact }) => contact);
      const members = holders.flatMap((contact) => recipientOf(contact, record, undefined, channel) ?? []);
      const reached = new Set(members.map(({ contactId }) => contactId));
      const without = holders.filter(({ id }) => !reached.has(id)).map(({ name }) => name);
      return holders.length > 1 && members.length > 0 ? [{ role: key, label, members, without }] : [];
    });
}

function offersOf(contact: Contact, record: MatterRecord, kind: AddressKind): readonly RecipientOffer[] {
  const best = chooseAddress(contact, undefined, kind);
  const all = addressesThatReach(contact, kind);
  const ordered = best ? [best, ...all.filter((address) => address !== best)] : [];
  return ordered.map((address) => ({
    name: contact.name,
    address: address.value,
    contactId: contact.id,
    roles: rolesOf(contact, record),
    label: address.label,
    why: whyOf(address, best, all.length),
    organisation: contact.kind === 'person' ? contact.organisation : undefined,
    doNotWriteTo: contact.doNotWriteTo,
  }));
}

function whyOf(address: ContactAddress, best: ContactAddress | undefined, count: number): WhyAddress {
  if (address.bounced) return 'bounced';
  if (count === 1) return 'only';
  if (address !== best) return 'other';
  return address.preferred ? 'preferred' : address.kind === 'phone' ? 'mobile' : 'other';
}

function fits(offer: RecipientOffer, wanted: readonly string[]): boolean {
  const { name, organisation = '', roles, address, label } = offer;
  const words = foldText([name, organisation, ...roles, label].join(' ')).folded;
  const mail = foldName(address).split(/[^\p{L}\p{N}]+/u);
  return eachBegins(wanted, [...words, ...mail]);
}
