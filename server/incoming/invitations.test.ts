import { createTransport } from 'nodemailer';
import ICAL from 'ical.js';
import { beforeEach, describe, expect, it } from 'vitest';
import { withResults } from '../../standins/authenticated.ts';
import { useDesk } from '../app/tests/desk.ts';
import { ACCEPTS, runOnce } from '../app/tests/practice.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { receiveMail } from './receiveMail.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);

const INES = 'ines@okafor.example';
const AKSEL = 'aksel@lund.example';

let survey: string;
beforeEach(async () => {
  const made = await call('POST', '/follow-ups', {
    matterId: desk.matterId,
    what: 'Survey on board',
    dueOn: '2026-12-03',
    at: '10:00',
    minutes: 90,
    place: 'Quay 3, "inner" basin',
  });
  survey = made.json.id;
});

const shown = async (id = survey) =>
  (await call('GET', `/matters/${desk.matterId}`)).json.followUps.find(
    (one: { id: string }) => one.id === id,
  );

/** Starts a message about the appointment and addresses it. */
async function begin(start: object, to?: readonly { address: string; name?: string }[]): Promise<string> {
  const begun = await call('POST', `/matters/${desk.matterId}/messages`, start);
  expect(begun.status).toBe(201);
  await call('PATCH', `/messages/${begun.json.id}`, {
    subject: 'The survey',
    body: {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'See you then.' }] }],
    },
    ...(to ? { to } : {}),
  });
  return begun.json.id;
}

/** Presses Send, in spite of every caution. */
async function press(id: string) {
  const notes: { code: string }[] = (await call('GET', `/messages/${id}`)).json.notes;
  return call('POST', `/messages/${id}/send`, {
    holdSeconds: 0,
    acknowledged: notes.map(({ code }) => code),
  });
}

async function send(id: string): Promise<void> {
  const sent = await press(id);
  expect([sent.status, sent.json.code]).toEqual([202, undefined]);
  await runOnce(desk.services, ACCEPTS);
}

const TO = [
  { address: INES, name: 'Ines "Okafor"' },
  { address: AKSEL, name: 'Aksel Lund' },
];

async function invite(start: object = {}): Promise<string> {
  const id = await begin({ appointmentId: survey, ...start }, TO);
  await send(id);
  return id;
}

/** The entry that a message was filed as, and its calendar part as another program reads it. */
async function calendarSent(messageId: string) {
  const { stateDetail } = (await call('GET', `/messages/${messageId}`)).json;
  const eml = await call('GET', `/correspondence/${stateDetail.entryId}/raw`);
  const mail = await parseMail(eml.bytes);
  const part = mail.attachments.find(({ contentType }) => contentType === 'text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(part?.content.toString('utf8') ?? '') as unknown[]);
  const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent') ?? undefined);
  return { mail, eml: eml.bytes.toString('latin1'), calendar, event };
}

interface Reply {
  readonly from?: string;
  readonly attendee?: string;
  readonly partstat?: string;
  readonly sequence?: number;
  readonly uid?: string;
}

/** An answer as a calendar program sends one (RFC 5546 §4.2.2), put together by another package. */
async function answer({
  from = INES,
  attendee = from,
  partstat = 'ACCEPTED',
  sequence = 0,
  uid = `follow-up-${survey}@officium`,
}: Reply = {}) {
  const content = [
    'BEGIN:VCALENDAR',
    'PRODID:-//Example/ExampleCalendarClient//EN',
    'METHOD:REPLY',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    `ATTENDEE;PARTSTAT=${partstat}:mailto:${attendee}`,
    'ORGANIZER:mailto:maud@tidewell-roe.example',
    `UID:${uid}`,
    `SEQUENCE:${sequence}`,
    'REQUEST-STATUS:2.0;Success',
    'DTSTAMP:20261124T190000Z',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
  const { message } = await createTransport({ streamTransport: true, buffer: true }).sendMail({
    from,
    to: 'maud@tidewell-roe.example',
    subject: `${partstat}: something else`,
    text: 'An answer.',
    icalEvent: { method: 'REPLY', content },
  });
  return receiveMail(desk.services, desk.services.everything, {
    bytes: withResults(message as Buffer, ''),
    source: 'mailbox',
    deliveredTo: ['maud@tidewell-roe.example'],
  });
}

describe('an invitation', () => {
  it('goes in the message itself, as a part that calendar programs know (RFC 6047), those in sight of each other asked', async () => {
    const { mail, eml, calendar, event } = await calendarSent(await invite());
    expect(eml).toMatch(/Content-Type: text\/calendar; charset=utf-8; method=REQUEST/);
    expect(mail.text).toContain('See you then.');
    expect(calendar.getFirstPropertyValue('method')).toBe('REQUEST');
    expect(event.uid).toBe(`follow-up-${survey}@officium`);
    expect(event.summary).toBe('Survey on board');
    expect(event.location).toBe('Quay 3, "inner" basin');
    expect(event.startDate.toJSDate().toISOString()).toBe('2026-12-03T10:00:00.000Z');
    expect(event.duration.toSeconds()).toBe(90 * 60);
    expect(event.sequence).toBe(0);
    expect(event.attendees.map((one) => String(one.getFirstValue()))).toEqual([
      `mailto:${INES}`,
      `mailto:${AKSEL}`,
    ]);
    expect(event.attendees.map((one) => one.getFirstParameter('cn'))).toEqual(['Ines Okafor', 'Aksel Lund']);
    expect((await shown()).invited).toEqual([
      { name: 'Aksel Lund', address: AKSEL, answer: 'none', entryId: null, current: true },
      { name: 'Ines "Okafor"', address: INES, answer: 'none', entryId: null, current: true },
    ]);
  });

  it('can be put in on the sheet and taken off again', async () => {
    const id = await begin({}, TO);
    const put = await call('PATCH', `/messages/${id}`, { appointmentId: survey });
    expect(put.json.appointment).toMatchObject({ what: 'Survey on board', at: '10:00', gone: false });
    expect((await call('PATCH', `/messages/${id}`, { appointmentId: null })).json.appointment).toBeNull();
    await send(id);
    expect((await shown()).invited).toEqual([]);
  });

  it('is refused of another matter, of a follow-up without an hour, and of one that is done', async () => {
    const { json } = await call('POST', '/follow-ups', {
      matterId: desk.matterId,
      what: 'A day alone',
      dueOn: '2026-12-04',
    });
    for (const appointmentId of [json.id, 'nowhere'])
      expect((await call('POST', `/matters/${desk.matterId}/messages`, { appointmentId })).status).toBe(404);
    const id = await begin({ appointmentId: survey }, TO);
    await call('PATCH', `/follow-ups/${survey}`, { done: true });
    expect((await call('GET', `/messages/${id}`)).json.appointment).toMatchObject({ gone: true });
    const sent = await press(id);
    expect([sent.status, sent.json.code]).toEqual([409, 'appointmentGone']);
  });

  it('does not leave where its appointment has become another meanwhile', async () => {
    const id = await begin({ appointmentId: survey }, TO);
    await press(id);
    await call('PATCH', `/follow-ups/${survey}`, { at: '11:00' });
    await runOnce(desk.services, ACCEPTS);
    const { state, stateDetail } = (await call('GET', `/messages/${id}`)).json;
    expect(state).toBe('failed');
    expect(JSON.stringify(stateDetail)).toContain('appointmentChanged');
    expect((await shown()).invited).toEqual([]);
  });
});

describe('its answer', () => {
  it.each([
    ['ACCEPTED', 'yes'],
    ['DECLINED', 'no'],
    ['TENTATIVE', 'perhaps'],
  ])('%s is filed on its matter and shown beside the appointment', async (partstat, expected) => {
    await invite();
    const documents = async () => (await call('GET', `/matters/${desk.matterId}`)).json.documents;
    const before = await documents();
    const { outcome } = await answer({ partstat });
    expect(outcome).toBe('filed');
    // What a calendar sends by itself is no document of the matter.
    expect(await documents()).toEqual(before);
    const { invited } = await shown();
    expect(invited.map((one: { answer: string }) => one.answer)).toEqual(['none', expected]);
    const entry = await call('GET', `/correspondence/${invited[1].entryId}`);
    expect(entry.json).toMatchObject({ direction: 'in', matterId: desk.matterId });
  });

  it('counts from whoever sent it, where their program writes another address of theirs', async () => {
    await invite();
    await answer({ from: AKSEL, attendee: 'a.lund@elsewhere.example' });
    expect((await shown()).invited[0]).toMatchObject({ name: 'Aksel Lund', answer: 'yes' });
  });

  it('does not count in the name of somebody else: not a stranger’s, and of those invited only their own', async () => {
    await invite();
    await answer({ from: 'stranger@x.example', attendee: INES });
    const answers = async () => (await shown()).invited.map((one: { answer: string }) => one.answer);
    expect(await answers()).toEqual(['none', 'none']);
    await answer({ from: AKSEL, attendee: INES, partstat: 'DECLINED' });
    expect(await answers()).toEqual(['no', 'none']);
  });

  it('changes nothing from somebody who was not invited, or to an appointment that is not there', async () => {
    await invite();
    await answer({ from: 'stranger@x.example' });
    await answer({ uid: 'follow-up-nowhere@officium' });
    expect((await shown()).invited.map((one: { answer: string }) => one.answer)).toEqual(['none', 'none']);
  });

  it('no longer stands once those invited are told of another hour, and an answer to the former does not count', async () => {
    await invite();
    await answer();
    await call('PATCH', `/follow-ups/${survey}`, { at: '14:00' });
    expect((await shown()).invited.map((one: { current: boolean }) => one.current)).toEqual([false, false]);
    const id = await begin({ appointmentId: survey });
    // Those who were invited are who is told.
    const begun = (await call('GET', `/messages/${id}`)).json;
    expect(begun.to.map(({ address }: { address: string }) => address).sort()).toEqual([AKSEL, INES]);
    await send(id);
    const { event } = await calendarSent(id);
    expect([event.sequence, event.startDate.toJSDate().toISOString()]).toEqual([
      1,
      '2026-12-03T14:00:00.000Z',
    ]);
    await answer({ from: AKSEL, sequence: 0 });
    const { invited } = await shown();
    expect(invited.map((one: { answer: string; current: boolean }) => [one.answer, one.current])).toEqual([
      ['none', true],
      ['none', true],
    ]);
    await answer({ from: AKSEL, sequence: 1 });
    expect((await shown()).invited[0].answer).toBe('yes');
  });
});

it('an appointment that is called off is done, and calendars are told', async () => {
  await invite();
  const id = await begin({ appointmentId: survey, calledOff: true });
  await send(id);
  const { calendar, event } = await calendarSent(id);
  expect(calendar.getFirstPropertyValue('method')).toBe('CANCEL');
  expect([event.sequence, event.component.getFirstPropertyValue('status')]).toEqual([1, 'CANCELLED']);
  expect(await shown()).toBeUndefined();
});

it('that it is called off reaches each by a message of their own, though the first of them ends the appointment', async () => {
  await invite();
  const id = await begin({ appointmentId: survey, calledOff: true });
  await call('PATCH', `/messages/${id}`, { each: true });
  const standing = async () => [
    (await desk.services.db('entries').select('id')).length,
    (await desk.services.db('messages').where({ state: 'failed' }).select('id')).length,
  ];
  const [filed = 0, failed] = await standing();
  await send(id);
  expect(await standing()).toEqual([filed + 2, failed]);
});

it('that it is called off leaves too where somebody marked it as done meanwhile', async () => {
  await invite();
  const id = await begin({ appointmentId: survey, calledOff: true });
  await press(id);
  await call('PATCH', `/follow-ups/${survey}`, { done: true });
  await runOnce(desk.services, ACCEPTS);
  expect((await call('GET', `/messages/${id}`)).json.state).toBe('sent');
});
