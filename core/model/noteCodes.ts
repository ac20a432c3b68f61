/** What cannot go. No practice can turn these off. */
export const STOPS = [
  'blankUnfilled',
  'codeLeft',
  'noRecipient',
  'malformedAddress',
  'doNotWriteTo',
  'overSizeLimit',
  'documentMissing',
  'noSender',
  'badReplyTo',
  'askedOfCopies',
  'noAnswerPage',
] as const;

/** What goes once its writer has said so; a practice can turn each of them off. */
export const CAUTIONS = [
  'greetingNamesOther',
  'greetingLeavesOut',
  'greetsMore',
  'greetingLanguage',
  'answersAllGreetsOne',
  'otherMatterReference',
  'otherMatterName',
  'otherMatterAddress',
  'addressNear',
  'addressUnknown',
  'addressChanged',
  'notOnMatter',
  'fixedOutside',
  'replyToOutside',
  'sentBefore',
  'spokenNotEnclosed',
  'noneEnclosed',
  'enclosedNotSpoken',
  'olderVersion',
  'restrictedOutside',
  'enclosedFromElsewhere',
  'notPrinted',
  'partyLeftOut',
  'noSuchDay',
  'weekdayDisagrees',
  'dayInPast',
  'dayClosed',
  'amountDiffers',
  'personUnclear',
  'recordChanged',
  'gapLeft',
  'linkDiffers',
  'noSubject',
] as const;

const CAUTION_CODES: ReadonlySet<string> = new Set(CAUTIONS);

export const isCaution = (code: string): code is (typeof CAUTIONS)[number] => CAUTION_CODES.has(code);
