import { join } from 'node:path';
import { zonedTime } from '../core/dates/zonedClock.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { HttpProblem } from '../server/http/httpProblem.ts';
import type { Office } from '../server/app/services.ts';
import { advance } from '../server/sending/advance.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import { findMessage } from '../server/messages/queries.ts';
import { listOutTray } from '../server/sending/queries.ts';
import { findPerson } from '../server/access/peopleQueries.ts';
import type { Account } from '../server/access/peopleQueries.ts';
import type { SendMessage } from '../contract/messages.ts';
import { sendTimes } from '../core/dates/sendTimes.ts';
import { calendarOf } from '../server/platform/settings/practiceSettings.ts';
import { readSettings } from '../server/platform/settings/queries.ts';
import { discardMessage } from '../server/messages/discardMessage.ts';
import { sendMessage } from '../server/sending/sendMessage.ts';
import { startMessage } from '../server/messages/startMessage.ts';
import { demoOffice } from './office.ts';

/** Long enough to be looked at and called back. */
const HOLD_SECONDS = 600;
const ENGAGED = 'template-instructions';

/** Lays into the out-tray what a day there looks like: one that can be called back, one for later, one that was refused. */
export async function fillOutTray(folder: string, nowUtc: number): Promise<void> {
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    const office = demoOffice(db, blobStore(join(folder, 'blobs')), nowUtc);
    const maud = await findPerson(db, 'person-maud');
    if (!maud || (await listOutTray(db, { personId: maud.id, limit: 1, after: undefined })).items.length > 0)
      return;
    const matters = await db('matters').orderBy('reference', 'desc').pluck<string[]>('id');
    const settings = await readSettings(db);
    const [later] = sendTimes(
      calendarOf(settings),
      zonedTime(settings.timeZone, nowUtc),
      settings.workingHours,
    );
    const orders: readonly SendMessage[] = [
      { holdSeconds: HOLD_SECONDS },
      { ...(later ? { sendOn: later } : { holdSeconds: HOLD_SECONDS }) },
      { holdSeconds: HOLD_SECONDS },
    ];
    const sent: string[] = [];
    for (const matterId of matters) {
      const order = orders[sent.length];
      if (!order) break;
      const id = await trySending(office, maud, matterId, order);
      if (id !== undefined) sent.push(id);
    }
    const refused = sent[2];
    if (refused !== undefined) await refuse(office, refused, nowUtc);
  } finally {
    await db.destroy();
  }
}

/** Sends on a matter where nothing stops it; leaves nothing behind where something does. */
async function trySending(
  office: Office,
  person: Account,
  matterId: string,
  order: SendMessage,
): Promise<string | undefined> {
  try {
    const { id, notes } = await startMessage(office, person, matterId, { templateId: ENGAGED });
    if (notes.length > 0) {
      await discardMessage(office, person, id);
      return undefined;
    }
    await sendMessage(office, person, id, order);
    return id;
  } catch (error) {
    if (error instanceof HttpProblem) return undefined;
    throw error;
  }
}

/** What a host says of an address that it does not have. */
async function refuse(office: Office, id: string, nowUtc: number): Promise<void> {
  const held = await findMessage(office.db, id);
  if (!held) return;
  const address = held.recipients.to[0]?.address ?? '';
  const queued = await advance(office, held, { to: { kind: 'queued', attempts: 0 }, personId: null });
  const sending = await advance(office, queued, {
    to: { kind: 'sending', attempts: 1, owner: 'demo', leaseUntilUtc: nowUtc, dataBegun: false },
    personId: null,
  });
  await advance(office, sending, {
    to: { kind: 'failed', attempts: 1, reply: `550 5.1.1 <${address}>: no such mailbox here` },
    personId: null,
  });
}
