import {
  addressesTakenUp,
  channelOf,
  signerFor,
  tidyAddress,
  withSignatureRoom,
} from '../../core/compose/index.ts';
import type { ComposeInput, ComposePractice, TakenUp } from '../../core/compose/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { Person } from '../../core/model/matter.ts';
import type { Program } from '../../core/merge/compile.ts';
import { ADDRESS_KIND } from '../../core/recipients/recipients.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import { asWriter } from '../access/peopleQueries.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import type { Scope } from '../access/scope.ts';
import { findContacts, findContactsByAddress } from '../directory/contactQueries.ts';
import { withFilingAddress } from '../matters/filingAddress.ts';
import type { StoredMatter } from '../matters/matter.ts';
import type { Services } from '../platform/services.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { signatureOf } from '../templates/compiled.ts';

type Clock = Pick<Services, 'now'>;

/** What a message on a matter begins from, as far as somebody says it. */
export interface Beginning extends Pick<
  ComposeInput,
  'chosen' | 'takenUp' | 'answers' | 'documentIds' | 'followUpId' | 'appointment'
> {
  readonly matter: StoredMatter;
  readonly writer: Person;
  readonly channel: Channel;
  readonly program: Program;
  /** Recipients that are there already, whose contacts greetings are made for. */
  readonly recipients?: readonly Recipient[];
}

/** Everything a message begins from, asked for at once, so that composing it asks for nothing. */
export async function gather(
  { now }: Clock,
  scope: Scope,
  { matter, recipients = [], ...given }: Beginning,
): Promise<ComposeInput> {
  const beginning = { ...given, writer: await asWriter(scope, given.writer) };
  const settings = await readSettings(scope);
  const { date, hour } = zonedTime(settings.timeZone, now());
  const signer = signerFor(beginning.program.content.sender, beginning.writer, matter, settings);
  return {
    ...beginning,
    program:
      beginning.channel === 'letter'
        ? withSignatureRoom(beginning.program, settings.letters.signatureMm)
        : beginning.program,
    record: withFilingAddress(matter, settings.filingDomain),
    practice: practiceOf(settings, await ownAddresses(scope)),
    signature: await signatureOf(scope, signer.signatureOf),
    moment: { today: date, hour },
    contacts: [
      ...(await answered(scope, beginning.takenUp)),
      ...(await beyondMatter(scope, matter, recipients)),
    ],
  };
}

/** What the practice decides of every message. */
const practiceOf = (settings: PracticeSettings, own: ReadonlySet<string>): ComposePractice => ({
  practice: settings.practice,
  practiceEmail: settings.practiceEmail,
  senders: settings.senders,
  calendar: calendarOf(settings),
  ownAddresses: own,
});

async function answered(scope: Scope, takenUp: TakenUp | undefined): Promise<readonly Contact[]> {
  const addresses = takenUp ? addressesTakenUp(takenUp) : [];
  return takenUp && addresses.length > 0 ? holdersOf(scope, addresses, channelOf(takenUp.entry)) : [];
}

/** The contacts who hold any of some addresses. */
export async function holdersOf(
  scope: Scope,
  addresses: readonly string[],
  channel: Channel,
): Promise<readonly Contact[]> {
  const tidied = addresses.map((address) => tidyAddress(address, channel));
  return [...(await findContactsByAddress(scope, tidied, ADDRESS_KIND[channel])).values()];
}

/** The contacts behind recipients that are no parties of the matter. */
export async function beyondMatter(
  scope: Scope,
  { parties }: Pick<StoredMatter, 'parties'>,
  recipients: readonly Recipient[],
): Promise<readonly Contact[]> {
  const known = new Set(parties.map(({ contact }) => contact.id));
  const unknown = recipients.flatMap(({ contactId }) =>
    contactId === undefined || known.has(contactId) ? [] : [contactId],
  );
  return unknown.length === 0 ? [] : [...(await findContacts(scope, unknown)).values()];
}
