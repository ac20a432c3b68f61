import { join } from 'node:path';
import express from 'express';
import type { ErrorRequestHandler, Express, NextFunction, Request, RequestHandler, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import session from 'express-session';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { BrokenBlob } from '../platform/blobs/blobStore.ts';
import type { Endpoint } from '../http/endpoint.ts';
import { knownHost, ownOrigin } from '../http/guards.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import { openApi } from '../http/openapi.ts';
import { receiveFiles } from '../http/receiveFiles.ts';
import { SESSION_MS, SessionStore } from '../access/sessionStore.ts';
import { validate } from '../http/validate.ts';
import type { Office } from './services.ts';
import { findPerson } from '../access/peopleQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { sessionSecret } from '../platform/settings/queries.ts';
import { correspondenceRoutes } from '../correspondence/routes.ts';
import { streamEvents } from '../access/streamEvents.ts';
import { exportRoutes } from '../correspondence/exports/routes.ts';
import { importRoutes } from '../templates/importRoutes.ts';
import { inTrayRoutes } from '../incoming/routes.ts';
import { matterRoutes } from '../matters/routes.ts';
import { directoryRoutes } from '../directory/routes.ts';
import { matterTypeRoutes } from '../matters/typeRoutes.ts';
import { messageRoutes } from '../messages/routes.ts';
import { passageRoutes } from '../templates/passageRoutes.ts';
import { practiceRoutes } from '../practice/routes.ts';
import { sendingRoutes } from '../sending/settingsRoutes.ts';
import { recipientRoutes } from '../matters/recipientRoutes.ts';
import { sessionRoutes } from '../access/routes.ts';
import { templateRoutes } from '../templates/routes.ts';
import { todayRoutes } from '../today/routes.ts';
import { mayChange } from '../access/rights.ts';

export const VERSION = '0.1.0';
/** A long letter with its marks is some 200 kB; this stops bodies made to fill memory. */
const MAX_BODY = '2mb';
/** A library with its pictures. */
const MAX_PACK = '60mb';
/** Sign-ins tried from one address in a quarter of an hour. */
const SIGN_IN_TRIES = 30;

/** Every operation of the API. */
const ENDPOINTS: readonly Endpoint[] = [
  ...sessionRoutes,
  ...matterRoutes,
  ...messageRoutes,
  ...recipientRoutes,
  ...correspondenceRoutes,
  ...inTrayRoutes,
  ...directoryRoutes,
  ...matterTypeRoutes,
  ...todayRoutes,
  ...templateRoutes,
  ...passageRoutes,
  ...importRoutes,
  ...exportRoutes,
  ...practiceRoutes,
  ...sendingRoutes,
];

/** Composes the web server around an office. */
export async function createApp(office: Office): Promise<Express> {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: office.log, autoLogging: false }));
  app.use(helmet({ contentSecurityPolicy: { directives: CSP }, strictTransportSecurity: false }));
  app.use(knownHost(office.config));
  app.use('/api', api(office, await sessionSecret(office.db)));
  if (office.config.webFolder !== undefined) servePages(app, office.config.webFolder);
  app.use(problemHandler(office));
  return app;
}

const CSP = {
  'default-src': ["'self'"],
  'img-src': ["'self'", 'data:'],
  'style-src': ["'self'", "'unsafe-inline'"],
  'frame-src': ["'self'"],
  'upgrade-insecure-requests': null,
};

function api(office: Office, secret: string): express.Router {
  const router = express.Router();
  router.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  router.use(ownOrigin);
  router.get('/v1/health', (_request, response) => {
    response.json({ status: 'ok', version: VERSION });
  });
  router.get('/v1/openapi.json', (_request, response) => {
    response.json(openApi(ENDPOINTS, VERSION));
  });
  router.use(
    session({
      name: 'officium',
      secret,
      store: new SessionStore(office.db, office.now),
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'lax', maxAge: SESSION_MS, secure: false },
    }),
  );
  router.use('/v1/template-packs', express.json({ limit: MAX_PACK }));
  router.use(express.json({ limit: MAX_BODY }));
  router.post(
    '/v1/session',
    rateLimit({
      windowMs: 15 * 60_000,
      limit: office.config.demo ? 10_000 : SIGN_IN_TRIES,
      handler: (_q, _s, next) => {
        next(new HttpProblem('tooManyTries'));
      },
    }),
  );
  router.get('/v1/events', async (request, response) => {
    streamEvents(office, await signedIn(office, request), request, response);
  });
  for (const endpoint of ENDPOINTS) {
    const before = endpoint.uploads ? [mayUpload(office, endpoint), receiveFiles] : [];
    router[endpoint.method](`/v1${endpoint.path}`, ...before, handlerOf(office, endpoint));
  }
  router.use(() => {
    throw notFound('address');
  });
  return router;
}

/** Files are read only from those who may bring any. */
const mayUpload =
  (office: Office, endpoint: Endpoint): RequestHandler =>
  async (request, _response, next) => {
    await personFor(office, endpoint, request);
    next();
  };

function handlerOf(office: Office, endpoint: Endpoint) {
  return async (request: Request, response: Response): Promise<void> => {
    const person = await personFor(office, endpoint, request);
    const params = validate(endpoint.params, request.params, 'path');
    const query = validate(endpoint.query, { ...request.query }, 'query');
    const body = validate(endpoint.body, request.body, 'body');
    const answer = await endpoint.handle({ office, person, params, query, body, request, response });
    if (typeof endpoint.answers !== 'string') response.status(endpoint.status).json(answer);
  };
}

async function personFor(office: Office, endpoint: Endpoint, request: Request): Promise<Account> {
  // An open endpoint is told who is there, if anybody; it asks nothing of one who is not.
  if (endpoint.open && request.session.personId === undefined) return NOBODY;
  const person = await signedIn(office, request).catch((error: unknown) => {
    if (endpoint.open) return NOBODY;
    throw error;
  });
  const changes = endpoint.method !== 'get' && !endpoint.open && !endpoint.reading;
  if (changes && !mayChange(person)) throw new HttpProblem('readOnly');
  return person;
}

const NOBODY = {
  id: '',
  name: '',
  email: '',
  position: '',
  right: 'reader',
  passwordHash: null,
  rank: 0,
} as unknown as Account;

async function signedIn(office: Office, request: Request): Promise<Account> {
  const id = request.session.personId;
  const person = id === undefined ? undefined : await findPerson(office.db, id);
  if (!person) throw new HttpProblem('notSignedIn');
  return person;
}

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

const DISK_CODES = new Set([
  'ENOSPC',
  'EROFS',
  'EDQUOT',
  'SQLITE_FULL',
  'SQLITE_READONLY',
  'SQLITE_IOERR',
  'SQLITE_BUSY',
]);

function problemHandler(office: Office): ErrorRequestHandler {
  return (error: unknown, request: Request, response: Response, next: NextFunction) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = toProblem(error);
    if (problem.status >= 500)
      office.log.error({ err: error, method: request.method, path: request.path }, 'request failed');
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

function toProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof BrokenBlob)
    return new HttpProblem(
      'brokenBlob',
      'Its bytes on disk have changed. Restore it from a backup; everything else is untouched.',
    );
  const { type, code, status } = error as { type?: unknown; code?: unknown; status?: unknown };
  if (type === 'entity.parse.failed') return new HttpProblem('badJson');
  if (type === 'entity.too.large') return new HttpProblem('tooLarge');
  if (typeof code === 'string' && DISK_CODES.has(code))
    return new HttpProblem('hostUnwell', `Nothing was changed (${code}). Make room or wait, then try again.`);
  if (status === 404) return notFound('file');
  if (typeof status === 'number' && status >= 400 && status < 500) return new HttpProblem('badRequest');
  return new HttpProblem(
    'internal',
    'Nothing was changed by this request. Please try again; if it comes back, the log says more.',
  );
}
