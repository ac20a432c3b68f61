/** What is said in parts, exports. */
export const say = {
  archive: 'Archive',
  everyEntryIsSealedOnto:
    'Every entry is sealed onto the one before it, and every file is kept under the hash of its bytes: what was changed since can be told.',
  verifyTheArchive: 'Verify the archive',
  beingChecked: 'Being checked',
  theWholePracticeAsA: 'The whole practice as a file…',
  itCouldNotBeChecked: (problem: string) => `It could not be checked: ${problem}`,
  zipMessagesEnclosuresIndex: 'ZIP: messages, enclosures, index',
  onePdfWithIndexAnd: 'One PDF with index and page numbers',
  mboxForAnyMailProgram: 'mbox, for any mail program',
  aListAsCsv: 'A list as CSV',
  exportIt: 'Export…',
  exportNow: 'Export',
  exportUnderWay: 'Export under way',
  cancel: 'Cancel',
  cancelledNothingWasMade: 'Cancelled. Nothing was made.',
  itCouldNotBeMade: 'It could not be made: ',
  close: 'Close',
};
