import type { Request, Response } from 'express';
import type { ChangeEvent } from '../../contract/events.ts';
import type { PersonScope } from './scope.ts';
import type { EventServices } from './services.ts';

/** Keeps proxies from closing a quiet line; also how often a quiet one is asked whether its session still holds. */
const HEARTBEAT_MS = 20_000;

/**
 * Server-sent events: what changed of what this person may see, by id (WHATWG HTML, server-sent events). Whose session is
 * over hears no more: it is looked at before anything is told.
 */
export function streamEvents(
  services: Pick<EventServices, 'changes' | 'mayHear' | 'log'>,
  whoAsks: () => Promise<PersonScope | undefined>,
  request: Request,
  response: Response,
): void {
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    Connection: 'keep-alive',
  });
  response.write('retry: 1000\n: ready\n\n');
  const say = async (event?: ChangeEvent): Promise<void> => {
    const scope = await whoAsks();
    if (!scope) close();
    else if (!event) response.write(': here\n\n');
    else if (await services.mayHear(scope, event))
      response.write(`event: change\ndata: ${JSON.stringify(event)}\n\n`);
  };
  const told = (event?: ChangeEvent): void => {
    say(event).catch((error: unknown) => {
      services.log.error({ err: error }, 'an event could not be told');
    });
  };
  const stop = services.changes.listen(told);
  const heartbeat = setInterval(told, HEARTBEAT_MS);
  const close = (): void => {
    clearInterval(heartbeat);
    stop();
    response.end();
  };
  request.on('close', close);
}
