import { join } from 'node:path';
import express from 'express';
import type { Request, RequestHandler, Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import session from 'express-session';
import type { Endpoint } from '../access/endpoint.ts';
import { may } from '../access/rights.ts';
import { scopeOf } from '../access/scopeOf.ts';
import type { PersonScope } from '../access/scope.ts';
import { COOKIE_MS, SessionStore } from '../access/sessionStore.ts';
import { mustFirst } from '../access/signIn/mustFirst.ts';
import { streamEvents } from '../access/streamEvents.ts';
import { ownOrigin } from '../http/guards.ts';
import { openApi } from '../http/openapi.ts';
import { forgetFiles, receiveFilesInto } from '../http/receiveFiles.ts';
import { isTooDeep } from '../http/jsonDepth.ts';
import { validate } from '../http/validate.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { ENDPOINTS } from './endpoints.ts';
import type { AppServices } from './services.ts';

export const VERSION = '0.1.0';
/** A long letter with its marks is some 200 kB; this stops bodies made to fill memory. */
const MAX_BODY = '2mb';
/** What somebody sends who has not said who they are: an address and a password. */
const MAX_OPEN_BODY = '20kb';
/** A library with its pictures. */
const MAX_PACK = '60mb';
/** Requests to sign in from one address in a quarter of an hour, an office behind one line among them; tries that fail are counted apart. */
const SIGN_IN_TRIES = 300;

/** What a page asks for by itself, with nobody at it, keeps no session alive. */
const UNASKED = 'Officium-Unasked';

/** Everything under `/api`. */
export function api(services: AppServices, secret: string): Router {
  const { config } = services;
  const router = express.Router();
  const store = new SessionStore(services.db, () => services.now());
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
      store,
      resave: false,
      saveUninitialized: false,
      proxy: config.proxies > 0,
      cookie: { httpOnly: true, sameSite: 'lax', maxAge: COOKIE_MS, secure: config.https },
    }),
  );
  router.post('/v1/session', signInLimit(services));
  router.post('/v1/password-links{/:token}', signInLimit(services));
  router.get('/v1/events', async (request, response) => {
    await whoMay(services, 'read', request);
    const stillThere = async (): Promise<PersonScope | undefined> =>
      personScope(services, (await store.find(request.sessionID))?.personId);
    streamEvents(services, stillThere, request, response);
  });
  router.use((request, _response, next) => {
    if (request.get(UNASKED) === undefined && request.session.personId !== undefined)
      void store.see(request.sessionID);
    next();
  });
  const receiveFiles = receiveFilesInto(join(config.dataFolder, 'received'));
  for (const endpoint of ENDPOINTS) {
    // Who asks is known before a body is read.
    const read = endpoint.uploads
      ? [receiveFiles(endpoint.uploads)]
      : endpoint.body
        ? [readJson(endpoint)]
        : [];
    const before = [mayAsk(services, endpoint), ...read];
    router[endpoint.method](`/v1${endpoint.path}`, ...before, handlerOf(services, endpoint));
  }
  router.use(() => {
    throw notFound('address');
  });
  return router;
}

const signInLimit = ({ config }: AppServices): RequestHandler =>
  rateLimit({
    windowMs: 15 * 60_000,
    limit: config.demo ? 10_000 : SIGN_IN_TRIES,
    handler: (_q, _s, next) => {
      next(new DomainProblem('tooManyTries'));
    },
  });

type AppEndpoint = Endpoint<AppServices>;

/** Reads a body as JSON, as long as that endpoint's may be, and no deeper than any of ours is. */
const readJson = ({ right, path }: AppEndpoint): RequestHandler =>
  express.json({
    limit: right === 'open' ? MAX_OPEN_BODY : path.startsWith('/template-packs') ? MAX_PACK : MAX_BODY,
    verify: (_request, _response, body) => {
      if (isTooDeep(body)) throw new DomainProblem('badJson', [{ code: 'nestedTooDeep' }]);
    },
  });

const mayAsk =
  (services: AppServices, { right }: AppEndpoint): RequestHandler =>
  async (request, _response, next) => {
    await whoMay(services, right, request);
    next();
  };

function handlerOf(services: AppServices, endpoint: AppEndpoint) {
  return async (request: Request, response: Response): Promise<void> => {
    const answered = services.turns.serve();
    try {
      const scope = await whoMay(services, endpoint.right, request);
      const params = validate(endpoint.params, request.params, 'path');
      const query = validate(endpoint.query, { ...request.query }, 'query');
      const body = validate(endpoint.body, request.body, 'body');
      const answer = await endpoint.handle({ services, scope, params, query, body, request, response });
      if (typeof endpoint.answers !== 'string') response.status(endpoint.status).json(answer);
    } finally {
      answered();
      await forgetFiles(request);
    }
  };
}

/** Who asks, found once for a request. */
const askers = new WeakMap<Request, Promise<PersonScope | undefined>>();

function whoAsks(services: AppServices, request: Request): Promise<PersonScope | undefined> {
  const known = askers.get(request);
  if (known) return known;
  const found = personScope(services, request.session.personId);
  askers.set(request, found);
  return found;
}

/** Whoever asks, where they have the right; an open endpoint is told who is there, if anybody, and asks nothing of them. */
async function whoMay(
  services: AppServices,
  right: AppEndpoint['right'],
  request: Request,
): Promise<PersonScope | undefined> {
  const scope = await whoAsks(services, request);
  if (right === 'open') return scope;
  if (!scope) throw new DomainProblem('notSignedIn');
  if (right === 'self') return scope;
  if ((await mustFirst(scope)) !== null) throw new DomainProblem('secondFactorFirst');
  if (may(scope.actor, right)) return scope;
  throw new DomainProblem(may(scope.actor, 'work') ? 'notYours' : 'readOnly');
}

const personScope = async (
  { db }: Pick<AppServices, 'db'>,
  personId: string | undefined,
): Promise<PersonScope | undefined> => (personId === undefined ? undefined : scopeOf(db, personId));
