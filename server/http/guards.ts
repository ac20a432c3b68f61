import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Config } from '../platform/config.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

const hostName = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** Refuses names the server is not known under: a page elsewhere that points its own name here (DNS rebinding). */
export function knownHost(config: Config): RequestHandler {
  const known = new Set([...LOOPBACK, ...config.hostNames.map((name) => name.toLowerCase()), config.host]);
  if (config.answerUrl !== undefined) known.add(new URL(config.answerUrl).hostname.toLowerCase());
  return (request: Request, _response: Response, next: NextFunction) => {
    if (known.has(hostName(request.headers.host ?? ''))) next();
    else next(new DomainProblem('foreignHost'));
  };
}

/** A changing request must come from our own pages: its Origin (RFC 6454) is this server's. */
export function ownOrigin(request: Request, _response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  const own = origin !== undefined && URL.canParse(origin) && new URL(origin).host === host;
  if (SAFE_METHODS.has(request.method) || own) next();
  else next(new DomainProblem('foreignOrigin', [{ code: 'originMissing' }]));
}
