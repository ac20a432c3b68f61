import { join } from 'node:path';
import { scopeOf } from '../server/access/scopeOf.ts';
import type { PersonScope } from '../server/access/scope.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import type { Services } from '../server/platform/services.ts';
import { listDue } from '../server/sending/queries.ts';
import { recallMessage } from '../server/sending/recallMessage.ts';
import { changeRoundMessage } from '../server/sending/rounds/changeRound.ts';
import { createRound } from '../server/sending/rounds/createRound.ts';
import { wakeRound } from '../server/sending/rounds/roundWork.ts';
import { sendRound } from '../server/sending/rounds/sendRound.ts';
import { readRoundMessages } from '../server/sending/rounds/viewLines.ts';
import { startRunner } from '../server/sending/runner.ts';
import type { Transport } from '../server/sending/transports/transport.ts';
import { demoServices } from './services.ts';

const DAY_MS = 86_400_000;
/** Longer than any round is held. */
const HELD_MS = 10 * 60_000;

/** What the demo's rounds work with: a clock that is set, as days go by. */
type Clocked = Services & { setTo: (utc: number) => void };

function clocked(services: Services): Clocked {
  let at = services.now();
  return {
    ...services,
    now: () => at,
    setTo: (utc) => {
      at = utc;
    },
  };
}

/** Makes two rounds: one that went some days ago, with a message that was refused and mended; one with answers still to be given. */
export async function fillRounds(folder: string, nowUtc: number): Promise<void> {
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    const services = clocked(demoServices(db, blobStore(join(folder, 'blobs')), nowUtc - 3 * DAY_MS));
    const petra = await scopeOf(db, 'person-petra');
    const maud = await scopeOf(db, 'person-maud');
    if (!petra || !maud) return;
    await sentLongAgo(services, petra);
    services.setTo(nowUtc - 3_600_000);
    await halfReady(services, maud);
  } finally {
    await db.destroy();
  }
}

async function sentLongAgo(services: Clocked, scope: PersonScope): Promise<void> {
  const { id } = await createRound(services, scope, {
    templateId: 'template-next-survey',
    name: 'Surveys: when the next is due',
    set: { where: { typeId: 'type-condition-survey' } },
  });
  await wakeRound(services, id);
  await sendRound(services, scope, id, {});
  await wakeRound(services, id);
  services.setTo(services.now() + HELD_MS);
  await deliver(services, refusingFirst());
  const [refused] = (await readRoundMessages(scope, id, { group: 'failed' })).items;
  if (!refused) return;
  await recallMessage(services, scope, refused.id);
  await wakeRound(services, id);
  await sendRound(services, scope, id, { messageIds: [refused.id] });
  await wakeRound(services, id);
  services.setTo(services.now() + HELD_MS);
  await deliver(services, refusingFirst(0));
}

async function halfReady(services: Clocked, scope: PersonScope): Promise<void> {
  const { id } = await createRound(services, scope, {
    templateId: 'template-chaser',
    name: 'What surveys wait for',
    set: { where: { typeId: 'type-condition-survey' }, name: 'Open surveys' },
  });
  await wakeRound(services, id);
  const { items } = await readRoundMessages(scope, id, { group: 'fill' });
  for (const [n, { id: message }] of items.slice(0, Math.ceil(items.length / 2)).entries())
    await changeRoundMessage(services, scope, id, message, {
      answers: { waitingFor: n % 2 === 0 ? 'the builder’s certificate' : 'the last insurance survey' },
    });
}

/** A host that knows no mailbox of the first so many, and takes the rest. */
function refusingFirst(count = 1): Transport {
  let left = count;
  return {
    send: async ({ to }, _bytes, beforeData) => {
      if (left > 0) {
        left -= 1;
        return {
          outcome: { kind: 'refused', reply: `550 5.1.1 <${to[0] ?? ''}>: no such mailbox here` },
          permanentFailures: [],
        };
      }
      await beforeData();
      return { outcome: { kind: 'accepted' }, permanentFailures: [] };
    },
  };
}

/** Has everything of rounds handed over that is due. */
async function deliver(services: Services, transport: Transport): Promise<void> {
  const scope = unscoped(services.db, 'seeding');
  const runner = await startRunner(services, { email: transport, text: transport, letter: transport });
  while ((await listDue(scope, services.now(), 1, 'rounds')).length > 0)
    await new Promise((done) => setTimeout(done, 20));
  await runner.stop();
}
