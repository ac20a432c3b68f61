import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { PracticeJson } from '../../contract/practice.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { readPractice } from './readPractice.ts';

/** Changes what the practice decides for everybody: every deadline counts with the new days from here on. */
export async function changePractice(
  office: Office,
  person: Account,
  json: PracticeJson,
): Promise<PracticeJson> {
  const holidays = json.holidays.flatMap((text) => parsePlainDate(text) ?? []);
  if (holidays.length < json.holidays.length)
    throw new HttpProblem(
      'badSettings',
      'One of the holidays is no day of the calendar. Nothing was changed.',
    );
  if (json.email !== '' && !isMailAddress(json.email))
    throw new HttpProblem('badSettings', `“${json.email}” is not a whole mail address. Nothing was changed.`);
  if (json.filingDomain !== '' && !isMailAddress(`x@${json.filingDomain.trim()}`))
    throw new HttpProblem('badSettings', `“${json.filingDomain}” is no domain. Nothing was changed.`);
  await office.db.transaction(async (tx) => {
    const before = await readSettings(tx);
    const { name, phone, addressLines, website } = json;
    await writeSettings(tx, {
      ...before,
      practice: { name, phone, addressLines, website },
      practiceEmail: json.email,
      weekdays: [...json.weekdays].sort(),
      holidays: [...new Set(holidays)].sort(),
      palette: json.palette,
      cautionsOff: json.cautionsOff,
      repeatDays: json.repeatDays,
      fileFrom: json.fileFrom,
      keepFiles: json.keepFiles,
      filingDomain: json.filingDomain.trim().toLowerCase(),
    });
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'practice.changed',
      subjectKind: 'practice',
      subjectId: 'practice',
    });
  });
  office.changes.tell({ kind: 'matterType', id: 'practice' });
  return readPractice(office);
}
