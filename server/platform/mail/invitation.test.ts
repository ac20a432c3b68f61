import { describe, expect, it } from 'vitest';
import { readInvitation } from './invitation.ts';

const ZONE = 'Europe/London';

const calendar = (lines: readonly string[], method = 'REQUEST'): string =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Made up//EN',
    `METHOD:${method}`,
    'BEGIN:VEVENT',
    'UID:1@harbourpost.example',
    'DTSTAMP:20261124T090000Z',
    ...lines,
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');

const START = 'DTSTART:20261203T100000Z';

describe('an invitation', () => {
  it('is read with what, when, where and who', () => {
    const read = readInvitation(
      calendar([
        START,
        'DTEND:20261203T113000Z',
        'SUMMARY:Haul-out of Saltmarsh Wren',
        'LOCATION:Hallam Slip\\, Port Sennet',
        'ORGANIZER;CN=Ines Okafor:mailto:ines.okafor@harbourpost.example',
        'ATTENDEE;CN=Maud Tidewell;PARTSTAT=NEEDS-ACTION:mailto:maud@tidewell-roe.example',
        'ATTENDEE;PARTSTAT=ACCEPTED:mailto:yard@hallam-slip.example',
        'DESCRIPTION:Bring the moisture meter.\\nLadder is there.',
      ]),
      ZONE,
    );
    expect(read).toEqual({
      kind: 'asked',
      what: 'Haul-out of Saltmarsh Wren',
      from: { atUtc: Date.parse('2026-12-03T10:00:00Z') },
      until: { atUtc: Date.parse('2026-12-03T11:30:00Z') },
      where: 'Hallam Slip, Port Sennet',
      organiser: 'Ines Okafor',
      people: [
        { name: 'Maud Tidewell', answer: 'none' },
        { name: 'yard@hallam-slip.example', answer: 'yes' },
      ],
      repeats: false,
      words: 'Bring the moisture meter.\nLadder is there.',
    });
  });

  it.each([
    ['REPLY', 'answered'],
    ['CANCEL', 'calledOff'],
    ['PUBLISH', 'note'],
    ['counter', 'asked'],
  ])('of method %s is %s', (method, kind) => {
    expect(readInvitation(calendar([START], method), ZONE)?.kind).toBe(kind);
  });

  it('that was called off says so, whatever its method', () => {
    expect(readInvitation(calendar([START, 'STATUS:CANCELLED'], 'PUBLISH'), ZONE)?.kind).toBe('calledOff');
  });

  it.each([
    ['DTSTART:20260703T100000', '2026-07-03T09:00:00Z'],
    ['DTSTART;TZID=Europe/Oslo:20260703T100000', '2026-07-03T08:00:00Z'],
    ['DTSTART;TZID=Nowhere Standard Time:20260703T100000', '2026-07-03T09:00:00Z'],
  ])('%s is at %s', (start, at) => {
    expect(readInvitation(calendar([start]), ZONE)?.from).toEqual({ atUtc: Date.parse(at) });
  });

  it('takes the zone that it describes itself', () => {
    const text = calendar(['DTSTART;TZID=Own:20260703T100000']).replace(
      'BEGIN:VEVENT',
      [
        'BEGIN:VTIMEZONE',
        'TZID:Own',
        'BEGIN:STANDARD',
        'DTSTART:20200101T000000',
        'TZOFFSETFROM:+0500',
        'TZOFFSETTO:+0500',
        'END:STANDARD',
        'END:VTIMEZONE',
        'BEGIN:VEVENT',
      ].join('\r\n'),
    );
    expect(readInvitation(text, ZONE)?.from).toEqual({ atUtc: Date.parse('2026-07-03T05:00:00Z') });
  });

  it.each([
    [['DTSTART;VALUE=DATE:20261203', 'DTEND;VALUE=DATE:20261204'], undefined],
    [['DTSTART;VALUE=DATE:20261203', 'DTEND;VALUE=DATE:20261206'], { day: '2026-12-05' }],
    [['DTSTART;VALUE=DATE:20261203'], undefined],
  ])('of whole days ends on the last of them (%s)', (lines, until) => {
    const read = readInvitation(calendar(lines), ZONE);
    expect([read?.from, read?.until]).toEqual([{ day: '2026-12-03' }, until]);
  });

  it('lasts as long as it says where it has no end', () => {
    expect(readInvitation(calendar([START, 'DURATION:PT45M']), ZONE)?.until).toEqual({
      atUtc: Date.parse('2026-12-03T10:45:00Z'),
    });
  });

  it('says that it repeats', () => {
    expect(readInvitation(calendar([START, 'RRULE:FREQ=WEEKLY']), ZONE)?.repeats).toBe(true);
  });

  it.each([
    ['', 'nothing'],
    ['BEGIN:VCALENDAR', 'what is broken off'],
    [
      'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VTODO\r\nUID:1\r\nEND:VTODO\r\nEND:VCALENDAR\r\n',
      'a thing to do',
    ],
    [calendar(['SUMMARY:no time']), 'an event without a time'],
    [calendar(['DTSTART:quarter past ten']), 'a time that is none'],
    ['x'.repeat(600_000), 'far too much'],
  ])('is not seen in what is none (%#: %s)', (text) => {
    expect(readInvitation(text, ZONE)).toBeUndefined();
  });
});
