import { REGIONS } from '../../contract/practice.ts';
import type { PracticeJson } from '../../contract/practice.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { revisionOf } from '../platform/settings/revision.ts';
import { CAUTIONS } from '../../core/model/noteCodes.ts';
import type { Scope } from '../access/scope.ts';

export async function readPractice(scope: Scope): Promise<PracticeJson> {
  const settings = await readSettings(scope);
  const { practice, practiceEmail, weekdays, holidays, palette, cautionsOff, repeatDays } = settings;
  const json: PracticeJson = {
    name: practice.name,
    phone: practice.phone,
    addressLines: [...practice.addressLines],
    website: practice.website,
    email: practiceEmail,
    weekdays: [...weekdays],
    holidays: [...holidays].sort(),
    holidayNames: { ...settings.holidayNames },
    palette: palette.map((one) => ({ ...one })),
    cautionsOff: CAUTIONS.filter((code) => cautionsOff.includes(code)),
    repeatDays,
    fileFrom: settings.fileFrom,
    keepFiles: { ...settings.keepFiles },
    filingDomain: settings.filingDomain,
    letters: { ...settings.letters },
    look: { ...settings.look, logo: settings.look.logo && { ...settings.look.logo } },
    textSender: settings.textSender,
    region: REGIONS.find((known) => known === settings.region) ?? 'en-GB',
    documentCategories: [...settings.documentCategories],
    correspondenceCategories: [...settings.correspondenceCategories],
    newsCategories: [...settings.newsCategories],
    figuresByName: settings.figuresByName,
    trustedHosts: [...settings.trustedHosts],
  };
  return { revision: revisionOf(json), ...json };
}
