import type { Channel } from '../model/channel.ts';
import type { Contact } from '../model/contact.ts';
import type { ContactId } from '../model/ids.ts';
import type { MatterDocument } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import { isSameAddress } from '../recipients/reach.ts';
import { ADDRESS_KIND } from '../recipients/recipients.ts';
import type { Recipient, Recipients } from '../recipients/recipients.ts';
import { newerVersion } from '../shelf/documents.ts';

export type LeavingProblem = Problem<
  'notToBeWrittenTo' | 'addressChanged' | 'mayNotSend' | 'mayNotSee' | 'newerVersion' | 'templateWithdrawn',
  'to' | 'cc' | 'bcc' | 'enclosures' | 'message'
>;

/** What binds a message that was sent and has not left yet, as the record has it now. */
export interface Leaving {
  readonly channel: Channel;
  readonly recipients: Recipients;
  /** The directory's contacts behind the recipients, as they are now. */
  readonly contacts: ReadonlyMap<ContactId, Contact>;
  readonly writer: { readonly name: string; readonly maySend: boolean; readonly maySee: boolean };
  readonly documents: readonly MatterDocument[];
  /** Documents of the matter that go along. */
  readonly enclosed: readonly MatterDocument[];
  readonly template: { readonly name: string; readonly retired: boolean } | undefined;
  /** Cautions that its writer sent it in spite of, by their codes. */
  readonly cautions: ReadonlySet<string>;
}

const LINES = ['to', 'cc', 'bcc'] as const;

/** What was true when a message was sent and no longer is. One of these keeps it here until a person has looked at it. */
export function whatNoLongerHolds(leaving: Leaving): readonly LeavingProblem[] {
  const { writer, template } = leaving;
  return [
    ...(writer.maySend ? [] : [problem('mayNotSend', 'message', { name: writer.name })]),
    ...(writer.maySee ? [] : [problem('mayNotSee', 'message', { name: writer.name })]),
    ...(template?.retired ? [problem('templateWithdrawn', 'message', { name: template.name })] : []),
    ...LINES.flatMap((line) =>
      leaving.recipients[line].flatMap((recipient) => ofRecipient(recipient, line, leaving)),
    ),
    ...(leaving.cautions.has('olderVersion') ? [] : ofDocuments(leaving)),
  ];
}

const problem = (
  code: LeavingProblem['code'],
  where: LeavingProblem['where'],
  params: LeavingProblem['params'],
): LeavingProblem => ({ code, where, params });

function ofRecipient(
  { contactId, name, address }: Recipient,
  line: (typeof LINES)[number],
  { contacts, channel }: Leaving,
): readonly LeavingProblem[] {
  const contact = contactId && contacts.get(contactId);
  if (!contact) return [];
  const called = contact.name || name;
  if (contact.doNotWriteTo) return [problem('notToBeWrittenTo', line, { name: called })];
  return holdsAddress(contact, address, channel)
    ? []
    : [problem('addressChanged', line, { name: called, address })];
}

/** Whether a contact is still reached there: mail by its key, a number by its digits, a house by its words. */
export function holdsAddress(contact: Contact, address: string, channel: Channel): boolean {
  const isSame = (value: string): boolean =>
    channel === 'letter'
      ? wordsOf(value) === wordsOf(address)
      : isSameAddress(ADDRESS_KIND[channel], value, address);
  return contact.addresses.some(({ kind, value }) => kind === ADDRESS_KIND[channel] && isSame(value));
}

const wordsOf = (address: string): string =>
  address
    .toLowerCase()
    .replace(/[\s,]+/g, ' ')
    .trim();

const ofDocuments = ({ enclosed, documents }: Leaving): readonly LeavingProblem[] =>
  enclosed.flatMap((document) => {
    const newer = newerVersion(documents, document);
    return newer ? [problem('newerVersion', 'enclosures', { name: document.name })] : [];
  });
