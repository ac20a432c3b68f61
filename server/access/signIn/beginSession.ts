import { randomUUID } from 'node:crypto';
import type { Request } from 'express';

/** As much of what a browser calls itself as tells it from another. */
const MAX_AGENT = 300;

const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)));

/** A new id for each sign-in, so that one planted before it is worth nothing after it. */
export const beginSession = (request: Request, personId: string, nowUtc: number): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) {
        reject(asError(error));
        return;
      }
      Object.assign(request.session, {
        personId,
        handle: randomUUID(),
        begunUtc: nowUtc,
        address: request.ip ?? '',
        agent: (request.get('user-agent') ?? '').slice(0, MAX_AGENT),
      });
      request.session.save((failed: unknown) => {
        if (failed) reject(asError(failed));
        else resolve();
      });
    });
  });
