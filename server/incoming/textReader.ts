import type { Services } from '../platform/services.ts';
import type { Scope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { isPhoneNumber } from '../../core/recipients/phoneNumber.ts';
import { readPlace, writePlace } from './mailboxQueries.ts';
import { receiveText } from './receiveText.ts';
import type { TextReply } from './receiveText.ts';

/** How often a gateway is asked. */
const POLL_MS = 5_000;
/** Waits where it does not answer: quickly at first, then rarely. */
const LONGEST_WAIT_MS = 300_000;
const ANSWER_TIMEOUT_MS = 20_000;
/** A hundred texts of the longest kind stay far below it. */
const MAX_ANSWER_BYTES = 5_000_000;

export interface TextReader {
  readonly stop: () => Promise<void>;
}

/**
 * Asks a text gateway for what was written back, over HTTP: `GET url?after=N` gives `{items: [{id, from, to, text,
 * receivedAtUtc}]}` as JSON, the oldest first, where N is the number of the last one that was kept here.
 */
export function startTextReader(services: Services, url: string): TextReader {
  const stopping = new AbortController();
  const scope = unscoped(services.db, 'intake');
  const running = (async () => {
    let wait = POLL_MS;
    while (!stopping.signal.aborted) {
      try {
        await readReplies(services, scope, url, stopping.signal);
        wait = POLL_MS;
      } catch (error) {
        if (stopping.signal.aborted) return;
        services.log.warn({ err: error }, 'answers to text messages cannot be read');
        wait = Math.min(LONGEST_WAIT_MS, wait * 2);
      }
      await pause(wait, stopping.signal);
    }
  })();
  return {
    async stop() {
      stopping.abort();
      await running;
    },
  };
}

const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const end = (): void => {
      clearTimeout(timer);
      signal.removeEventListener('abort', end);
      resolve();
    };
    const timer = setTimeout(end, ms);
    if (signal.aborted) end();
    else signal.addEventListener('abort', end);
  });

/** Reads what came since the last time; each is kept here before its place is noted. Numbers of a gateway have no ages. */
export async function readReplies(
  services: Services,
  scope: Scope,
  url: string,
  signal: AbortSignal,
): Promise<void> {
  const place = await readPlace(scope, url);
  const asked = new URL(url);
  asked.searchParams.set('after', String(place?.lastUid ?? 0));
  const response = await fetch(asked, {
    redirect: 'error',
    signal: AbortSignal.any([signal, AbortSignal.timeout(ANSWER_TIMEOUT_MS)]),
  });
  if (!response.ok) throw new Error(`the text gateway answered ${response.status}`);
  for (const reply of itemsOf(await boundedText(response))) {
    if (reply.place <= (place?.lastUid ?? 0)) continue;
    if (reply.text) await receiveText(services, scope, reply.text);
    else services.log.warn({ id: reply.place }, 'a text message cannot be read');
    await inTransaction(services.db, (tx) => writePlace(tx, url, { uidValidity: '', lastUid: reply.place }));
  }
}

async function boundedText(response: Response): Promise<string> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of response.body ?? []) {
    const bytes = chunk as Uint8Array;
    size += bytes.length;
    if (size > MAX_ANSWER_BYTES) throw new Error('the text gateway answers with more than text messages');
    chunks.push(bytes);
  }
  return Buffer.concat(chunks).toString('utf8');
}

interface Handed {
  readonly place: number;
  /** Undefined where it is no text message of anybody: it is passed over, and not asked for again. */
  readonly text: TextReply | undefined;
}

function itemsOf(json: string): readonly Handed[] {
  const { items } = JSON.parse(json) as { items?: unknown };
  if (!Array.isArray(items)) throw new Error('the text gateway answers with no list');
  return items
    .flatMap((item: unknown): readonly Handed[] => {
      const { id, from, to, text, receivedAtUtc } = (item ?? {}) as Record<string, unknown>;
      if (typeof id !== 'number' || !Number.isSafeInteger(id)) return [];
      const sound = typeof from === 'string' && isPhoneNumber(from) && typeof text === 'string';
      return [
        {
          place: id,
          text: sound
            ? {
                id: String(id),
                from,
                to: typeof to === 'string' ? to.slice(0, 40) : '',
                text: text.replaceAll('\0', ''),
                receivedAtUtc:
                  typeof receivedAtUtc === 'number' && Number.isSafeInteger(receivedAtUtc)
                    ? receivedAtUtc
                    : Number.MAX_SAFE_INTEGER,
              }
            : undefined,
        },
      ];
    })
    .sort((a, b) => a.place - b.place);
}
