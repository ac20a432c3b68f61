import {
  addressCandidates,
  amountsOf,
  nameCandidates,
  readableLetter,
  referenceCandidates,
  runChecks,
} from '../../core/checks/index.ts';
import type { CheckInput, Note } from '../../core/checks/index.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import { limitFor } from '../sending/mailHosts.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import type { Office } from '../app/services.ts';
import { correspondentsOf, findElsewhere, findNearAddresses, sentLately } from './checkQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { findVersion } from '../templates/queries.ts';
import { senderOf } from './sendOptions.ts';
import type { DeskMessage } from './layOut.ts';

const DAY_MS = 86_400_000;

/** Runs every check on a message as it stands. */
export async function checkDeskMessage(
  office: Office,
  person: Account,
  desk: DeskMessage,
): Promise<readonly Note[]> {
  const { message, matter, sender, settings, contacts, reader } = desk;
  const { conduct } = message;
  const from = senderOf(conduct.sender, sender, matter, settings);
  const letter = readableLetter(message, reader);
  const words = [letter.subject, ...letter.lines.map(({ text }) => text)].join('\n');
  const elsewhere = await findElsewhere(office.db, person.id, matter.id, {
    references: referenceCandidates(words),
    names: nameCandidates(words),
    addresses: addressCandidates(words),
  });
  const restricted = new Set(matter.documents.flatMap((one) => (one.restricted ? [one.id] : [])));
  return runChecks({
    ...letter,
    recipients: message.recipients,
    contacts,
    record: matter,
    enclosures: message.enclosures.map((one) => ({ ...one, restricted: restricted.has(one.documentId) })),
    elsewhere,
    maxMessageBytes: await limitFor(office, settings, from.address),
    channel: message.channel,
    from,
    today: reader.context.today,
    calendar: calendarOf(settings),
    amounts: amountsOf(reader),
    wanted: conduct.wanted ?? [],
    answersAll: conduct.answersAll === true,
    turnedOff: new Set(settings.cautionsOff),
    ...(await addressFacts(office, desk)),
    sentBefore: await sentBefore(office, desk),
  });
}

type AddressFacts = Pick<CheckInput, 'knownHere' | 'ownAddresses' | 'nearAddresses'>;

/** What is known of the addresses; nothing is looked up for those whose roles say who they are. */
async function addressFacts(office: Office, { message, matter }: DeskMessage): Promise<AddressFacts> {
  const { to, cc, bcc } = message.recipients;
  const own = await ownAddresses(office.db);
  const outsiders = [...to, ...cc, ...bcc].filter(
    ({ roles, address }) => roles.length === 0 && !own.has(addressKey(address)),
  );
  if (outsiders.length === 0) return { ownAddresses: own, knownHere: own, nearAddresses: new Map() };
  const parties = matter.parties.flatMap(({ contact }) =>
    contact.addresses.map(({ value }) => addressKey(value)),
  );
  const knownHere = new Set([
    ...own,
    ...parties,
    ...(message.conduct.fixed ?? []).map(addressKey),
    ...(await correspondentsOf(office.db, matter.id)),
  ]);
  const isStranger = ({ contactId, address }: Recipient): boolean =>
    contactId === undefined && !knownHere.has(addressKey(address));
  const strangers = outsiders.filter(isStranger).map(({ address }) => address);
  return { ownAddresses: own, knownHere, nearAddresses: await findNearAddresses(office.db, strangers) };
}

async function sentBefore(
  office: Office,
  { message, settings }: DeskMessage,
): Promise<CheckInput['sentBefore']> {
  if (message.templateVersionId === null || settings.repeatDays === 0) return new Map();
  const version = await findVersion(office.db, message.templateVersionId);
  if (!version) return new Map();
  const nowUtc = office.now();
  const sent = await sentLately(office.db, {
    matterId: message.matterId,
    templateId: version.templateId,
    sinceUtc: nowUtc - settings.repeatDays * DAY_MS,
    nowUtc,
  });
  return new Map([...sent].map(([key, daysAgo]) => [key, { template: version.name, daysAgo }]));
}
