import { planMessage } from '../core/mime/plan.ts';
import type { PlannedAttachment } from '../core/mime/plan.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import { withResults } from '../standins/authenticated.ts';
import { receiveMail } from '../server/incoming/receiveMail.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { assemble, sealFiles } from '../server/platform/mail/assemble.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { demoServices } from './services.ts';
import type { NewMatter } from '../server/matters/matter.ts';

interface Letter {
  readonly from: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
  readonly hoursAgo: number;
  readonly forged?: boolean;
  /** A meeting it asks for, so many days from then at ten. */
  readonly asksFor?: { readonly what: string; readonly where: string; readonly inDays: number };
}

const HOUR_MS = 3_600_000;
const OFFICE = { name: 'Tidewell & Roe', address: 'office@tidewell-roe.example', roles: [] };

/** What lies in the in-tray: some that could belong to several matters, one that names one, and some of nobody's. */
// eslint-disable-next-line max-lines-per-function -- a table of letters
function letters(matters: readonly NewMatter[]): readonly Letter[] {
  const parties = matters.flatMap(({ parties: all }) => all);
  const holder = (role: string) => {
    const counts = new Map<string, number>();
    for (const { role: held, contact } of parties)
      if (held === role) counts.set(contact.id, (counts.get(contact.id) ?? 0) + 1);
    const [most] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [];
    const contact = parties.find((one) => one.contact.id === most)?.contact;
    const address = contact?.addresses.find(({ kind }) => kind === 'email')?.value;
    return contact && address !== undefined ? { name: contact.name, address } : undefined;
  };
  const broker = holder('broker') ?? holder('insurer');
  const owner = holder('owner');
  const named = matters[3];
  return [
    ...(broker
      ? [
          {
            from: broker,
            subject: 'Tuesday, if it suits',
            text: 'Dear all,\n\nCould somebody call me on Tuesday? There are two things I would rather not put in writing.',
            hoursAgo: 3,
          },
          {
            from: broker,
            subject: `${named?.title.split(',')[0] ?? 'The boat'}: the sails`,
            text: 'The sails are with the loft until the end of the month. Does that hold you up?',
            hoursAgo: 5,
          },
        ]
      : []),
    ...(owner
      ? [
          {
            from: owner,
            subject: 'Another boat',
            text: 'We are thinking of buying a second one, Little Auk, and would like you to look her over first. When could you?',
            hoursAgo: 20,
            asksFor: { what: 'Little Auk: a first look', where: 'Ness Quay, Port Sennet', inDays: 9 },
          },
        ]
      : []),
    {
      from: { name: 'Hesper Dunmore', address: 'hesper@dunmore-family.example' },
      subject: `Fwd: what we found on board`,
      text: `My brother passed this on and says you would know what to do.\n\n-----Original Message-----\nFrom: Tidewell & Roe\nOur reference ${matters[1]?.reference ?? ''}\n\nHere is what we found on board.`,
      hoursAgo: 26,
    },
    // What a forger writes who knows a name and a subject: the mail server says that it is not from there.
    ...(matters[0]?.parties[0]?.contact.addresses[0]
      ? [
          {
            from: {
              name: matters[0].parties[0].contact.name,
              address: matters[0].parties[0].contact.addresses[0].value,
            },
            subject: `${matters[0].reference}: new bank details`,
            text: 'Please note that our account has changed, and pay all that is due to the new one from today. I cannot be reached by telephone this week.',
            hoursAgo: 31,
            forged: true,
          },
        ]
      : []),
    {
      from: { name: 'Ottoline Graves', address: 'o.graves@brackwater.example' },
      subject: 'Would you survey a boat for us?',
      text: 'We found your name with the harbour master. She is a wooden ketch of 1962 and lies at Ness Quay. What would it cost, and when could you come?',
      hoursAgo: 44,
    },
  ];
}

/** Lays letters into the in-tray the way they would come: read, matched, and left where nothing is sure. */
export async function fillInTray(
  db: Database,
  blobs: BlobStore,
  matters: readonly NewMatter[],
  nowUtc: number,
): Promise<void> {
  for (const letter of letters(matters)) {
    const { from, subject, text, hoursAgo } = letter;
    const atUtc = nowUtc - hoursAgo * HOUR_MS;
    const services = demoServices(db, blobs, atUtc);
    const plan = planMessage({
      messageId: `<${subject.length}.${hoursAgo}@${from.address.split('@')[1] ?? 'mail.example'}>`,
      dateUtc: atUtc,
      from,
      recipients: { to: [OFFICE], cc: [], bcc: [] },
      message: { subject, text: `${text}\n\n${from.name}\n`, html: '', open: [] },
      references: [],
      attachments: letter.asksFor ? [await invitation(blobs, letter, atUtc)] : [],
    });
    await receiveMail(services, unscoped(db, 'seeding'), {
      bytes: withResults(await assemble(plan, sealFiles(blobs)), from.address, letter.forged),
      source: 'mailbox',
      deliveredTo: [],
    });
  }
}

const DAY_MS = 86_400_000;

/** The meeting that a letter asks for, as a calendar part (RFC 5545, RFC 5546). */
async function invitation(
  blobs: BlobStore,
  { from, asksFor }: Letter,
  atUtc: number,
): Promise<PlannedAttachment> {
  const day = new Date(atUtc + (asksFor?.inDays ?? 0) * DAY_MS)
    .toISOString()
    .slice(0, 10)
    .replaceAll('-', '');
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Port Sennet//calendar//EN',
    'METHOD:REQUEST',
    'BEGIN:VEVENT',
    `UID:${day}@${from.address}`,
    `DTSTAMP:${day}T000000Z`,
    `DTSTART:${day}T100000Z`,
    `DTEND:${day}T113000Z`,
    `SUMMARY:${asksFor?.what ?? ''}`,
    `LOCATION:${asksFor?.where.replaceAll(',', '\\,') ?? ''}`,
    `ORGANIZER;CN=${from.name}:mailto:${from.address}`,
    `ATTENDEE;CN=${OFFICE.name};PARTSTAT=NEEDS-ACTION:mailto:${OFFICE.address}`,
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ];
  return {
    blob: await blobs.put(Buffer.from(lines.join('\r\n'), 'utf8')),
    fileName: 'invitation.ics',
    mediaType: 'text/calendar; method=REQUEST',
  };
}
