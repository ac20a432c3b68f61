import type { Contact } from '../../core/model/contact.ts';
import type { ContactJson } from '../../contract/directory.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';

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
    ownFormalGreeting: contact.ownFormalGreeting ?? '',
    ownFamiliarGreeting: contact.ownFamiliarGreeting ?? '',
    coupleWithId: person?.couple?.withId ?? null,
    coupleGreeting: person?.couple?.greeting ?? '',
    note: contact.note ?? '',
    ...(contact.filingRule === undefined ? {} : { filingRule: contact.filingRule }),
    addresses: contact.addresses.map(({ landline: _, ...address }) => address),
  };
}

/** Reads a contact as edited; refuses one without a name, and a mail address that cannot be one. */
export function fromJson(id: string, json: ContactJson): Contact {
  const words = (text: string): string => text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
  const [given, family] = [words(json.givenName), words(json.familyName)];
  const name = words(json.name) || [given, words(json.middleName), family].filter(Boolean).join(' ');
  if (name === '')
    throw new DomainProblem('badContact', [{ code: 'contactWithoutName' }, { code: 'nothingChanged' }]);
  const bad = json.addresses.find(({ kind, value }) => kind === 'email' && !isMailAddress(value.trim()));
  if (bad)
    throw new DomainProblem('badContact', [
      { code: 'notAnAddress', value: bad.value },
      { code: 'nothingChanged' },
    ]);
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
    ...present('organisation', json.organisation),
    ...present('position', json.position),
    ...(json.coupleWithId === null
      ? {}
      : {
          couple: { withId: asId<ContactId>(json.coupleWithId), ...present('greeting', json.coupleGreeting) },
        }),
  };
}
