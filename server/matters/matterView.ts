import type { Party } from '../../core/model/matter.ts';
import type { StoredMatter, StoredDocument } from './matter.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { chooseAddress } from '../../core/recipients/recipients.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { fieldsOf } from '../../core/template/fieldCatalogue.ts';
import { writeValue } from '../../core/values/writeValue.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { workingDaysBetween } from '../../core/dates/workingDays.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { EntryTime } from './services.ts';

export function viewParty({ role, contact }: Party, matter: StoredMatter): MatterDetail['parties'][number] {
  const address = chooseAddress(contact);
  const phone = contact.addresses.find(({ kind }) => kind === 'phone');
  const organisation = organisationOf(contact);
  const definition = matter.type.roles.find(({ key }) => key === role);
  return {
    role,
    roleLabel: definition?.label ?? '',
    rolePlural: definition?.plural ?? '',
    contactId: contact.id,
    name: contact.name,
    kind: contact.kind,
    ...(organisation === undefined ? {} : { organisation }),
    ...(address ? { address: address.value } : {}),
    ...(phone ? { phone: phone.value } : {}),
    doNotWriteTo: contact.doNotWriteTo,
    bounced: address?.bounced ?? false,
  };
}

const organisationOf = (contact: Contact): string | undefined =>
  contact.kind === 'person' ? contact.organisation : undefined;

/** Facts, key dates and calculated values that have something to say, as people write them. */
export function viewValues({ type }: StoredMatter, reader: FieldReader): MatterDetail['values'] {
  return fieldsOf(type).flatMap(({ path, label, kind }) => {
    if (!/^(?:fact|date|calculated)\./.test(path)) return [];
    const value = reader.read(path);
    if (!value) return [];
    const date = value.kind === 'date' ? { date: value.date } : {};
    return [
      { path, label, kind, text: writeValue(value, value.kind === 'date' ? 'short' : 'plain'), ...date },
    ];
  });
}

export function viewDocument({
  blob: _blob,
  restricted = false,
  ...document
}: StoredDocument): MatterDetail['documents'][number] {
  return { ...document, restricted };
}

export function viewDateline(
  { type }: StoredMatter,
  reader: FieldReader,
  { timeZone }: PracticeSettings,
  times: readonly EntryTime[],
): MatterDetail['dateline'] {
  const { today, calendar } = reader.context;
  const dated = [
    ...type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label })),
    ...type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
  ];
  const keyDates = dated.flatMap(({ path, label }) => {
    const value = reader.read(path);
    if (value?.kind !== 'date') return [];
    return [{ label, date: value.date, workingDaysLeft: workingDaysBetween(calendar, today, value.date) }];
  });
  const days = groupBy(times, ({ occurredAtUtc }) => zonedTime(timeZone, occurredAtUtc).date);
  const ticks = [...days].map(([date, entries]) => ({
    date,
    out: entries.filter(({ direction }) => direction === 'out').length,
    in: entries.filter(({ direction }) => direction === 'in').length,
  }));
  return { today, keyDates, ticks };
}
