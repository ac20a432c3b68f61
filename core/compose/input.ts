import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { Program } from '../merge/compile.ts';
import type { Channel } from '../model/channel.ts';
import type { Contact } from '../model/contact.ts';
import type { Mailbox } from '../model/mailbox.ts';
import type { MatterRecord, Practice, Writer } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { Answers } from '../template/blanks.ts';
import type { BlockNode } from '../template/document.ts';
import type { SendOptions } from '../template/template.ts';
import type { NamedSender } from './senders.ts';

/** What the practice decides of every message. */
export interface ComposePractice {
  readonly practice: Practice;
  /** The practice's own mail address; empty where it has none. */
  readonly practiceEmail: string;
  readonly senders: readonly NamedSender[];
  readonly calendar: WorkingCalendar;
  /** The practice's own addresses, by key. */
  readonly ownAddresses: ReadonlySet<string>;
}

/** An earlier entry that a message takes up: answered, answered to everybody on it, or passed on. */
export interface TakenUp {
  readonly how: 'sender' | 'all' | 'forward';
  readonly entry: {
    readonly id: string;
    readonly direction: 'in' | 'out' | 'note';
    /** How it went: `email`, `text`, `letter` or `note`. */
    readonly channel: string;
    readonly subject: string;
    readonly people: {
      readonly from: Mailbox;
      readonly to: readonly Mailbox[];
      readonly cc: readonly Mailbox[];
    };
    readonly internetMessageId: string | null;
    /** Message-IDs it answers itself, oldest first. */
    readonly references: readonly string[];
    readonly attachments: readonly {
      readonly name: string;
      readonly mediaType: string;
      readonly sizeBytes: number;
    }[];
  };
  /** Its words below a line, where they are passed on or quoted; else empty. */
  readonly quoted: readonly BlockNode[];
}

/** Everything a message begins from: gathered first, so that nothing is asked for while it is composed. */
export interface ComposeInput {
  readonly record: MatterRecord;
  /** Whoever writes. */
  readonly writer: Writer;
  readonly practice: ComposePractice;
  /** The default signature of whoever signs, its passages in place. */
  readonly signature: readonly BlockNode[];
  /** The practice's day and hour as it is composed. */
  readonly moment: { readonly today: PlainDate; readonly hour: number };
  readonly channel: Channel;
  /** The template, compiled; a bare sheet where there is none. */
  readonly program: Program;
  /** Contacts beyond the matter's parties that recipients may be: those chosen, and those known by a typed address. */
  readonly contacts: readonly Contact[];
  /** Those to write to instead of whom the template names. */
  readonly chosen?: readonly Contact[];
  readonly takenUp?: TakenUp;
  /** Answers given beforehand. */
  readonly answers?: Answers;
  /** Documents to enclose besides what the template does, by their ids. */
  readonly documentIds?: readonly string[];
  /** The follow-up that the message deals with. */
  readonly followUpId?: string;
  /** The appointment that it invites to, or calls off. */
  readonly appointment?: SendOptions['appointment'];
}
