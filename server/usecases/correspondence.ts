import sanitizeHtml from 'sanitize-html';
import type { EntryDetail, EntryPage, EntrySummary, InvitationJson } from '../../contract/correspondence.ts';
import { awaiting } from '../../core/correspondence/answers.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { daysBetween } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { notFound } from '../http/httpProblem.ts';
import { readInvitation } from '../incoming/invitation.ts';
import { parseMail } from '../incoming/parseMail.ts';
import type { Office } from '../office.ts';
import { findEntry, listEntries, standingsOf } from '../repositories/correspondence.ts';
import type {
  EntryAttachment,
  EntryListItem,
  Standing,
  StoredEntry,
} from '../repositories/correspondence.ts';
import { deliveryReportsOf } from '../repositories/deliveryReports.ts';
import { findMessage } from '../repositories/messages.ts';
import { findMatter, isVisible } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import { findPerson } from '../repositories/people.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import { findVersion } from '../repositories/templates.ts';

const DEFAULT_PAGE = 60;

export async function listCorrespondence(
  office: Office,
  person: Account,
  matterId: string,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<EntryPage> {
  if (!(await isVisible(office.db, matterId, person.id))) throw notFound('matter');
  const { items, next } = await listEntries(office.db, { matterId, limit, after });
  const view = await entryWriter(office, items);
  return { items: items.map(view), next };
}

/** Writes entries for a list, with what has become of each since. */
export async function entryWriter(
  office: Office,
  items: readonly EntryListItem[],
): Promise<(entry: EntryListItem) => EntrySummary> {
  const ids = items.map(({ id }) => id);
  const standings = await standingsOf(office.db, ids);
  const failed = new Set(
    (await deliveryReportsOf(office.db, ids))
      .filter(({ action }) => action === 'failed')
      .map(({ entryId }) => entryId),
  );
  const { timeZone } = await readSettings(office.db);
  const day = (utc: number): PlainDate => zonedTime(timeZone, utc).date;
  const today = day(office.now());
  return (entry) => ({
    ...viewEntry(entry),
    awaiting: entry.endOfConversation
      ? awaiting(entry.endOfConversation, daysBetween(day(entry.occurredAtUtc), today))
      : { kind: 'nothing' },
    standing: standingView(standings.get(entry.id)),
    bounced: failed.has(entry.id),
  });
}

const standingView = (standing: Standing | undefined): EntrySummary['standing'] =>
  standing ? { kind: standing.kind, byEntryId: standing.byEntryId } : null;

function viewEntry(entry: EntryListItem): Omit<EntrySummary, 'standing' | 'bounced' | 'awaiting'> {
  const { from, to } = entry.people;
  const shown = entry.direction === 'out' ? to : [from];
  return {
    id: entry.id,
    direction: entry.direction,
    channel: entry.channel,
    occurredAtUtc: entry.occurredAtUtc,
    subject: entry.subject,
    opening: entry.opening,
    who: shown.map(({ name, address }) => name || address),
    conversationId: entry.conversationId,
    attachmentNames: entry.attachments.map(({ name }) => name),
    category: entry.category,
  };
}

async function visibleEntry(
  office: Office,
  person: Account,
  id: string,
): Promise<{ entry: EntryListItem; matter: StoredMatter }> {
  const entry = await findEntry(office.db, id);
  const matter = entry && (await findMatter(office.db, entry.matterId, person.id));
  if (!entry || !matter) throw notFound('entry');
  return { entry, matter };
}

/** An entry in full. Its text is read from the exact bytes that were filed, each time: there is no second copy to differ. */
export async function readEntry(office: Office, person: Account, id: string): Promise<EntryDetail> {
  const { entry, matter } = await visibleEntry(office, person, id);
  const { html, text, invitation } = await wordsOf(office, entry);
  const author = entry.authorId === null ? undefined : await findPerson(office.db, entry.authorId);
  const template =
    entry.templateVersionId === null ? undefined : await findVersion(office.db, entry.templateVersionId);
  const { from, to, cc, bcc } = entry.people;
  return {
    ...(await entryWriter(office, [entry]))(entry),
    matterId: matter.id,
    matterReference: matter.reference,
    from,
    to: [...to],
    cc: [...cc],
    bcc: [...bcc],
    html,
    text,
    invitation,
    attachments: entry.attachments.map(({ name, mediaType, sizeBytes }, index) => ({
      index,
      name,
      mediaType,
      sizeBytes,
    })),
    sentBy: author?.name ?? null,
    templateName: template?.name ?? null,
    refusals: [...entry.refusals],
    deliveries: (await deliveryReportsOf(office.db, [entry.id])).map(({ address, action, words, atUtc }) => ({
      address,
      action,
      words,
      atUtc,
    })),
    cautionsOverridden: [...entry.cautionsOverridden],
    rawBytes: entry.rawBytes,
    seal: entry.seal,
  };
}

/** What an entry says: read from its message, or, of a printed letter, from the words it was set from. */
export async function wordsOf(office: Office, entry: StoredEntry): Promise<ShownWords> {
  const bytes = await office.blobs.get(entry.rawBlob);
  switch (entry.channel) {
    case 'text':
      return plainWords(bytes.toString('utf8'));
    case 'letter': {
      const message = entry.messageId === null ? undefined : await findMessage(office.db, entry.messageId);
      return plainWords(message?.frozen?.text ?? entry.opening);
    }
    case 'note':
      return plainWords(bytes.toString('utf8'));
    default:
      return shownWords(office, bytes);
  }
}

/** What a message says, as it can be shown. */
export interface ShownWords {
  readonly html: string | null;
  readonly text: string;
  readonly invitation: InvitationJson | null;
}

const plainWords = (text: string): ShownWords => ({ html: null, text, invitation: null });

const CALENDAR = /^(?:text\/calendar|application\/ics)$/i;

export async function shownWords(office: Office, bytes: Buffer): Promise<ShownWords> {
  const parsed = await parseMail(bytes, { withPictures: true });
  const calendar = parsed.attachments.find(({ contentType }) => CALENDAR.test(contentType));
  const { timeZone } = await readSettings(office.db);
  const invitation = calendar && readInvitation(calendar.content.toString('utf8'), timeZone);
  return {
    html: typeof parsed.html === 'string' ? cleanHtml(parsed.html) : null,
    text: parsed.text ?? '',
    invitation: invitation
      ? {
          ...invitation,
          until: invitation.until ?? null,
          people: invitation.people.map((one) => ({ ...one })),
        }
      : null,
  };
}

/** What the exact bytes of an entry are, by the way it went. */
const RAW_KINDS: Readonly<Record<string, { readonly mediaType: string; readonly ending: string }>> = {
  email: { mediaType: 'message/rfc822', ending: 'eml' },
  text: { mediaType: 'text/plain; charset=utf-8', ending: 'txt' },
  letter: { mediaType: 'application/pdf', ending: 'pdf' },
  note: { mediaType: 'text/plain; charset=utf-8', ending: 'txt' },
};

/** The exact bytes that went or came. */
export async function rawEntry(
  office: Office,
  person: Account,
  id: string,
): Promise<{ readonly bytes: Buffer; readonly fileName: string; readonly mediaType: string }> {
  const { entry, matter } = await visibleEntry(office, person, id);
  const day = new Date(entry.occurredAtUtc).toISOString().slice(0, 10);
  const { mediaType, ending } = RAW_KINDS[entry.channel] ?? {
    mediaType: 'application/octet-stream',
    ending: 'bin',
  };
  return {
    bytes: await office.blobs.get(entry.rawBlob),
    fileName: `${matter.reference} ${day} ${entry.direction}.${ending}`,
    mediaType,
  };
}

export async function entryAttachment(
  office: Office,
  person: Account,
  id: string,
  index: number,
): Promise<{ readonly attachment: EntryAttachment; readonly bytes: Buffer }> {
  const { entry } = await visibleEntry(office, person, id);
  const attachment = entry.attachments[index];
  if (!attachment) throw notFound('attachment');
  return { attachment, bytes: await office.blobs.get(attachment.blob) };
}

/**
 * What came from outside is cleaned before it is shown: no script, no form, no frame, no picture but its own, and styles
 * only where they colour, weigh or space text. It is shown in a sandboxed frame besides.
 */
export const cleanHtml = (html: string): string =>
  sanitizeHtml(html, {
    allowedTags: [...sanitizeHtml.defaults.allowedTags, 'u', 's', 'font', 'img'],
    exclusiveFilter: ({ tag, attribs }) => tag === 'img' && !OWN_PICTURE.test(attribs['src'] ?? ''),
    allowedAttributes: {
      '*': ['style', 'align', 'dir', 'lang'],
      a: ['href', 'title', 'target', 'rel'],
      img: ['src', 'alt', 'width', 'height'],
      td: ['colspan', 'rowspan'],
      th: ['colspan', 'rowspan'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowedSchemesByTag: { img: ['data'] },
    allowedStyles: { '*': SAFE_STYLES },
    transformTags: {
      a: sanitizeHtml.simpleTransform('a', { target: '_blank', rel: 'noopener noreferrer nofollow' }, true),
    },
  });

/** A picture that came with the message itself; drawings (SVG) can hold script, and none is fetched. */
const OWN_PICTURE = /^data:image\/(?:png|jpeg|gif|webp);base64,/i;

/** No value may hold a bracket, so that none can fetch (`url(…)`). */
const PLAIN = [/^[^()<>]{1,120}$/];
const SAFE_STYLES = Object.fromEntries(
  [
    'color',
    'background-color',
    'font-family',
    'font-size',
    'font-weight',
    'font-style',
    'line-height',
    'text-align',
    'text-decoration',
    'margin',
    'padding',
    'padding-left',
  ].map((name) => [name, PLAIN]),
);
