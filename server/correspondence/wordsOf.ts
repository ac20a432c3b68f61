import type { Services } from '../platform/services.ts';
import type { StoredEntry } from './entry.ts';
import type { InvitationJson } from '../../contract/correspondence.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { isCalendar, readInvitation } from '../platform/mail/invitation.ts';
import { readJson } from '../platform/database/json.ts';
import type { Scope } from '../access/scope.ts';
import { letterText } from './queries.ts';

/** What an entry says: read from its message, or, of a printed letter, from the words it was set from. */
export async function wordsOf(
  services: Pick<Services, 'blobs'>,
  scope: Scope,
  entry: StoredEntry,
): Promise<ShownWords> {
  const bytes = await services.blobs.get(entry.rawBlob);
  switch (entry.channel) {
    case 'text':
      return plainWords(bytes.toString('utf8'));
    case 'letter':
      return plainWords((await letterText(scope, entry.messageId)) ?? entry.opening);
    case 'note':
      return plainWords(bytes.toString('utf8'));
    case 'answer':
      return plainWords(answersIn(bytes.toString('utf8')));
    default:
      return shownWords(scope, bytes);
  }
}

/** What a message says, as it can be shown. */
export interface ShownWords {
  readonly html: string | null;
  readonly text: string;
  readonly invitation: InvitationJson | null;
}

export const plainWords = (text: string): ShownWords => ({ html: null, text, invitation: null });

export async function shownWords(scope: Scope, bytes: Buffer): Promise<ShownWords> {
  const parsed = await parseMail(bytes, { withPictures: true });
  const calendar = parsed.attachments.find(({ contentType }) => isCalendar(contentType));
  const { timeZone } = await readSettings(scope);
  const invitation = calendar && readInvitation(calendar.content.toString('utf8'), timeZone);
  return {
    html: typeof parsed.html === 'string' ? parsed.html : null,
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

/** What people read of answers that came by an answer page: kept with them. */
function answersIn(json: string): string {
  const read = readJson(json);
  return typeof read === 'object' && read !== null && 'text' in read ? String(read.text) : json;
}
