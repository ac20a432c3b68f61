import {
  addressCandidates,
  amountsOf,
  nameCandidates,
  readableMessage,
  referenceCandidates,
  runChecks,
} from '../../core/checks/index.ts';
import type { CheckInput, Note } from '../../core/checks/index.ts';
import { hasAnswerButton, questionsOf } from '../../core/template/question.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { limitFor } from '../platform/mail/mailHosts.ts';
import { mayKnow } from '../access/mayKnow.ts';
import { withFilingAddress } from '../matters/filingAddress.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import type { Services } from '../platform/services.ts';
import { findAddresses, findElsewhere, sentLately } from './checkQueries.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { senderOf } from '../../core/compose/index.ts';
import type { DraftLayout } from './draftLayout.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { versionOf } from '../templates/compiled.ts';

const DAY_MS = 86_400_000;

/** Runs every check on a message as it stands. */
export async function checkDraft(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
): Promise<readonly Note[]> {
  const { message, matter, sender, settings, contacts, reader } = desk;
  const { sendOptions } = message;
  const from = senderOf(sendOptions.sender, sender, matter, settings);
  const letter = readableMessage(message, reader);
  const words = [letter.subject, ...letter.lines.map(({ text }) => text)].join('\n');
  const elsewhere = await findElsewhere(scope, matter.id, {
    references: referenceCandidates(words),
    names: nameCandidates(words, { anyCase: true }),
    addresses: addressCandidates(words),
  });
  const restricted = new Set(matter.documents.flatMap((one) => (one.restricted ? [one.id] : [])));
  return runChecks({
    ...letter,
    recipients: message.recipients,
    contacts,
    record: matter,
    enclosures: message.enclosures.map((one) => ({
      ...one,
      restricted:
        one.kind === 'otherMatter'
          ? one.restricted
          : one.kind === 'document' && restricted.has(one.documentId),
      otherMatter: one.kind === 'otherMatter' && one.ofPractice !== true,
    })),
    elsewhere,
    maxMessageBytes: await limitFor(services, scope, settings, from.address),
    channel: message.channel,
    from,
    today: reader.context.today,
    calendar: calendarOf(settings),
    amounts: amountsOf(reader),
    wanted: sendOptions.wanted ?? [],
    roles: new Set(sendOptions.roles ?? []),
    fixed: new Set((sendOptions.fixed ?? []).map(addressKey)),
    replyTo: sendOptions.replyTo,
    answersAll: sendOptions.answersAll === true,
    ...(questionsOf(message.body.content).length > 0
      ? {
          asking: {
            hasAddress: services.config.answerUrl !== undefined,
            hasWay: hasAnswerButton(message.body.content),
          },
        }
      : {}),
    turnedOff: new Set(settings.cautionsOff),
    ...(await addressFacts(scope, desk)),
    sentBefore: await sentBefore(services, scope, desk),
  });
}

type AddressFacts = Pick<CheckInput, 'knownHere' | 'ownAddresses' | 'nearAddresses'>;

/** What is known of the addresses; nothing is looked up for those whose roles say who they are. */
async function addressFacts(scope: Scope, { message, matter, settings }: DraftLayout): Promise<AddressFacts> {
  const { to, cc, bcc } = message.recipients;
  const { filingAddress } = withFilingAddress(matter, settings.filingDomain);
  const own = new Set([
    ...(await ownAddresses(scope)),
    ...(filingAddress === undefined ? [] : [addressKey(filingAddress)]),
  ]);
  const outsiders = [...to, ...cc, ...bcc].filter(
    ({ roles, address }) => roles.length === 0 && !own.has(addressKey(address)),
  );
  if (outsiders.length === 0) return { ownAddresses: own, knownHere: own, nearAddresses: new Map() };
  const parties = matter.parties.flatMap(({ contact }) =>
    contact.addresses.map(({ value }) => addressKey(value)),
  );
  const strangers = outsiders.flatMap(({ contactId, address }) => (contactId === undefined ? [address] : []));
  const { correspondents, near } = await findAddresses(scope, matter.id, strangers);
  const knownHere = new Set([
    ...own,
    ...parties,
    ...(message.sendOptions.fixed ?? []).map(addressKey),
    ...correspondents,
  ]);
  const nearAddresses = new Map([...near].filter(([key]) => !knownHere.has(key)));
  return { ownAddresses: own, knownHere, nearAddresses };
}

async function sentBefore(
  { now }: Pick<Services, 'now'>,
  scope: Scope,
  { message, settings }: DraftLayout,
): Promise<CheckInput['sentBefore']> {
  if (message.templateVersionId === null || settings.repeatDays === 0) return new Map();
  const version = await versionOf(scope, message.templateVersionId);
  if (!version) return new Map();
  const nowUtc = now();
  const sent = await sentLately(scope, {
    matterId: message.matterId,
    templateId: version.templateId,
    sinceUtc: nowUtc - settings.repeatDays * DAY_MS,
    nowUtc,
  });
  const template = mayKnow(scope, version) ? version.name : 'this template';
  return new Map([...sent].map(([key, daysAgo]) => [key, { template, daysAgo }]));
}
