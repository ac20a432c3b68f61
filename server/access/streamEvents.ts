import type { Request, Response } from 'express';
import type { Office } from '../app/services.ts';
import type { Call } from '../http/endpoint.ts';
import { maySeeMatter } from './maySeeMatter.ts';

/** Keeps proxies from closing a quiet line. */
const HEARTBEAT_MS = 20_000;

/** Server-sent events: what changed on matters this person may see, by id (WHATWG HTML, server-sent events). */
export function streamEvents(
  office: Office,
  person: Call<unknown, unknown, unknown>['person'],
  request: Request,
  response: Response,
): void {
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    Connection: 'keep-alive',
  });
  response.write('retry: 1000\n: ready\n\n');
  const stop = office.changes.listen((event) => {
    const seen = 'matterId' in event ? maySeeMatter(office, person, event.matterId) : Promise.resolve(true);
    seen.then(
      (may) => {
        if (may) response.write(`event: change\ndata: ${JSON.stringify(event)}\n\n`);
      },
      (error: unknown) => {
        office.log.error({ err: error }, 'an event could not be told');
      },
    );
  });
  const heartbeat = setInterval(() => response.write(': here\n\n'), HEARTBEAT_MS);
  request.on('close', () => {
    clearInterval(heartbeat);
    stop();
  });
}
