import type { Contact } from '../../core/model/contact.ts';
import type { ContactJson, MembershipJson } from '../../contract/directory.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { PersonContact } from '../../core/model/contact.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { fitsFact, withTodaysLabel } from '../../core/model/factValue.ts';
import type { FactDefinition } from '../../core/model/matter.ts';
import { foremost } from '../../core/model/membership.ts';
import type { Membership } from '../../core/model/membership.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Reason } from '../../core/model/reason.ts';
import type { Value } from '../../core/model/value.ts';
import type { Scope } from '../access/scope.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { findContacts } from './contactQueries.ts';

export function toJson(contact: Contact): ContactJson {
  const person = contact.kind === 'person' ? contact : undefined;
  return {
    kind: contact.kind,
    name: contact.name,
    title: person?.title ?? '',
    givenName: person?.givenName ?? '',
    middleName: person?.middleName ?? '',
    familyName: person?.familyName ?? '',
    suffix: person?.suffix ?? '',
    organisation: person?.organisation ?? '',
    position: person?.position ?? '',
    language: contact.language ?? '',
    doNotWriteTo: contact.doNotWriteTo,
    noRounds: [...(contact.noRounds ?? [])],
    preferredChannel: contact.preferredChannel ?? 'any',
    ownFormalGreeting: contact.ownFormalGreeting ?? '',
    ownFamiliarGreeting: contact.ownFamiliarGreeting ?? '',
    coupleWithId: person?.couple?.withId ?? null,
    coupleGreeting: person?.couple?.greeting ?? '',
    note: contact.note ?? '',
    ...(contact.filingRule === undefined ? {} : { filingRule: contact.filingRule }),
    addresses: contact.addresses.map(({ landline: _, ...address }) => address),
    memberships: (person?.memberships ?? []).map(
      ({ organisationId, organisation, position, from, until }) => ({
        organisationId,
        organisation,
        position: position ?? '',
        from: from ?? null,
        until: until ?? null,
      }),
    ),
    facts: plainCopy(contact.facts ?? {}) as NonNullable<ContactJson['facts']>,
  };
}

function preferenceOf(
  { preferredChannel }: ContactJson,
  { before }: Pick<ReadAgainst, 'before'>,
): Pick<Contact, 'preferredChannel'> {
  const preferred = preferredChannel ?? before?.preferredChannel ?? 'any';
  return preferred === 'any' ? {} : { preferredChannel: preferred };
}

/** What a contact is read against. */
export interface ReadAgainst {
  readonly today: PlainDate;
  /** Those that the contact is said to belong to, by their ids. */
  readonly organisations: ReadonlyMap<string, Contact>;
  /** What the practice keeps of its contacts. */
  readonly factsKept: readonly FactDefinition[];
  /** As it is kept: what the edited one does not speak of stays. */
  readonly before: Contact | undefined;
}

/** Takes an edited contact as the practice stands now. */
export async function readContactJson(
  { now }: Pick<Services, 'now'>,
  scope: Scope,
  id: string,
  json: ContactJson,
  before?: Contact,
): Promise<Contact> {
  const { timeZone, contactFacts } = await readSettings(scope);
  const organisations = await findContacts(
    scope,
    (json.memberships ?? []).flatMap(({ organisationId }) => organisationId ?? []),
  );
  return fromJson(id, json, {
    today: zonedTime(timeZone, now()).date,
    organisations,
    factsKept: contactFacts,
    before,
  });
}

const refuse = (why: Reason): never => {
  throw new DomainProblem('badContact', [why, { code: 'nothingChanged' }]);
};

/** Where somebody belongs, in the order given; a span that ends before it begins is refused. */
function membershipsOf(
  json: readonly MembershipJson[],
  organisations: ReadAgainst['organisations'],
): readonly Membership[] {
  return json.map(({ organisationId, organisation: typed, position, from, until }) => {
    const known = organisationId === null ? undefined : organisations.get(organisationId);
    const organisation = known?.name ?? typed.trim();
    if (organisation === '' || (organisationId !== null && known?.kind !== 'organisation'))
      return refuse({ code: 'noSuch', what: 'organisation' });
    if (from !== null && until !== null && until < from)
      return refuse({ code: 'endsBeforeItBegins', name: organisation });
    return {
      organisationId: asId<ContactId>(organisationId ?? ''),
      organisation,
      ...(position.trim() === '' ? {} : { position: position.trim() }),
      ...(from === null ? {} : { from: from as PlainDate }),
      ...(until === null ? {} : { until: until as PlainDate }),
    };
  });
}

/** The facts kept of a contact, with what is changed of them. */
function factsOf(
  changed: NonNullable<ContactJson['facts']>,
  { factsKept, before }: ReadAgainst,
): Readonly<Record<string, Value>> {
  const next = new Map(Object.entries(before?.facts ?? {}));
  for (const [key, json] of Object.entries(changed)) {
    const definition = factsKept.find((known) => known.key === key);
    const value = json as Value | null;
    if (value === null) next.delete(key);
    // What is sent back as it is kept stays, even where the practice has stopped keeping it.
    else if (!definition) {
      if (!next.has(key)) refuse({ code: 'noSuch', what: 'fact' });
    } else if (fitsFact(value, definition)) next.set(key, withTodaysLabel(value, definition));
    else refuse({ code: 'doesNotFit', label: definition.label });
  }
  return Object.fromEntries(next);
}

type Place = Pick<PersonContact, 'organisation' | 'position' | 'memberships'>;

const placeAt = (one: Pick<Membership, 'organisation' | 'position'> | undefined): Place =>
  one
    ? { organisation: one.organisation, ...(one.position === undefined ? {} : { position: one.position }) }
    : {};

/**
 * Where somebody is met: by the first of their memberships that holds today. Where none are listed those there are stay, and
 * an organisation that is named beside them is put before them when it is kept.
 */
function placeOf(json: ContactJson, { today, organisations, before }: ReadAgainst): Place {
  if (json.memberships) {
    const memberships = membershipsOf(json.memberships, organisations);
    return { memberships, ...placeAt(foremost(memberships, today)) };
  }
  const kept = before?.kind === 'person' ? foremost(before.memberships ?? [], today) : undefined;
  const [organisation, position] = [words(json.organisation), words(json.position)];
  if (organisation === '' || (position === '' && organisation === kept?.organisation)) return placeAt(kept);
  return placeAt({ organisation, ...(position === '' ? {} : { position }) });
}

const words = (text: string): string => text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();

/** Reads a contact as edited; refuses one without a name, and a mail address that cannot be one. */
function fromJson(id: string, json: ContactJson, against: ReadAgainst): Contact {
  const [given, family] = [words(json.givenName), words(json.familyName)];
  const name = words(json.name) || [given, words(json.middleName), family].filter(Boolean).join(' ');
  if (name === '') return refuse({ code: 'contactWithoutName' });
  const bad = json.addresses.find(({ kind, value }) => kind === 'email' && !isMailAddress(value.trim()));
  if (bad) return refuse({ code: 'notAnAddress', value: bad.value });
  const present = <K extends string>(key: K, value: string): { readonly [P in K]?: string } =>
    words(value) === '' ? {} : ({ [key]: words(value) } as { readonly [P in K]: string });
  const base = {
    id: asId<ContactId>(id),
    name,
    addresses: json.addresses.map((address) => ({ ...address, value: address.value.trim() })),
    doNotWriteTo: json.doNotWriteTo,
    ...present('language', json.language),
    ...(json.note.trim() === '' ? {} : { note: json.note.trim() }),
    ...(json.filingRule === 'always' || json.filingRule === 'never' ? { filingRule: json.filingRule } : {}),
    ...present('ownFormalGreeting', json.ownFormalGreeting),
    ...present('ownFamiliarGreeting', json.ownFamiliarGreeting),
    noRounds: json.noRounds?.map(words).filter(Boolean) ?? against.before?.noRounds ?? [],
    ...preferenceOf(json, against),
    facts: factsOf(json.facts ?? {}, against),
  };
  if (json.kind === 'organisation') return { kind: 'organisation', ...base };
  return {
    kind: 'person',
    ...base,
    givenName: given,
    familyName: family,
    ...present('title', json.title),
    ...present('middleName', json.middleName),
    ...present('suffix', json.suffix),
    ...placeOf(json, against),
    ...(json.coupleWithId === null
      ? {}
      : {
          couple: { withId: asId<ContactId>(json.coupleWithId), ...present('greeting', json.coupleGreeting) },
        }),
  };
}
