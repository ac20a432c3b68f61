import type { PracticeJson } from '../../contract/practice.ts';
import { CAUTIONS } from '../../core/model/noteCodes.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings, writeSettings } from '../repositories/settings.ts';

export async function readPractice(office: Office): Promise<PracticeJson> {
  const settings = await readSettings(office.db);
  const { practice, practiceEmail, weekdays, holidays, palette, cautionsOff, repeatDays } = settings;
  return {
    name: practice.name,
    phone: practice.phone,
    addressLines: [...practice.addressLines],
    website: practice.website,
    email: practiceEmail,
    weekdays: [...weekdays],
    holidays: [...holidays].sort(),
    palette: palette.map((one) => ({ ...one })),
    cautionsOff: CAUTIONS.filter((code) => cautionsOff.includes(code)),
    repeatDays,
    fileFrom: settings.fileFrom,
    keepFiles: { ...settings.keepFiles },
    filingDomain: settings.filingDomain,
  };
}

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
