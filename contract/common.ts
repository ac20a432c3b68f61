import { Type } from 'typebox';
import type { Static } from 'typebox';
import type { SenderChoice } from '../core/model/sender.ts';
import type { TSchema } from 'typebox';

/** Ids are ours and short; anything longer is refused before it reaches a query. */
export const Id = Type.String({ minLength: 1, maxLength: 64 });
/** Whether mail is from whom it says, as a host that the practice trusts has told (RFC 8601). */
export const Authenticated = Type.Enum(['passed', 'failed', 'unknown']);

export const DateText = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' });
/** A day that there is (RFC 3339 full-date); where one that is not is told in words of its own, `DateText` lets it through. */
export const RealDay = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$', format: 'date' });
/** Milliseconds since 1970-01-01T00:00Z; within the years 1000 to 9999. */
export const Instant = Type.Integer({ minimum: -30_610_224_000_000, maximum: 253_402_300_799_999 });

/** The most rows one request is given. */
export const MAX_PAGE = 200;

/** Lists are paged by key: `after` is the `next` of the page before. */
export const PageQuery = Type.Object({
  limit: Type.Optional(Type.Integer({ minimum: 1, maximum: MAX_PAGE })),
  after: Type.Optional(Type.String({ maxLength: 400 })),
});

export const page = <Item extends TSchema>(item: Item) =>
  Type.Object({ items: Type.Array(item), next: Type.Union([Type.String(), Type.Null()]) });

export const ById = Type.Object({ id: Id });

/** Who made which version of something, and when; the latest first. */
export const Versions = Type.Array(
  Type.Object({ number: Type.Integer(), by: Type.String(), atUtc: Instant }),
);

export const Nothing = Type.Object({});

/** `responsible`, `practice`, `sender:` and the key of a sender of the practice's own, or `person:` and the id of somebody who lets one write for them. */
export const SenderChoiceJson = Type.Unsafe<SenderChoice>(
  Type.String({ pattern: '^(?:responsible|practice|sender:[a-z0-9-]{1,60}|person:[A-Za-z0-9-]{1,64})$' }),
);

/** The state of settings that a change stands on, as they were read; where it is left out, the later change holds. */
export const SettingsRevision = Type.String({ minLength: 1, maxLength: 64 });

/** Some words of a text that is compared with how it was before. */
export const ComparedPart = Type.Object({
  kind: Type.Enum(['same', 'added', 'removed']),
  text: Type.String(),
});
export type ComparedPart = Static<typeof ComparedPart>;
