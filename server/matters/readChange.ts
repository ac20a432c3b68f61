import { DomainProblem } from '../platform/problems/problem.ts';
import type { StoredMatter } from './matter.ts';
import type { ChangeMatter } from '../../contract/matterTypes.ts';
import type { MatterChange } from './changeQueries.ts';
import { findMatter } from './queries.ts';
import { findActive, listActive } from '../access/peopleQueries.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { MatterType, FactDefinition, Party, Row } from '../../core/model/matter.ts';
import { fitsFact, withTodaysLabel } from '../../core/model/factValue.ts';
import type { Value } from '../../core/model/value.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Scope } from '../access/scope.ts';
import type { Reason } from '../../core/model/reason.ts';

export const refuse = (why: Reason): never => {
  throw new DomainProblem('badMatter', [why, { code: 'nothingChanged' }]);
};

/** Reads a change against what the type says there can be, and turns it into the whole parts that are stored. */
export async function readChange(
  scope: Scope,
  matter: StoredMatter,
  change: ChangeMatter,
): Promise<MatterChange> {
  const { type } = matter;
  const { title, stage, responsibleId, facts, dates, tables, parties, restricted, visibleTo } = change;
  const { reference, note } = change;
  if (stage !== undefined && !type.stages.some(({ key }) => key === stage))
    refuse({ code: 'noSuch', what: 'stage' });
  if (responsibleId !== undefined && !(await findActive(scope, responsibleId)))
    refuse({ code: 'noSuch', what: 'person' });
  if (parties) await readParties(scope, type, parties);
  if (change.links) await refuseLinks(scope, matter, change.links);
  const people = new Set((await listActive(scope)).map((person) => person.id as string));
  if (visibleTo?.some((personId) => !people.has(personId))) refuse({ code: 'noSuch', what: 'person' });
  return {
    ...(title === undefined ? {} : { title: title.trim() }),
    ...(stage === undefined ? {} : { stage }),
    ...(responsibleId === undefined ? {} : { responsibleId }),
    ...(facts ? { facts: mergeValues(matter.facts, facts, type.facts) } : {}),
    ...(dates ? { dates: mergeDates(matter.dates, dates, type) } : {}),
    ...(tables ? { tables: { ...matter.tables, ...readTables(tables, type) } } : {}),
    ...(parties ? { parties } : {}),
    ...(change.links ? { links: change.links } : {}),
    ...(restricted === undefined ? {} : { restricted }),
    ...(reference === undefined ? {} : { reference: reference.trim() }),
    ...(note === undefined ? {} : { note: note.trim() }),
    ...(visibleTo ? { visibleTo } : {}),
  };
}

/** A link leads to another matter of the kind that is meant, which whoever makes it may see. */
async function refuseLinks(
  scope: Scope,
  { id, type }: StoredMatter,
  links: NonNullable<ChangeMatter['links']>,
): Promise<void> {
  for (const [key, otherId] of Object.entries(links)) {
    const link = type.links?.find((known) => known.key === key);
    if (!link) refuse({ code: 'noSuch', what: 'link' });
    else if (otherId !== null) {
      const other = otherId === id ? undefined : await findMatter(scope, otherId);
      if (!other || other.type.id !== link.typeId) refuse({ code: 'doesNotFit', label: link.label });
    }
  }
}

type WantedParty = NonNullable<ChangeMatter['parties']>[number];

/** Those in their roles with all that is known of them; refuses a contact or a role there is not. */
export async function readParties(
  scope: Scope,
  type: MatterType,
  parties: readonly WantedParty[],
): Promise<readonly Party[]> {
  const known = await findContacts(
    scope,
    parties.map(({ contactId }) => contactId),
  );
  refuseParties(type, parties);
  return parties.map(({ role, contactId }) => {
    const contact = known.get(asId<ContactId>(contactId));
    return contact ? { role, contact } : refuse({ code: 'contactGone' });
  });
}

function refuseParties(type: MatterType, parties: readonly { readonly role: string }[]): void {
  for (const { key, label, many } of type.roles) {
    if (!many && parties.filter(({ role }) => role === key).length > 1)
      refuse({ code: 'onlyOneInRole', label });
  }
  if (parties.some(({ role }) => !type.roles.some(({ key }) => key === role)))
    refuse({ code: 'noSuch', what: 'role' });
}

function mergeValues(
  kept: Readonly<Record<string, Value>>,
  changed: NonNullable<ChangeMatter['facts']>,
  definitions: readonly FactDefinition[],
): Readonly<Record<string, Value>> {
  const next = new Map(Object.entries(kept));
  for (const [key, json] of Object.entries(changed)) {
    const definition = definitions.find((known) => known.key === key);
    const value = json as Value | null;
    if (!definition) refuse({ code: 'noSuch', what: 'fact' });
    else if (value === null) next.delete(key);
    else if (fitsFact(value, definition)) next.set(key, withTodaysLabel(value, definition));
    else refuse({ code: 'doesNotFit', label: definition.label });
  }
  return Object.fromEntries(next);
}

function mergeDates(
  kept: Readonly<Record<string, PlainDate>>,
  changed: NonNullable<ChangeMatter['dates']>,
  { keyDates }: MatterType,
): Readonly<Record<string, PlainDate>> {
  const next = new Map(Object.entries(kept));
  for (const [key, text] of Object.entries(changed)) {
    const date = text === null ? undefined : parsePlainDate(text);
    if (!keyDates.some((known) => known.key === key)) refuse({ code: 'noSuch', what: 'date' });
    else if (text === null) next.delete(key);
    else if (date) next.set(key, date);
    else refuse({ code: 'notADay', value: text });
  }
  return Object.fromEntries(next);
}

function readTables(
  tables: NonNullable<ChangeMatter['tables']>,
  type: MatterType,
): Readonly<Record<string, readonly Row[]>> {
  return Object.fromEntries(
    Object.entries(tables).map(([key, rows]) => {
      const table = type.tables.find((known) => known.key === key);
      if (!table) return refuse({ code: 'noSuch', what: 'table' });
      return [key, rows.map((row) => mergeValues({}, row, table.columns))];
    }),
  );
}
