/** What is said in out. */
export const say = {
  outTray: 'Out-tray',
  whatRecipientsGot: 'What recipients got',
  needsYourDecision: 'Needs your decision',
  onItsWay: 'On its way',
  theOutTrayIsEmpty: 'The out-tray is empty',
  whatYouSendWaitsHere:
    'What you send waits here for a moment, in which it can be stopped. Once the mail server has it, it is filed on its matter and leaves this tray.',
};
