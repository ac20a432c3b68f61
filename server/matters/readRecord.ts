import type { Office } from '../app/services.ts';
import { listPeople } from '../access/peopleQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MatterRecordView } from '../../contract/matterTypes.ts';
import { findMatter } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { explain } from '../../core/values/explain.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { Value } from '../../core/model/value.ts';
import { writeValue } from '../../core/values/writeValue.ts';
import { matterRevision } from './changeQueries.ts';
import { copy } from '../platform/database/plainCopy.ts';

/** A matter as it is edited, its calculated values explained step by step. */
export async function readRecord(office: Office, person: Account, id: string): Promise<MatterRecordView> {
  const matter = await findMatter(office.db, id, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const { date: today } = zonedTime(settings.timeZone, office.now());
  const steps = explain({ record: matter, calendar: calendarOf(settings), today });
  const text = (value: Value | undefined): string | null => (value ? writeValue(value, 'plain') : null);
  return {
    id: matter.id,
    revision: await matterRevision(office.db, id),
    title: matter.title,
    stage: matter.stage,
    responsibleId: matter.responsible.id,
    type: copy(matter.type),
    facts: copy(matter.facts),
    dates: copy(matter.dates),
    tables: copy(matter.tables),
    parties: matter.parties.map(({ role, contact }) => ({ role, contactId: contact.id, name: contact.name })),
    people: (await listPeople(office.db)).map(({ id: personId, name }) => ({ id: personId, name })),
    calculated: steps.map((step) => ({
      key: step.key,
      label: step.label,
      text: text(step.value),
      form: copy(step.form),
      inputs: step.inputs.map(({ label, value }) => ({ label, text: text(value) })),
      holidays: [...(step.holidays ?? [])],
      ...(step.rows ? { rows: { ...step.rows } } : {}),
      ...(step.rolledFrom ? { rolledFrom: step.rolledFrom } : {}),
      ...(step.chosen === undefined ? {} : { chosen: step.chosen }),
    })),
  };
}
