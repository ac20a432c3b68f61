import { join } from 'node:path';
import express from 'express';
import type { ErrorRequestHandler, Express, NextFunction, Request, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { knownHost } from '../http/guards.ts';
import { problemDetails, statusOf } from '../http/problemDetails.ts';
import { BrokenBlob } from '../platform/blobs/blobStore.ts';
import { isDatabaseUnwell } from '../platform/database/dialects/sqlite/errors.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { sessionSecret } from '../platform/settings/queries.ts';
import { answerPages } from '../incoming/answers/answerRoutes.ts';
import { newsPages } from '../sending/news/newsRoutes.ts';
import { api } from './api.ts';
import type { AppServices } from './services.ts';

/** Composes the web server. */
export async function createApp(services: AppServices): Promise<Express> {
  const { config, db, log } = services;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', config.proxies);
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: { directives: CSP },
      strictTransportSecurity: config.https ? { maxAge: HSTS_SECONDS, includeSubDomains: false } : false,
    }),
  );
  app.use(knownHost(config));
  app.use('/api', api(services, await inTransaction(db, sessionSecret)));
  app.use(outsideLimit, newsPages(services), answerPages(services));
  if (config.webFolder !== undefined) servePages(app, config.webFolder);
  app.use(problemHandler(services));
  return app;
}

/** What one address may ask of the pages for people outside in a minute: more than any person, less than guessing takes. */
const OUTSIDE_A_MINUTE = 60;

const outsideLimit = rateLimit({
  windowMs: 60_000,
  limit: OUTSIDE_A_MINUTE,
  skip: ({ path }) => !/^\/[an]\//u.test(path),
});

/** A year. */
const HSTS_SECONDS = 31_536_000;

const CSP = {
  'default-src': ["'self'"],
  'img-src': ["'self'", 'data:'],
  'style-src': ["'self'", "'unsafe-inline'"],
  'frame-src': ["'self'"],
  'upgrade-insecure-requests': null,
};

/** The built application: hashed files for ever, the page itself never, and any address of ours is that page. */
function servePages(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '365d', fallthrough: false }),
  );
  app.use(express.static(folder, { index: false, cacheControl: false }));
  app.get('/{*path}', (_request, response) => {
    response.sendFile(join(folder, 'index.html'), { headers: { 'Cache-Control': 'no-cache' } });
  });
}

function problemHandler({ log }: Pick<Services, 'log'>): ErrorRequestHandler {
  return (error: unknown, request: Request, response: Response, next: NextFunction) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = toProblem(error, request.method === 'GET' || request.method === 'HEAD');
    const status = statusOf(problem);
    if (status >= 500)
      log.error({ err: error, method: request.method, path: request.path }, 'request failed');
    response
      .status(status)
      .type('application/problem+json')
      .send(JSON.stringify(problemDetails(problem)));
  };
}

const DISK_CODES = new Set(['ENOSPC', 'EROFS', 'EDQUOT']);

function toProblem(error: unknown, onlyReads: boolean): DomainProblem {
  if (error instanceof DomainProblem) return error;
  if (error instanceof BrokenBlob) return new DomainProblem('brokenBlob');
  const { type, code, status } = error as { type?: unknown; code?: unknown; status?: unknown };
  if (type === 'entity.parse.failed') return new DomainProblem('badJson');
  if (type === 'entity.too.large') return new DomainProblem('tooLarge');
  if (typeof code === 'string' && (DISK_CODES.has(code) || isDatabaseUnwell(error)))
    return new DomainProblem('hostUnwell', [{ code: 'hostSays', text: code }]);
  if (status === 404) return notFound('file');
  if (typeof status === 'number' && status >= 400 && status < 500) return new DomainProblem('badRequest');
  return new DomainProblem('internal', [
    // A change may have been kept before what shows it failed: nothing is said of that here.
    onlyReads ? { code: 'cannotShowNow' } : { code: 'mayHaveBeenDone' },
  ]);
}
