import type { Appointment } from '../../core/correspondence/appointment.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import type { Enclosure } from '../../core/model/enclosure.ts';
import type { MessageId, MatterId, PersonId } from '../../core/model/ids.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { MessageState } from '../../core/model/message.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import type { InlineDocument, DocumentNode } from '../../core/template/document.ts';
import type { BlankDefinition, Answers } from '../../core/template/blanks.ts';
import type { Rewritten } from '../correspondence/entry.ts';
import type { SendOptions } from '../../core/template/template.ts';

/** What goes with a message, by its bytes: a later version on the matter changes nothing here. */
export type StoredEnclosure = Enclosure & { readonly blob: string };

/** What was decided and made when the message left its draft. */
export interface FrozenMessage {
  readonly internetMessageId: string;
  readonly blob: string;
  readonly sizeBytes: number;
  readonly envelopeFrom: string;
  readonly envelopeTo: readonly string[];
  readonly from: Mailbox;
  readonly subject: string;
  readonly text: string;
  /** Codes of the cautions its writer sent it in spite of. */
  readonly cautions: readonly string[];
  /** What its recipients are told of an appointment. */
  readonly invitation?: {
    readonly told: Appointment;
    readonly sequence: number;
    readonly calledOff: boolean;
  };
  /** What its writer changed of the wording it began from. */
  readonly rewritten?: Rewritten;
  /** The page on which its recipient answers what it asks. */
  readonly answerPageId?: string;
}

export interface StoredMessage {
  readonly id: MessageId;
  readonly matterId: MatterId;
  readonly authorId: PersonId;
  readonly templateVersionId: string | null;
  readonly channel: Channel;
  readonly state: MessageState;
  readonly revision: number;
  readonly recipients: Recipients;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
  readonly enclosures: readonly StoredEnclosure[];
  readonly sendOptions: SendOptions;
  /** Message-IDs of the thread it continues, oldest first. */
  readonly references: readonly string[];
  readonly frozen: FrozenMessage | null;
  readonly createdUtc: number;
  readonly updatedUtc: number;
  /** The round that it belongs to. */
  readonly roundId?: string;
}

export interface MessageListItem extends Pick<
  StoredMessage,
  | 'id'
  | 'matterId'
  | 'channel'
  | 'state'
  | 'recipients'
  | 'subject'
  | 'answers'
  | 'blanks'
  | 'frozen'
  | 'updatedUtc'
> {
  readonly matterReference: string;
  readonly matterTitle: string;
  readonly author: string;
  readonly enclosureCount: number;
}
