import express, { Router } from 'express';
import { escapeHtml } from '../../../core/merge/renderHtml.ts';
import { sendOutsidePage } from '../../http/outsidePage.ts';
import type { Services } from '../../platform/services.ts';
import { leaveNews, newsOf } from './leaveNews.ts';

/** What a person outside reads here. */
const say = {
  noMore: (category: string) => `No more “${category}”`,
  asks: 'We will send you no more messages of this kind. You will still hear from us about your own matters.',
  yes: 'Send me no more',
  done: 'Done',
  noted:
    'We have noted that you want no more messages of this kind. You can tell us at any time if you change your mind.',
  nothing: 'Nothing here',
  wrong:
    'This address leads nowhere. Perhaps a part of it is missing. Please answer the message you had from us.',
} as const;

/** A body of the one-click request is a few words (RFC 8058 §3.2). */
const MAX_BODY = 1_000;

/**
 * Where somebody says that they want no more news of a kind: a page that asks for one press, since whatever looks at links
 * beforehand must change nothing, and the one-click request of mail programs (RFC 8058), which is a POST from anywhere.
 */
export function newsPages(services: Pick<Services, 'db' | 'now' | 'changes'>): Router {
  const router = Router();
  router.get('/n/:secret', async ({ params: { secret } }, response) => {
    const { practice, category } = await newsOf(services, secret);
    sendOutsidePage(response, {
      practice,
      language: 'en',
      ...(category === undefined
        ? { status: 404, title: say.nothing, body: `<p>${say.wrong}</p>` }
        : {
            title: say.noMore(category),
            body: `<p>${say.asks}</p><form method="post"><button>${escapeHtml(say.yes)}</button></form>`,
          }),
    });
  });
  router.post(
    '/n/:secret',
    express.urlencoded({ extended: false, limit: MAX_BODY }),
    async ({ params: { secret } }, response) => {
      const isKnown = await leaveNews(services, secret);
      const { practice } = await newsOf(services, secret);
      sendOutsidePage(response, {
        practice,
        language: 'en',
        ...(isKnown
          ? { title: say.done, body: `<p>${say.noted}</p>` }
          : { status: 404, title: say.nothing, body: `<p>${say.wrong}</p>` }),
      });
    },
  );
  return router;
}
