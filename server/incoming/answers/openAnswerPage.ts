import { pageState } from '../../../core/answers/pageState.ts';
import type { PageState } from '../../../core/answers/pageState.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { MessageStateKind } from '../../../core/model/message.ts';
import { unscoped } from '../../access/unscoped.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { findMessage } from '../../messages/queries.ts';
import { hashOfSecret, isSecret } from '../../platform/secretAddress.ts';
import type { Services } from '../../platform/services.ts';
import type { PracticeSettings } from '../../platform/settings/practiceSettings.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import type { AnswerPage } from '../../sending/answers/answerPage.ts';
import { findPageByHash } from '../../sending/answers/answerPageQueries.ts';

/** A page that an address leads to, as it stands now. */
export interface OpenedPage {
  readonly page: AnswerPage;
  readonly state: PageState;
  readonly message: StoredMessage & { readonly frozen: NonNullable<StoredMessage['frozen']> };
  readonly settings: PracticeSettings;
  readonly today: PlainDate;
}

/** A message in one of these is, or may be, with its recipient. */
const MAY_BE_READ: ReadonlySet<MessageStateKind> = new Set([
  'sending',
  'sent',
  'may-have-gone',
  'failed',
  'deferred',
]);

/**
 * The page that an address leads to. Undefined for one that is forged, and for the page of a message that was called back,
 * or written anew, before it left: nobody was given that.
 */
export async function openAnswerPage(
  services: Pick<Services, 'db' | 'now'>,
  secret: string,
): Promise<OpenedPage | undefined> {
  if (!isSecret(secret)) return undefined;
  const scope = unscoped(services.db, 'answers');
  const page = await findPageByHash(scope, hashOfSecret(secret));
  const message = page && (await findMessage(scope, page.messageId));
  if (!page || !message?.frozen || message.frozen.answerPageId !== page.id) return undefined;
  if (!MAY_BE_READ.has(message.state.kind)) return undefined;
  const settings = await readSettings(scope);
  const today = zonedTime(settings.timeZone, services.now()).date;
  return {
    page,
    state: pageState(page, today),
    message: { ...message, frozen: message.frozen },
    settings,
    today,
  };
}
