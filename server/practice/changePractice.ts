import type { Services } from '../platform/services.ts';
import type { PracticeJson } from '../../contract/practice.ts';
import { contrastOf, LEAST_CONTRAST } from '../../core/model/contrast.ts';
import { findPictures } from '../templates/pictureQueries.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { refuseOvertaken } from '../platform/settings/revision.ts';
import { readPractice } from './readPractice.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Changes what the practice decides for everybody: every deadline counts with the new days from here on. */
export async function changePractice(
  services: Services,
  scope: PersonScope,
  json: PracticeJson,
): Promise<PracticeJson> {
  const holidays = json.holidays.flatMap((text) => parsePlainDate(text) ?? []);
  if (holidays.length < json.holidays.length)
    throw new DomainProblem('badSettings', [{ code: 'holidayNotADay' }, { code: 'nothingChanged' }]);
  if (json.email !== '' && !isMailAddress(json.email))
    throw new DomainProblem('badSettings', [
      { code: 'notAnAddress', value: json.email },
      { code: 'nothingChanged' },
    ]);
  if (json.filingDomain !== '' && !isMailAddress(`x@${json.filingDomain.trim()}`))
    throw new DomainProblem('badSettings', [
      { code: 'notADomain', value: json.filingDomain },
      { code: 'nothingChanged' },
    ]);
  await refuseUnreadable(scope, json.look);
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    refuseOvertaken(json.revision, (await readPractice(inside)).revision);
    const before = await readSettings(inside);
    const { name, phone, addressLines, website } = json;
    await writeSettings(tx, {
      ...before,
      practice: { name, phone, addressLines, website },
      practiceEmail: json.email,
      weekdays: [...json.weekdays].sort(),
      holidays: [...new Set(holidays)].sort(),
      holidayNames: namesOf(holidays, json.holidayNames ?? before.holidayNames),
      palette: json.palette,
      cautionsOff: json.cautionsOff,
      repeatDays: json.repeatDays,
      fileFrom: json.fileFrom,
      keepFiles: json.keepFiles,
      filingDomain: json.filingDomain.trim().toLowerCase(),
      letters: json.letters ?? before.letters,
      look: json.look ?? before.look,
      textSender: json.textSender ?? before.textSender,
      region: json.region ?? before.region,
      documentCategories: distinct(json.documentCategories ?? before.documentCategories),
      correspondenceCategories: distinct(json.correspondenceCategories ?? before.correspondenceCategories),
      newsCategories: distinct(json.newsCategories ?? before.newsCategories),
      figuresByName: json.figuresByName ?? before.figuresByName,
      trustedHosts: [
        ...new Set((json.trustedHosts ?? before.trustedHosts).map((host) => host.toLowerCase())),
      ],
    });
    await audit('practice.changed', 'practice', 'practice');
    tell({ kind: 'matterType', id: 'practice' });
  });
  return readPractice(scope);
}

/** Categories as they are kept: without blanks around them, and none twice. */
const distinct = (names: readonly string[]): readonly string[] => [
  ...new Map(
    names.flatMap((name) => (name.trim() === '' ? [] : [[name.trim().toLowerCase(), name.trim()] as const])),
  ).values(),
];

/** The names of the holidays there are; one that was removed takes its name along. */
const namesOf = (
  days: readonly string[],
  names: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    days.flatMap((day) => {
      const name = names[day]?.trim() ?? '';
      return name === '' ? [] : [[day, name]];
    }),
  );

/** A look that could not be read, or whose picture is not here, is refused: it would stand in every message. */
async function refuseUnreadable(scope: PersonScope, look: PracticeJson['look']): Promise<void> {
  if (!look) return;
  for (const [part, colour] of [
    ['text', look.ink],
    ['links', look.link],
  ] as const) {
    if (contrastOf(colour, look.page) < LEAST_CONTRAST)
      throw new DomainProblem('badSettings', [{ code: 'tooFaint', part }, { code: 'nothingChanged' }]);
  }
  if (look.logo && (await findPictures(scope, [look.logo.picture])).length === 0)
    throw new DomainProblem('badSettings', [
      { code: 'headPictureGone' },
      { code: 'chooseAgain' },
      { code: 'nothingChanged' },
    ]);
}
