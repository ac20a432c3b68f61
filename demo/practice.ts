import type { WorkingCalendar } from '../core/dates/workingDays.ts';
import { dayParts, plainDate } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { DEFAULT_SETTINGS, calendarOf } from '../server/platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../server/platform/settings/practiceSettings.ts';

/** Fixed holidays of the year before to the year after: enough for every date the demo shows. */
function holidaysAround(today: PlainDate): readonly PlainDate[] {
  const { year } = dayParts(today);
  return [year - 2, year - 1, year, year + 1].flatMap((one) => [
    plainDate(one, 1, 1),
    plainDate(one, 12, 25),
    plainDate(one, 12, 26),
  ]);
}

export const demoSettings = (today: PlainDate): PracticeSettings => ({
  practice: {
    name: 'Tidewell & Roe',
    phone: '01632 960100',
    addressLines: ['4 Quay Row', 'Port Sennet'],
    website: 'https://tidewell-roe.example',
  },
  practiceEmail: 'office@tidewell-roe.example',
  palette: DEFAULT_SETTINGS.palette,
  timeZone: 'Europe/London',
  weekdays: [1, 2, 3, 4, 5],
  holidayNames: {},
  holidays: holidaysAround(today),
  holdSeconds: 10,
  releaseAbove: 50,
  maxMessageBytes: 25_000_000,
  cautionsOff: DEFAULT_SETTINGS.cautionsOff,
  repeatDays: DEFAULT_SETTINGS.repeatDays,
  workingHours: DEFAULT_SETTINGS.workingHours,
  fileFrom: DEFAULT_SETTINGS.fileFrom,
  keepFiles: DEFAULT_SETTINGS.keepFiles,
  senders: [
    { key: 'accounts', name: 'Tidewell & Roe Accounts', address: 'accounts@tidewell-roe.example' },
    { key: 'reports', name: 'Tidewell & Roe Reports', address: 'reports@tidewell-roe.example' },
  ],
  trustedHosts: ['mx.stand-in.example'],
  region: 'en-GB',
  textSender: '07700 900100',
  look: {
    ...DEFAULT_SETTINGS.look,
    measurePx: 620,
    surround: '#f3efe6',
    head: 'Tidewell & Roe',
    foot: '4 Quay Row, Port Sennet · 01632 960100\nhttps://tidewell-roe.example',
  },
  letters: { window: 'dl', sideMm: 25, signatureMm: 16 },
  contactFacts: [{ key: 'birthday', label: 'Birthday', kind: 'date' }],
  filingDomain: 'file.tidewell-roe.example',
  documentCategories: ['Report', 'Certificate', 'Picture', 'Invoice', 'Instruction', 'Estimate', 'Insurance'],
  newsCategories: ['Good wishes'],
  figuresByName: false,
  correspondenceCategories: [
    'Letter',
    'Report',
    'Invoice',
    'Chaser',
    'Appointment',
    'Engagement',
    'Certificate',
    'Claim',
  ],
});

export const demoCalendar = (today: PlainDate): WorkingCalendar => calendarOf(demoSettings(today));
