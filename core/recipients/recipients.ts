import type { AddressKind, Contact, ContactAddress } from '../model/contact.ts';
import type { ContactId } from '../model/ids.ts';
import type { MatterRecord, Party } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import type { Channel } from '../model/channel.ts';
import { addressKey } from './address.ts';
import { isLandline } from './phoneNumber.ts';

/** What an address must be for a channel to reach it. */
export const ADDRESS_KIND: Readonly<Record<Channel, AddressKind>> = {
  email: 'email',
  text: 'phone',
  letter: 'post',
};

/** Somebody a message goes to; without `contactId` a stranger whose address was typed. */
export interface Recipient {
  readonly name: string;
  readonly address: string;
  readonly contactId?: ContactId;
  /** The roles they hold on the matter, as labels: `client`, `owner`. */
  readonly roles: readonly string[];
}

/** Who a template writes to: everyone in a role, by the address with this label or else the preferred one. */
export interface RoleRule {
  readonly role: string;
  readonly addressLabel?: string;
}

/** Somebody a template always writes to, whatever the matter: an archive, a head office. */
export interface FixedRule {
  readonly address: string;
  readonly name: string;
}

/** The matter's own filing address, so that answers to all come to the matter by themselves. */
export interface FilingRule {
  readonly filing: true;
}

export type RecipientRule = RoleRule | FixedRule | FilingRule;

export interface RecipientRules {
  readonly to: readonly RecipientRule[];
  readonly cc: readonly RecipientRule[];
  readonly bcc: readonly RecipientRule[];
}

export interface Recipients {
  readonly to: readonly Recipient[];
  readonly cc: readonly Recipient[];
  readonly bcc: readonly Recipient[];
}

export type RecipientProblem = Problem<'roleUnknown' | 'roleEmpty' | 'noAddress', 'to' | 'cc' | 'bcc'>;

/** A contact's addresses of a kind, but for landlines, which no text message reaches. */
export const addressesThatReach = (
  { addresses }: Pick<Contact, 'addresses'>,
  kind: AddressKind,
): readonly ContactAddress[] =>
  addresses.filter((address) => address.kind === kind && (kind !== 'phone' || !isLandline(address)));

/**
 * The address to write to: the labelled one when asked for, else the preferred, else the first; one that bounced
 * only when there is no other.
 */
export function chooseAddress(
  contact: Contact,
  label?: string,
  kind: AddressKind = 'email',
): ContactAddress | undefined {
  const all = addressesThatReach(contact, kind);
  const sound = all.filter((address) => !address.bounced);
  const pool = sound.length > 0 ? sound : all;
  // A mobile first; where none is said to be one, the preferred number is tried.
  const mobile = kind === 'phone' ? pool.find((a) => /mobile|cell/iu.test(a.label)) : undefined;
  return pool.find((a) => a.label === label) ?? mobile ?? pool.find((a) => a.preferred) ?? pool[0];
}

/**
 * Resolves a template's rules on a matter. Somebody reached by several roles, or by several lines, appears once, in
 * the first line that names them, with all their roles (an owner who is also the client).
 */
export function resolveRecipients(
  rules: RecipientRules,
  record: MatterRecord,
  channel: Channel = 'email',
): { readonly recipients: Recipients; readonly problems: readonly RecipientProblem[] } {
  const seen = new Set<string>();
  const problems: RecipientProblem[] = [];
  const line = (name: keyof Recipients): readonly Recipient[] =>
    rules[name].flatMap((rule) => {
      const { found, problem } = resolveRule(rule, record, name, channel);
      if (problem) problems.push(problem);
      return found.filter(({ address }) => !seen.has(addressKey(address)) && seen.add(addressKey(address)));
    });
  const recipients = { to: line('to'), cc: line('cc'), bcc: line('bcc') };
  return { recipients, problems };
}

function resolveRule(
  rule: RecipientRule,
  record: MatterRecord,
  where: keyof Recipients,
  channel: Channel,
): { readonly found: readonly Recipient[]; readonly problem?: RecipientProblem } {
  if ('address' in rule) {
    // An address that always gets a copy is a mailbox; a letter or a text message has no use for it.
    const found = channel === 'email' ? [{ name: rule.name, address: rule.address, roles: [] }] : [];
    return { found };
  }
  if ('filing' in rule) {
    const { filingAddress, reference } = record;
    return channel === 'email' && filingAddress !== undefined
      ? { found: [{ name: reference, address: filingAddress, roles: [] }] }
      : { found: [] };
  }
  const { role, addressLabel } = rule;
  const definition = record.type.roles.find(({ key }) => key === role);
  if (!definition) {
    const params = { role, type: record.type.name };
    return { found: [], problem: { code: 'roleUnknown', where, params } };
  }
  const parties = record.parties.filter((party) => party.role === role);
  if (parties.length === 0) {
    return { found: [], problem: { code: 'roleEmpty', where, params: { role: definition.label } } };
  }
  const found = parties.flatMap(({ contact }) => recipientOf(contact, record, addressLabel, channel) ?? []);
  const silent = parties.find(({ contact }) => !chooseAddress(contact, addressLabel, ADDRESS_KIND[channel]));
  if (!silent) return { found };
  return { found, problem: { code: 'noAddress', where, params: { name: silent.contact.name } } };
}

/** A contact as a recipient on this matter; undefined where it has no address of the channel's kind. */
export function recipientOf(
  contact: Contact,
  record: MatterRecord,
  addressLabel?: string,
  channel: Channel = 'email',
): Recipient | undefined {
  const address = chooseAddress(contact, addressLabel, ADDRESS_KIND[channel]);
  if (!address) return undefined;
  return {
    name: contact.name,
    address: address.value,
    contactId: contact.id,
    roles: rolesOf(contact, record),
  };
}

/** The labels of the roles that a contact holds on a matter, in the type's order. */
export function rolesOf(contact: Contact, record: MatterRecord): readonly string[] {
  const held = new Set(
    record.parties.filter((party: Party) => party.contact.id === contact.id).map((party) => party.role),
  );
  return record.type.roles.filter(({ key }) => held.has(key)).map(({ label }) => label);
}

/** The contacts behind recipients, as far as the matter knows them, in order. */
export function contactsOf(recipients: readonly Recipient[], record: MatterRecord): readonly Contact[] {
  const byId = new Map(record.parties.map(({ contact }) => [contact.id, contact]));
  return recipients.flatMap(({ contactId }) => (contactId && byId.get(contactId)) || []);
}
