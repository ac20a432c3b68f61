import { Type } from 'typebox';
import { Id, Instant } from './common.ts';
import { Reason } from './problems.ts';

/** Where a message is on its way (`core/model/message.ts` has the moves). */
export const StateKind = Type.Enum([
  'draft',
  'held',
  'queued',
  'sending',
  'deferred',
  'sent',
  'failed',
  'may-have-gone',
]);

/** What a person may know of a state: when it goes on, and the host's words. */
export const StateDetail = Type.Object({
  leavesAtUtc: Type.Optional(Instant),
  nextAttemptUtc: Type.Optional(Instant),
  sentAtUtc: Type.Optional(Instant),
  sinceUtc: Type.Optional(Instant),
  entryId: Type.Optional(Id),
  reply: Type.Optional(Type.String()),
  /** Why, where it was not the host that said so. */
  because: Type.Optional(Type.Array(Reason)),
  attempts: Type.Optional(Type.Integer()),
});
