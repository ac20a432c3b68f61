/** What is said in matter. */
export const say = {
  letGoToEnclose: 'Let go to enclose it with this message',
  letGoToFile: 'Let go to file the email on this matter',
  restricted: ' · restricted',
  stage: 'Stage',
  responsible: 'Responsible',
  startAMessage: 'Start a message',
  youMayReadHere: 'You may read here',
  theDateline: 'The dateline',
  theFolder: 'The folder',
  theCorrespondence: 'The correspondence',
  desk: 'Desk',
  thisPart: 'This part',
  undo: 'Undo',
  thereIsNoSuchMatter: 'There is no such matter',
  theMatterCouldNotBe: 'The matter could not be opened',
  theAddressMayBeOld: 'The address may be old, or the matter is restricted to others.',
};
