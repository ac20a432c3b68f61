import type { SenderChoice } from '../model/sender.ts';
import type { RecipientRules } from '../recipients/recipients.ts';
import type { BlankDefinition } from './blanks.ts';
import type { DocumentNode, InlineDocument } from './document.ts';

/** A document that goes with what is sent. `fileName` is filled like a subject; its ending is added. */
export type DocumentRule =
  /** The latest of a category on the matter. */
  | {
      readonly kind: 'latest';
      readonly category: string;
      readonly required: boolean;
      readonly fileName?: InlineDocument;
    }
  /** The same file each time, kept with the template. */
  | {
      readonly kind: 'fixed';
      readonly fileId: string;
      readonly name: string;
    }
  /** A letter template filled in and made a PDF at the moment of starting. */
  | {
      readonly kind: 'letter';
      readonly templateId: string;
      readonly name: string;
      readonly fileName?: InlineDocument;
    }
  /** The latest of a document of the practice’s own, by its name: a price list, a sheet that goes to everybody. */
  | { readonly kind: 'ofPractice'; readonly name: string; readonly required: boolean }
  /** The writer chooses one from the matter. */
  | { readonly kind: 'ask'; readonly label: string; readonly required: boolean };

/** What follows on the matter when a message from the template has gone. */
export interface AfterSending {
  readonly followUp?: { readonly workingDays: number; readonly what: string };
  /** Key of the stage that the matter moves to. */
  readonly stage?: string;
  /** Key of the date that the day of sending is put into. */
  readonly stampDate?: string;
  /** Id of the chaser plan that follows it until it is answered. */
  readonly chaserPlanId?: string;
}

export interface AnswersWanted {
  /** 1–120. */
  readonly workingDays: number;
  /** What was sent stands: it cannot be put right. */
  readonly once?: true;
}

export const USUAL_ANSWERS: AnswersWanted = { workingDays: 10 };

/** What a message starts from. A version of it never changes; a change makes a new version. */
export interface TemplateContent {
  readonly recipients: RecipientRules;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly documents: readonly DocumentRule[];
  /** Filing category of what is sent from it: `Report`, `Chaser`. */
  readonly category: string;
  /** Reads as if typed by hand: no styles, no pictures, the text alone carried in plain HTML. */
  readonly plain?: true;
  /** Whom it goes out under; without it, whoever writes. */
  readonly sender?: SenderChoice;
  /** Where answers go, when not to the sender. */
  readonly replyTo?: string;
  readonly after?: AfterSending;
  /** A message of their own for each it goes to, rather than one for all. */
  readonly each?: true;
  /** How long its questions can be answered, in working days from sending, and whether answers can be put right until then. */
  readonly answers?: AnswersWanted;
  /** It is another template's version in a language: taken instead of that one for whoever writes in it. */
  readonly translation?: Translation;
  /** Ids of the matter types it is made for, at least one; without it, all on which it holds. */
  readonly madeFor?: readonly string[];
}

/** Whether a template is meant for matters of a type, whatever it says. */
export const isMadeFor = ({ madeFor }: Pick<TemplateContent, 'madeFor'>, typeId: string): boolean =>
  madeFor === undefined || madeFor.includes(typeId);

export interface Translation {
  readonly templateId: string;
  /** BCP 47: `de`, `nb`. */
  readonly language: string;
}

/** Whether a contact's language is one that a version is written in: `de-AT` is served by `de`. */
export const speaks = (contactLanguage: string | undefined, language: string): boolean => {
  const [own, wanted] = [contactLanguage?.toLowerCase() ?? '', language.toLowerCase()];
  return own === wanted || own.startsWith(`${wanted}-`);
};

/** How a message goes and what follows, as its template said when it was started and its writer has changed since. */
export interface SendOptions extends Pick<
  TemplateContent,
  'plain' | 'sender' | 'replyTo' | 'after' | 'each' | 'answers'
> {
  /** A copy goes to whoever writes it, unseen by the others. */
  readonly copyToSelf?: true;
  /** The passage it is signed with, in place of the sender's default. */
  readonly signature?: string;
  /** It was begun as an answer to everybody. */
  readonly answersAll?: true;
  /** The entry it was begun from, and how: another template under it takes that up as well. */
  readonly takenUp?: {
    readonly entryId: string;
    readonly how: 'sender' | 'all' | 'forward';
    /** Its words are quoted in the answer. */
    readonly quoted?: true;
  };
  /** The message it was split from: what happens after sending happens once, with that one. */
  readonly copyOf?: string;
  /** The entry whose last recipients it goes to: those the host put off when it took the message for the others. */
  readonly deferredFrom?: string;
  /** The follow-up it deals with: done once it is sent. */
  readonly followUpId?: string;
  /** The appointment that its recipients are invited to, or told is called off (RFC 6047). */
  readonly appointment?: { readonly followUpId: string; readonly calledOff?: true };
  /** Nobody pressed Send: it says so in its header (RFC 3834). */
  readonly unasked?: true;
  /** Addresses that its template always writes to. */
  readonly fixed?: readonly string[];
  /** Keys of the roles that its template writes to, in To. */
  readonly roles?: readonly string[];
  /** The sentences it began with, as patterns: what its writer changed is counted when it leaves. */
  readonly begun?: readonly string[];
  /** Documents that must go along; without a category any will do. */
  readonly wanted?: readonly WantedDocument[];
}

export interface WantedDocument {
  readonly label: string;
  readonly category?: string;
}

const fixedOf = ({ to, cc, bcc }: RecipientRules): readonly string[] =>
  [...to, ...cc, ...bcc].flatMap((rule) => ('address' in rule ? [rule.address] : []));

const rolesOf = ({ to }: RecipientRules): readonly string[] =>
  to.flatMap((rule) => ('role' in rule ? [rule.role] : []));

/** What a template says must be enclosed. */
const wantedOf = (documents: readonly DocumentRule[]): readonly WantedDocument[] =>
  documents.flatMap((rule): readonly WantedDocument[] => {
    if (rule.kind === 'latest' && rule.required) return [{ label: rule.category, category: rule.category }];
    if (rule.kind === 'ofPractice' && rule.required) return [{ label: rule.name }];
    return rule.kind === 'ask' && rule.required ? [{ label: rule.label }] : [];
  });

export const sendOptionsOf = ({
  plain,
  sender,
  replyTo,
  after,
  each,
  answers,
  documents,
  recipients,
}: TemplateContent): SendOptions => ({
  ...(each ? { each } : {}),
  ...(rolesOf(recipients).length > 0 ? { roles: rolesOf(recipients) } : {}),
  ...(fixedOf(recipients).length > 0 ? { fixed: fixedOf(recipients) } : {}),
  ...(wantedOf(documents).length > 0 ? { wanted: wantedOf(documents) } : {}),
  ...(plain ? { plain } : {}),
  ...(sender ? { sender } : {}),
  ...(replyTo ? { replyTo } : {}),
  ...(after ? { after } : {}),
  ...(answers ? { answers } : {}),
});
