import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router } from 'express';
import type { NextFunction, Request, Response } from 'express';
import { sendOutsidePage } from '../../http/outsidePage.ts';
import { answerFilesInto, filesByField } from '../../http/receiveAnswers.ts';
import type { Services } from '../../platform/services.ts';
import { answerPageView } from './answerPageView.ts';
import { receiveAnswers } from './receiveAnswers.ts';

/**
 * The pages on which recipients answer what a message asks. Under their own path, without session, cookie or code of the
 * application; a body is read only once its address is known to be good.
 */
export function answerPages(services: Services): Router {
  const router = Router();
  const receive = answerFilesInto(join(services.config.dataFolder, 'received-answers'));
  router.get('/a/:secret', async ({ params: { secret } }, response) => {
    sendOutsidePage(response, await answerPageView(services, secret));
  });
  const known = async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const view = await answerPageView(services, String(request.params['secret']));
    if (view.takes) next();
    else sendOutsidePage(response, view);
  };
  router.post('/a/:secret', known, receive, async (request, response) => {
    const files = filesByField(request);
    try {
      const secret = String(request.params['secret']);
      const form = (request.body ?? {}) as Readonly<Record<string, unknown>>;
      sendOutsidePage(response, await receiveAnswers(services, secret, form, files));
    } finally {
      for (const { path } of files) await rm(path, { force: true });
    }
  });
  router.use(
    '/a/:secret',
    async (error: unknown, request: Request, response: Response, _next: NextFunction): Promise<void> => {
      services.log.warn({ err: error }, 'answers could not be taken');
      const why = isTooLarge(error) ? 'tooLarge' : 'unwell';
      sendOutsidePage(response, await answerPageView(services, String(request.params['secret']), why));
    },
  );
  return router;
}

const isTooLarge = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && String(error.code).startsWith('LIMIT_');
