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
] as const;

/** What goes once its writer has said so; a practice can turn each of them off. */
export const CAUTIONS = [
  'greetingNamesOther',
  'greetingLeavesOut',
  'answersAllGreetsOne',
  'otherMatterReference',
  'otherMatterName',
  'otherMatterAddress',
  'addressNear',
  'addressUnknown',
  'addressChanged',
  'notOnMatter',
  'sentBefore',
  'spokenNotEnclosed',
  'noneEnclosed',
  'enclosedNotSpoken',
  'olderVersion',
  'restrictedOutside',
  'weekdayDisagrees',
  'dayInPast',
  'dayClosed',
  'amountDiffers',
  'recordChanged',
  'gapLeft',
  'linkDiffers',
  'noSubject',
] as const;
