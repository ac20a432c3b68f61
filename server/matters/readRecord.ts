import type { Services } from '../platform/services.ts';
import { listActive } from '../access/peopleQueries.ts';
import type { MatterRecordView } from '../../contract/matterTypes.ts';
import { findMatter } from './queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { explain } from '../../core/values/explain.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { Value } from '../../core/model/value.ts';
import { writeValue } from '../../core/values/writeValue.ts';
import { accessTo } from './changeQueries.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import type { PersonScope } from '../access/scope.ts';

/** A matter as it is edited, its calculated values explained step by step. */
export async function readRecord(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  id: string,
): Promise<MatterRecordView> {
  const matter = await findMatter(scope, id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(scope);
  const { date: today } = zonedTime(settings.timeZone, services.now());
  const steps = explain({ record: matter, calendar: calendarOf(settings), today });
  const text = (value: Value | undefined): string | null => (value ? writeValue(value, 'plain') : null);
  return {
    id: matter.id,
    revision: matter.revision,
    title: matter.title,
    reference: matter.reference,
    note: matter.note,
    stage: matter.stage,
    responsibleId: matter.responsible.id,
    type: plainCopy(matter.type),
    facts: plainCopy(matter.facts),
    dates: plainCopy(matter.dates),
    tables: plainCopy(matter.tables),
    parties: matter.parties.map(({ role, contact }) => ({ role, contactId: contact.id, name: contact.name })),
    people: (await listActive(scope)).map(({ id: personId, name }) => ({ id: personId, name })),
    links: Object.fromEntries(
      Object.entries(matter.linked ?? {}).map(([key, { id: otherId, reference, title }]) => [
        key,
        { id: otherId, reference, title },
      ]),
    ),
    restricted: matter.restricted,
    visibleTo: await accessTo(scope, id),
    calculated: steps.map((step) => ({
      key: step.key,
      label: step.label,
      text: text(step.value),
      form: plainCopy(step.form),
      inputs: step.inputs.map(({ label, value }) => ({ label, text: text(value) })),
      holidays: [...(step.holidays ?? [])],
      ...(step.rows ? { rows: { ...step.rows } } : {}),
      ...(step.rolledFrom ? { rolledFrom: step.rolledFrom } : {}),
      ...(step.chosen === undefined ? {} : { chosen: step.chosen }),
    })),
  };
}
