import { namesOf } from '../../core/model/mailbox.ts';
import type { MessageState } from '../../core/model/message.ts';
import type { Message, MessageSummary } from '../../contract/messages.ts';
import type { Scope } from '../access/scope.ts';
import type { MessageListItem } from './message.ts';
import { listDraftsOnMatter } from './queries.ts';
import type { InlineNode } from '../../core/template/document.ts';
import { writeAnswer } from '../../core/template/blanks.ts';

const said = ({ reply, because, attempts }: Extract<MessageState, { readonly reply: string }>) => ({
  reply,
  attempts,
  ...(because ? { because: [...because] } : {}),
});

/** What people may know of a state. Leases and owners are the server's own affair. */
export function stateDetail(state: MessageState): Message['stateDetail'] {
  switch (state.kind) {
    case 'draft':
    case 'queued':
    case 'sending':
      return {};
    case 'held':
      return { leavesAtUtc: state.leavesAtUtc };
    case 'deferred':
      return { nextAttemptUtc: state.nextAttemptUtc, ...said(state) };
    case 'sent':
      return { sentAtUtc: state.sentAtUtc, entryId: state.entryId };
    case 'failed':
      return said(state);
    case 'may-have-gone':
      return { sinceUtc: state.sinceUtc };
    default:
      return state satisfies never;
  }
}

/** A line of a list of messages; a draft's subject shows its answers, and an open blank as an ellipsis. */
export function viewSummary(item: MessageListItem): MessageSummary {
  return {
    id: item.id,
    matterId: item.matterId,
    matterReference: item.matterReference,
    matterTitle: item.matterTitle,
    channel: item.channel,
    state: item.state.kind,
    stateDetail: stateDetail(item.state),
    subject: item.frozen?.subject ?? item.subject.map((node) => subjectWords(node, item)).join(''),
    to: namesOf(item.recipients.to),
    author: item.author,
    enclosureCount: item.enclosureCount,
    updatedAtUtc: item.updatedUtc,
  };
}

/** The drafts and messages on their way of a matter, for its page. */
export const draftsOn = async (scope: Scope, matterId: string): Promise<readonly MessageSummary[]> =>
  (await listDraftsOnMatter(scope, matterId)).map(viewSummary);

function subjectWords(node: InlineNode, { answers, blanks }: MessageListItem): string {
  if (node.type === 'text') return node.text;
  if (node.type !== 'blank') return ' ';
  const blank = blanks.find(({ key }) => key === node.attrs.key);
  return (blank && writeAnswer(blank, answers[blank.key], '')) ?? '…';
}
