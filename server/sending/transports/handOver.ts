import type { AttemptOutcome } from '../../../core/model/message.ts';
import { ANSWER_TIMEOUT_MS } from './transport.ts';

/** What a service answered over HTTP. */
export interface Answered {
  readonly status: number;
  readonly bytes: Buffer;
}

/**
 * One request to an outside service. Whether it had begun to be handed over when it failed decides between trying again
 * and asking a person, so that is told apart: a service that could not be reached has nothing.
 */
export async function handOver(
  url: string,
  contentType: string,
  body: Uint8Array<ArrayBuffer>,
  beforeData: () => Promise<void>,
): Promise<Answered | Exclude<AttemptOutcome, { kind: 'accepted' }>> {
  const reached = await reachable(url);
  if (reached !== true) return { kind: 'later', reply: reached };
  await beforeData();
  try {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': contentType },
      body,
      redirect: 'error',
      signal: AbortSignal.timeout(ANSWER_TIMEOUT_MS),
    });
    return { status: response.status, bytes: Buffer.from(await response.arrayBuffer()) };
  } catch (error) {
    const { cause } = error as Error & { cause?: { code?: string; message?: string } };
    // Nobody took the connection, so nobody has the message.
    return cause?.code === 'ECONNREFUSED'
      ? { kind: 'later', reply: cause.message ?? 'refused' }
      : { kind: 'unknown' };
  }
}

const REACH_TIMEOUT_MS = 10_000;

/** True where something answers at a service's address; otherwise why not. */
async function reachable(url: string): Promise<true | string> {
  try {
    await fetch(url, { method: 'HEAD', redirect: 'error', signal: AbortSignal.timeout(REACH_TIMEOUT_MS) });
    return true;
  } catch (error) {
    const { cause, message } = error as Error;
    return cause instanceof Error ? cause.message : message;
  }
}
