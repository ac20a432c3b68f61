import { asId } from '../../../core/model/ids.ts';
import type { MessageId } from '../../../core/model/ids.ts';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode } from '../../../core/template/document.ts';
import { isMailAddress } from '../../../core/recipients/address.ts';
import type { DraftLayout } from '../../messages/draftLayout.ts';
import { layoutDraft } from '../../messages/draftLayout.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { findMatter } from '../../matters/queries.ts';
import { sealFiles } from '../../platform/mail/assemble.ts';
import type { Services } from '../../platform/services.ts';
import { frozenOf } from '../../sending/sendMessage.ts';
import { scopeOfWriter } from '../../sending/unasked.ts';
import type { OpenedPage } from './openAnswerPage.ts';
import { wordsIn } from './pageWords.ts';

/**
 * The message that confirms to a recipient what they gave, ready to leave under whoever asked. Nothing where whoever asked
 * writes no more, or the recipient has no mail: the page itself has said that the answers came.
 */
export async function confirmation(
  services: Services,
  { page, message, settings }: OpenedPage,
  text: string,
): Promise<readonly DraftLayout[]> {
  const scope = await scopeOfWriter(services, message.authorId);
  const matter = scope && (await findMatter(scope, page.matterId));
  if (!scope || !matter || !isMailAddress(page.recipient.address)) return [];
  const { words } = wordsIn(page.language);
  const nowUtc = services.now();
  const { sender } = message.sendOptions;
  const draft: StoredMessage = {
    id: asId<MessageId>(services.newId()),
    matterId: message.matterId,
    authorId: message.authorId,
    templateVersionId: null,
    channel: 'email',
    state: { kind: 'draft' },
    revision: 1,
    recipients: {
      to: message.recipients.to.filter(({ address }) => address === page.recipient.address),
      cc: [],
      bcc: [],
    },
    subject: [{ type: 'text', text: words.confirms(page.title) }],
    body: documentOf([
      paragraph(words.confirmsWords),
      ...text.split('\n\n').map(answered),
      paragraph(settings.practice.name),
    ]),
    blanks: [],
    answers: {},
    enclosures: [],
    sendOptions: { unasked: true, ...(sender ? { sender } : {}) },
    references: [...message.references, message.frozen.internetMessageId],
    frozen: null,
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
  return frozenOf(services, scope, await layoutDraft(services, scope, draft, matter), {
    leavesAtUtc: nowUtc,
    cautions: [],
    sealed: sealFiles(services.blobs),
  });
}

const paragraph = (text: string): BlockNode => ({ type: 'paragraph', content: [{ type: 'text', text }] });

/** A question and its answer, on lines of their own. */
const answered = (lines: string): BlockNode => {
  const [ask = '', ...answer] = lines.split('\n');
  return {
    type: 'paragraph',
    content: [
      { type: 'text', text: ask, marks: [{ type: 'bold' }] },
      ...answer.flatMap((text) => [{ type: 'hardBreak' } as const, { type: 'text', text } as const]),
    ],
  };
};
