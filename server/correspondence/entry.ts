import type { Authenticated } from '../../core/mime/authentication.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import type { ConversationEnd } from '../../core/correspondence/answers.ts';

export interface EntryPeople {
  readonly from: Mailbox;
  readonly to: readonly Mailbox[];
  readonly cc: readonly Mailbox[];
  /** Not in the bytes; kept beside them, since a blind copy is part of what was sent. */
  readonly bcc: readonly Mailbox[];
}

export interface EntryAttachment {
  readonly name: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly blob: string;
}

/** An entry to be filed. Its seal and its place in a conversation are worked out when it is. */
export interface NewEntry {
  readonly id: EntryId;
  readonly matterId: MatterId;
  readonly direction: 'out' | 'in' | 'note';
  /** Whether what came in is from whom it says; what was sent and noted here is. */
  readonly authenticated?: Authenticated;
  /** Sent by a machine (RFC 3834). */
  readonly automatic?: boolean;
  readonly channel: string;
  readonly occurredAtUtc: number;
  readonly filedAtUtc: number;
  readonly subject: string;
  readonly opening: string;
  readonly category: string;
  readonly people: EntryPeople;
  readonly attachments: readonly EntryAttachment[];
  readonly rawBlob: string;
  readonly rawBytes: number;
  readonly internetMessageId: string | null;
  /** Message-IDs it answers, oldest first. */
  readonly references: readonly string[];
  readonly messageId: string | null;
  readonly templateVersionId: string | null;
  readonly authorId: string | null;
  readonly refusals: readonly { readonly address: string; readonly reply: string }[];
  readonly cautionsOverridden: readonly string[];
  /** What its writer changed of the wording it began from. */
  readonly rewritten?: Rewritten;
  /** What an entry that speaks of another one does: notes that it was moved here or away, or corrects it. */
  readonly about?: EntryAbout;
}

/** How much of a template's wording was changed before it went. */
export interface Rewritten {
  /** Of the wording as it began. */
  readonly words: number;
  readonly changed: number;
  /** Sentences that were changed, as patterns; `became` is empty where one was taken out. */
  readonly sentences: readonly { readonly was: string; readonly became: string }[];
}

export interface EntryAbout {
  readonly kind: 'movedFrom' | 'movedTo' | 'corrects' | 'alsoOn';
  readonly entryId: string;
  readonly matterId: string;
}

export interface StoredEntry extends NewEntry {
  readonly seq: number;
  readonly conversationId: string;
  readonly seal: string;
}

/** An entry in a list, with the end of its conversation where it is that end. */
export interface EntryListItem extends StoredEntry {
  readonly endOfConversation: ConversationEnd | null;
}

/** What has become of an entry since it was filed. */
export interface Standing {
  readonly entryId: string;
  readonly kind: 'moved' | 'corrected';
  /** The entry that says so. */
  readonly byEntryId: string;
}
