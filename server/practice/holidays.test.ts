import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';
import { serve } from '../app/tests/practice.ts';
import type { Client } from '../app/tests/practice.ts';

const desk = useDesk();

async function asAdministrator<T>(work: (idris: Client) => Promise<T>): Promise<T> {
  const idris = await serve(desk.services);
  await idris.signIn('idris@tidewell-roe.example');
  try {
    return await work(idris);
  } finally {
    await idris.close();
  }
}
const read = (text: string) =>
  asAdministrator(async (idris) => {
    const form = new FormData();
    form.append('file', new Blob([text]), 'days.ics');
    const response = await fetch(`${idris.origin}/api/v1/holidays/read`, {
      method: 'POST',
      headers: { Origin: idris.origin, Cookie: idris.cookie() },
      body: form,
    });
    return { status: response.status, json: await response.json() };
  });
const YEAR = new Date().getUTCFullYear();
const calendar = (...events: readonly string[]): string =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Made up//EN',
    ...events.flatMap((lines, n) => [
      'BEGIN:VEVENT',
      `UID:${n}@days.example`,
      'DTSTAMP:20260101T000000Z',
      lines,
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
    '',
  ].join('\r\n');

describe('the holidays of a country', () => {
  it('ship with the application, by its parts where those differ', async () => {
    await asAdministrator(async (idris) => {
      const { items } = (await idris.call('GET', '/holiday-sets')).json;
      expect(items.length).toBeGreaterThan(100);
      const parts = (await idris.call('GET', '/holiday-sets?country=GB')).json.items;
      expect(parts.map(({ name }: { name: string }) => name)).toContain('Scotland');
      const { days } = (await idris.call('GET', '/holidays?country=NO')).json;
      // The seventeenth of May is a holiday by Norwegian law, whatever the weekday.
      expect(days.filter(({ day }: { day: string }) => day.endsWith('-05-17'))).toHaveLength(3);
      expect((await idris.call('GET', '/holidays?country=ZZ')).status).toBe(404);
    });
  });
});

describe('a calendar file', () => {
  it('gives its whole days by name, those that repeat and those of several days too (RFC 5545)', async () => {
    const { json } = await read(
      calendar(
        `DTSTART;VALUE=DATE:20200504\r\nRRULE:FREQ=YEARLY\r\nSUMMARY:Harbour Fair`,
        `DTSTART;VALUE=DATE:${YEAR}1224\r\nDTEND;VALUE=DATE:${YEAR}1227\r\nSUMMARY:Closed`,
        `DTSTART:${YEAR}0601T090000Z\r\nDTEND:${YEAR}0601T100000Z\r\nSUMMARY:A meeting`,
        `DTSTART;VALUE=DATE:19990101\r\nSUMMARY:Long past`,
      ),
    );
    expect(json.days).toEqual([
      { day: `${YEAR}-05-04`, name: 'Harbour Fair' },
      { day: `${YEAR}-12-24`, name: 'Closed' },
      { day: `${YEAR}-12-25`, name: 'Closed' },
      { day: `${YEAR}-12-26`, name: 'Closed' },
      { day: `${YEAR + 1}-05-04`, name: 'Harbour Fair' },
      { day: `${YEAR + 2}-05-04`, name: 'Harbour Fair' },
    ]);
  });

  it.each([
    ['no calendar', 'Dear all', 'notACalendar'],
    ['half of one', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n', 'notACalendar'],
    ['no whole day of these years', calendar('DTSTART;VALUE=DATE:19990101\r\nSUMMARY:x'), 'noDayInCalendar'],
  ])('that is %s is refused', async (_what, text, code) => {
    const { status, json } = await read(text);
    expect([status, json.because[0].code]).toEqual([422, code]);
  });
});

describe('names of holidays', () => {
  it('are kept with their days, and go with them', async () => {
    await asAdministrator(async (idris) => {
      const practice = (await idris.call('GET', '/practice')).json;
      const holidays = ['2027-05-04', '2027-05-05'];
      const holidayNames = { '2027-05-04': 'Fair', '2027-01-01': 'Not among them' };
      const saved = (await idris.call('PATCH', '/practice', { ...practice, holidays, holidayNames })).json;
      expect(saved.holidayNames).toEqual({ '2027-05-04': 'Fair' });
      const less = (await idris.call('PATCH', '/practice', { ...saved, holidays: ['2027-05-05'] })).json;
      expect(less.holidayNames).toEqual({});
    });
  });
});
