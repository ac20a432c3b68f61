/** What there can be none of. */
export type Thing =
  | 'address'
  | 'answerPage'
  | 'appointment'
  | 'attachment'
  | 'calendar'
  | 'chase'
  | 'chaserPlan'
  | 'contact'
  | 'country'
  | 'date'
  | 'discardedDraft'
  | 'document'
  | 'enclosure'
  | 'entry'
  | 'export'
  | 'fact'
  | 'file'
  | 'followUp'
  | 'group'
  | 'import'
  | 'joining'
  | 'letterTemplate'
  | 'link'
  | 'matter'
  | 'matterType'
  | 'message'
  | 'offeredValue'
  | 'organisation'
  | 'passage'
  | 'person'
  | 'picture'
  | 'role'
  | 'round'
  | 'routine'
  | 'routineRun'
  | 'savedSearch'
  | 'session'
  | 'set'
  | 'signature'
  | 'stage'
  | 'table'
  | 'template'
  | 'verification'
  | 'version';

type None = Readonly<Record<never, never>>;
interface Named {
  readonly name: string;
}
interface Given {
  readonly value: string;
}
interface Most {
  readonly most: number;
}

/** Every reason there is, with the values that its words need. What kind of refusal it belongs to is another matter. */
interface Reasons {
  /** What is safe, and what to do: said after what happened. */
  readonly nothingChanged: None;
  readonly nothingSent: None;
  readonly nothingSaved: None;
  readonly nothingEnclosed: None;
  readonly nothingJoined: None;
  readonly nothingRead: None;
  readonly timeUnchanged: None;
  readonly draftUnchanged: None;
  readonly enclosuresUnchanged: None;
  readonly seeNotes: None;
  readonly recallToChange: None;
  readonly recallFirst: None;
  readonly recallAndSeeNotes: None;
  readonly recallAndSendAgain: None;
  readonly removeOrReplace: None;
  readonly removeItThere: None;
  readonly startFromShelf: None;
  readonly chooseAgain: None;
  /** Requests. */
  readonly noSuch: { readonly what: Thing };
  readonly notAsDescribed: { readonly where: string; readonly message: string };
  readonly nestedTooDeep: None;
  readonly originMissing: None;
  readonly fileExpected: None;
  readonly fileTooLarge: { readonly megabytes: number };
  readonly tooManyFiles: Most;
  readonly hostSays: { readonly text: string };
  readonly cannotShowNow: None;
  readonly mayHaveBeenDone: None;
  readonly offeredPlaceChanged: None;
  readonly figuresOfAllNotYours: None;
  readonly figuresNotByName: None;
  readonly spanTooLong: None;
  readonly rewritingGone: None;
  /** Values that are typed. */
  readonly notAnAddress: Given;
  readonly notADomain: Given;
  readonly notAddressOrDomain: Given;
  readonly notADay: Given;
  readonly notATimeZone: Given;
  readonly holidayNotADay: None;
  readonly notACalendar: None;
  readonly noDayInCalendar: None;
  readonly tooFaint: { readonly part: 'text' | 'links' };
  readonly headPictureGone: None;
  readonly sameKey: { readonly of: 'hosts' | 'senders' | 'mailboxes' };
  readonly notACertificate: None;
  readonly portTaken: { readonly port: number };
  readonly hoursEndFirst: None;
  readonly passwordInTheClear: { readonly host: string };
  readonly passwordNeeded: { readonly host: string };
  /** Matters and contacts. */
  readonly onlyOneInRole: { readonly label: string };
  readonly doesNotFit: { readonly label: string };
  readonly contactGone: None;
  readonly referenceNotFree: { readonly reference: string };
  readonly restrictingNotYours: None;
  readonly contactWithoutName: None;
  readonly matterWithoutTitle: None;
  readonly noSuchNamed: Given & { readonly what: Thing };
  readonly cellDoesNotFit: Given & { readonly label: string };
  readonly noReferenceIn: None;
  readonly cannotReadZip: None;
  readonly sameAsLine: { readonly line: number };
  readonly noColumnChosen: { readonly label: string };
  readonly cannotReadTable: None;
  readonly listTooLong: Most;
  readonly noMessageFound: None;
  readonly listEmpty: None;
  readonly importNotReady: None;
  readonly nothingToUndo: None;
  readonly personAndOrganisation: None;
  readonly changedSinceJoined: None;
  readonly quoteNeverClosed: { readonly line: number };
  readonly cardTooLong: None;
  readonly notACard: None;
  /** Templates and passages. */
  readonly errorsStopApproval: None;
  readonly approvingNotYours: None;
  readonly fileNeverUploaded: None;
  readonly tooLongWithPassages: None;
  readonly withinItself: { readonly path: string };
  readonly stillUsedBy: { readonly names: readonly string[]; readonly signatureOf: readonly string[] };
  readonly stillUsed: None;
  readonly notAMessagePicture: None;
  readonly pictureTooLarge: { readonly megabytes: number; readonly pixels: number };
  readonly signatureNotYours: None;
  readonly cannotBeStarted: Named & { readonly reference: string };
  readonly otherChannel: Named;
  /** Messages. */
  readonly onItsWay: None;
  readonly leftTheDesk: None;
  readonly handedOver: None;
  readonly noLongerWaits: None;
  readonly onlyWritten: None;
  /** Routines and chaser plans. */
  readonly routineNotRun: None;
  readonly routineNotYours: Named;
  readonly routineNeedsMending: None;
  readonly unaskedNotYours: None;
  readonly runUndoneBefore: None;
  readonly runHasSent: None;
  readonly recordChangedSinceRun: None;
  readonly chaserDaysInOrder: None;
  readonly chaserTemplateGone: None;
  readonly chaseUnderWay: Named;
  readonly chaseIsOver: None;
  readonly onlyWhatWasSent: None;
  /** Rounds. */
  readonly roundHasNobody: None;
  readonly roundTooLarge: Most;
  readonly roundNothingToSend: None;
  readonly roundOnItsWay: None;
  readonly roundNeedsAnother: Named;
  readonly roundNotAsked: None;
  readonly roundNotUnderWay: None;
  readonly noLetters: None;
  readonly tooManyLetters: Most;
  readonly senderGone: None;
  readonly timeOutOfReach: None;
  readonly testRefused: { readonly reply: string };
  readonly tooManyEnclosures: Most;
  readonly documentNotOnMatter: { readonly reference: string };
  readonly notPrintable: Named;
  /** Why a message did not leave after all, or was not handed over. */
  readonly notToBeWrittenTo: Named;
  readonly addressChanged: Named & { readonly address: string };
  readonly mayNotSend: Named;
  readonly mayNotSee: Named;
  readonly newerVersion: Named;
  readonly templateWithdrawn: Named;
  readonly frozenBroken: None;
  readonly appointmentGone: None;
  readonly appointmentChanged: Named;
  readonly noTextGateway: None;
  readonly certificate: { readonly fault: CertificateFault };
  /** Files. */
  readonly fileEmpty: Named;
  readonly endingNotRead: { readonly ending: string };
  readonly endingNotPdf: { readonly ending: string };
  readonly noWording: None;
  readonly fileDamaged: None;
  readonly unpacksTooLarge: { readonly megabytes: number };
  readonly tookTooLong: None;
  readonly lettersMissing: { readonly letters: string };
  readonly notPngOrJpeg: None;
  readonly pictureDamaged: None;
  readonly lockedOrNoPdf: Named;
  readonly notAMessage: None;
  /** People, and what they sign in with. */
  readonly addressOfAnother: Named;
  readonly lastAdministrator: Named;
  readonly handedToThemselves: None;
  readonly workNotHandedOn: Named;
  readonly passwordTooShort: { readonly least: number };
  readonly passwordGuessable: None;
  readonly passwordIsTheSame: None;
  readonly currentNotRight: None;
  readonly codeNotRight: None;
  readonly secondFactorInForce: None;
  readonly secondFactorRequired: None;
  readonly linkUsed: None;
  readonly linkEnded: None;
  readonly issuerNotAnAddress: Given;
  /** What came in and what is filed. */
  readonly inTheInTray: None;
  readonly filedThere: None;
  readonly generalFileStays: None;
  readonly factTwice: { readonly key: string };
  readonly factWithoutName: None;
  /** Of a span: whose. */
  readonly endsBeforeItBegins: { readonly name: string };
  readonly movedOrCorrected: None;
  readonly archiveNotYours: None;
  readonly tooManyEntries: Most;
}

/** What is wrong with a mail server's certificate (RFC 5280 §6, RFC 6125). */
export type CertificateFault = 'expired' | 'otherName' | 'selfSigned' | 'unknownIssuer';

export type ReasonCode = keyof Reasons;

/** Why something was refused, or what is safe: a code with its values. The words are made where they are shown. */
export type Reason = { readonly [C in ReasonCode]: { readonly code: C } & Reasons[C] }[ReasonCode];

/** The reason with this code, with its values. */
export type ReasonOf<C extends ReasonCode> = { readonly code: C } & Reasons[C];
