import { join } from 'node:path';
import { zonedTime } from '../core/dates/zonedClock.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { DomainProblem } from '../server/platform/problems/problem.ts';
import type { Services } from '../server/platform/services.ts';
import { advance } from '../server/sending/advance.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import { findMessage } from '../server/messages/queries.ts';
import { listOutTray } from '../server/sending/queries.ts';
import type { PersonScope } from '../server/access/scope.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { scopeOf } from '../server/access/scopeOf.ts';
import type { SendMessage } from '../contract/messages.ts';
import { sendTimes } from '../core/dates/sendTimes.ts';
import { calendarOf } from '../server/platform/settings/practiceSettings.ts';
import { readSettings } from '../server/platform/settings/queries.ts';
import { discardMessage } from '../server/messages/discardMessage.ts';
import { sendMessage } from '../server/sending/sendMessage.ts';
import { startMessage } from '../server/messages/startMessage.ts';
import { demoServices } from './services.ts';

/** Long enough to be looked at and called back. */
const HOLD_SECONDS = 600;
const ENGAGED = 'template-instructions';

/** Lays into the out-tray what a day there looks like: one that can be called back, one for later, one that was refused. */
export async function fillOutTray(folder: string, nowUtc: number): Promise<void> {
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    const services = demoServices(db, blobStore(join(folder, 'blobs')), nowUtc);
    const maud = await scopeOf(db, 'person-maud');
    if (!maud || (await listOutTray(maud, { limit: 1, after: undefined })).items.length > 0) return;
    const matters = await db('matters')
      .where('reference', 'like', 'SV-%')
      .orderBy('reference', 'desc')
      .pluck<string[]>('id');
    const settings = await readSettings(maud);
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
      const id = await trySending(services, maud, matterId, order);
      if (id !== undefined) sent.push(id);
    }
    const refused = sent[2];
    if (refused !== undefined) await refuse(services, refused, nowUtc);
  } finally {
    await db.destroy();
  }
}

/** Sends on a matter where nothing stops it; leaves nothing behind where something does. */
async function trySending(
  services: Services,
  scope: PersonScope,
  matterId: string,
  order: SendMessage,
): Promise<string | undefined> {
  try {
    const { id, notes } = await startMessage(services, scope, matterId, { templateId: ENGAGED });
    if (notes.length > 0) {
      await discardMessage(services, scope, id);
      return undefined;
    }
    await sendMessage(services, scope, id, order);
    return id;
  } catch (error) {
    if (error instanceof DomainProblem) return undefined;
    throw error;
  }
}

/** What a host says of an address that it does not have. */
async function refuse(services: Services, id: string, nowUtc: number): Promise<void> {
  const scope = unscoped(services.db, 'seeding');
  const held = await findMessage(scope, id);
  if (!held) return;
  const address = held.recipients.to[0]?.address ?? '';
  const queued = await advance(services, scope, held, { to: { kind: 'queued', attempts: 0 } });
  const sending = await advance(services, scope, queued, {
    to: { kind: 'sending', attempts: 1, owner: 'demo', leaseUntilUtc: nowUtc, dataBegun: false },
  });
  await advance(services, scope, sending, {
    to: { kind: 'failed', attempts: 1, reply: `550 5.1.1 <${address}>: no such mailbox here` },
  });
}
