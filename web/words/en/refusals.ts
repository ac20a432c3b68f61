import type { ProblemCode } from '../../../contract/problems.ts';
import type { CertificateFault, Reason, ReasonCode, ReasonOf, Thing } from '../../../core/model/reason.ts';
import { writeNumber } from '../dates.ts';

/** What each kind of refusal says where the server gives no reason of its own. */
const REFUSALS: Readonly<Record<ProblemCode, string>> = {
  badRequest: 'The server could not make out what was asked. Nothing was changed.',
  badJson: 'The server could not make out what was asked. Nothing was changed.',
  notSignedIn: 'Nobody is signed in.',
  signInRefused: 'Name or password is not right.',
  foreignOrigin: 'The request comes from another site. Nothing was changed.',
  foreignHost: 'The server is not known under this name.',
  notYours: 'You may not do that here. Nothing was changed.',
  readOnly: 'You may read here, and not change anything. Nothing was changed.',
  notFound: 'There is no such thing here.',
  appointmentGone: 'Nobody can be invited to that appointment any more',
  draftChanged:
    'Someone else has changed this draft. Your text is still here; theirs is saved on the server.',
  notADraft: 'It is no longer a draft.',
  cannotRecall: 'Sending it can no longer be stopped.',
  templateChanged:
    'Someone else has made a newer version meanwhile. Yours is still here; look at theirs before you save it.',
  passageChanged:
    'Someone else has changed this passage meanwhile. Yours is still here; look at theirs before you save it.',
  passageInUse: 'The passage is still used.',
  matterChanged:
    'Someone else has changed this matter meanwhile. Nothing of yours was written over theirs; look, and change it again.',
  contactChanged:
    'Someone else has changed this contact meanwhile. Yours is still here; look at theirs before you save it.',
  settingsChanged:
    'Someone else changed these settings meanwhile. Nothing was changed; what you typed is still here.',
  typeChanged:
    'Someone else has changed this matter type meanwhile. Yours is still here; look at theirs before you save it.',
  decidedMeanwhile: 'Someone else has dealt with it meanwhile. Nothing was changed.',
  cannotDecide: 'There is nothing to decide about it any more.',
  tooLarge: 'It is too large. Nothing was changed.',
  routineStopped: 'The routine cannot be run as it stands.',
  routineChanged: 'Someone else changed this while you were writing.',
  notesStop: 'A note in the margin keeps it from going. Nothing was sent.',
  templateUnavailable: 'The template cannot be started here.',
  badDocument: 'The text holds something that cannot be saved. Nothing was changed.',
  badTemplate: 'The template does not hold together. Nothing was changed.',
  badPicture: 'The file is not a picture that can be used. Nothing was saved.',
  badFile: 'The file cannot be read. Nothing was changed.',
  badMatterType: 'It does not hold together.',
  badMatter: 'The matter cannot be saved like this. Nothing was changed.',
  badContact: 'The contact cannot be saved like this. Nothing was changed.',
  unknownDocument: 'The document is not on this matter. Nothing was changed.',
  badSettings: 'The settings cannot be saved like this. Nothing was changed.',
  badTime: 'The time cannot be saved. Nothing was changed.',
  tooManyTries: 'Too many tries. Wait a little, then try again.',
  brokenBlob: 'Its bytes on disk have changed. Restore it from a backup; everything else is untouched.',
  internal: 'Something went wrong on the server.',
  secondFactorNeeded: 'Give the code that your authenticator shows now.',
  secondFactorFirst: 'The practice asks for a second factor. Set it up first; nothing was changed.',
  badPassword: 'The password cannot be taken. Nothing was changed.',
  badPerson: 'This cannot be saved. Nothing was changed.',
  linkOver: 'The link holds no longer.',
  testNotSent: 'The test was not sent. Your draft is unchanged.',
  hostUnwell: 'Nothing was changed: the server’s disk is full or busy. Make room or wait, then try again.',
};

/** Refusals whose own words come before the reasons; of the others the reasons say all. */
const LEADING: ReadonlySet<string> = new Set<ProblemCode>(['badMatterType', 'hostUnwell']);

const THINGS: Readonly<Record<Thing, string>> = {
  address: 'address',
  answerPage: 'answer page',
  appointment: 'appointment',
  attachment: 'attachment',
  calendar: 'calendar',
  chase: 'chaser plan under way',
  chaserPlan: 'chaser plan',
  contact: 'contact',
  country: 'country',
  date: 'date on this matter type',
  discardedDraft: 'deleted draft',
  document: 'document',
  enclosure: 'enclosure',
  entry: 'entry',
  export: 'export',
  fact: 'fact on this matter type',
  file: 'file',
  followUp: 'follow-up',
  group: 'group',
  import: 'import',
  joining: 'joining of these two contacts',
  letterTemplate: 'letter template',
  link: 'link on this matter type',
  matter: 'matter',
  matterType: 'matter type',
  message: 'message',
  offeredValue: 'offered value',
  organisation: 'organisation',
  passage: 'passage',
  person: 'person',
  picture: 'picture',
  role: 'role',
  round: 'round',
  routine: 'routine',
  routineRun: 'run of a routine',
  savedSearch: 'saved search',
  session: 'session',
  set: 'saved set',
  signature: 'signature',
  stage: 'stage',
  table: 'table on this matter type',
  template: 'template',
  verification: 'check',
  version: 'version',
};

const CERTIFICATES: Readonly<Record<CertificateFault, string>> = {
  expired: 'the mail server’s certificate has run out',
  otherName: 'the mail server’s certificate is for another name',
  selfSigned: 'the mail server signed its certificate itself, so that nobody vouches for it',
  unknownIssuer: 'nobody that this server knows vouches for the mail server’s certificate',
};

/** What is wrong with a mail server's certificate. */
export const certificateWords = (fault: CertificateFault): string => CERTIFICATES[fault];

type Sentences = { readonly [C in ReasonCode]: (values: ReasonOf<C>) => string };

const SENTENCES: Sentences = {
  nothingChanged: () => 'Nothing was changed.',
  nothingSent: () => 'Nothing was sent.',
  nothingSaved: () => 'Nothing was saved.',
  nothingEnclosed: () => 'Nothing was enclosed.',
  nothingJoined: () => 'Nothing was joined.',
  nothingRead: () => 'Nothing of it was read.',
  timeUnchanged: () => 'Its time is unchanged.',
  draftUnchanged: () => 'Your draft is unchanged.',
  enclosuresUnchanged: () => 'The enclosures are unchanged.',
  seeNotes: () => 'See the notes.',
  recallToChange: () => 'Stop sending it to change it.',
  recallFirst: () => 'Stop sending it first.',
  recallAndSeeNotes: () => 'Stop sending it and see the notes.',
  recallAndSendAgain: () => 'Open it again, look at it, and send it again.',
  removeOrReplace: () => 'Remove it, or enclose another.',
  removeItThere: () => 'Remove it there first.',
  startFromShelf: () => 'Start it from the shelf.',
  chooseAgain: () => 'Choose it again.',

  noSuch: ({ what }) => `There is no such ${THINGS[what]}, or it is not for you to see.`,
  notAsDescribed: ({ where, message }) => `The server cannot take this: ${where} ${message}.`,
  nestedTooDeep: () => 'It is nested deeper than anything that is read here.',
  originMissing: () => 'The request does not say that it comes from this site. Nothing was changed.',
  fileExpected: () => 'A file was expected and none came.',
  fileTooLarge: ({ megabytes }) => `A file is larger than ${writeNumber(megabytes)} MB.`,
  tooManyFiles: ({ most }) =>
    `These are more than ${writeNumber(most)} files, the most that are read at once.`,
  hostSays: ({ text }) => `(${text})`,
  cannotShowNow: () =>
    'It cannot be shown now; nothing was changed. If it comes back, the person who looks after Officium finds more in the log.',
  mayHaveBeenDone: () =>
    'It may or may not have been done: look again before you repeat it. If it comes back, the person who looks after Officium finds more in the log.',
  figuresOfAllNotYours: () =>
    'Everyone’s figures need a further right, which an administrator gives. Your own are there.',
  figuresNotByName: () =>
    'The practice does not show figures by name. An administrator can change that under Practice, Checks.',
  spanTooLong: () => 'The last day comes before the first, or more than three years lie between them.',
  rewritingGone: () =>
    'The current version no longer has this sentence, or it cannot hold what was written instead: change it by hand.',
  offeredPlaceChanged: () => 'Something else stands there since it was taken over: what stands there stays.',

  notAnAddress: ({ value }) => `“${value}” is not a whole email address.`,
  notADomain: ({ value }) => `“${value}” is not a domain.`,
  notAddressOrDomain: ({ value }) =>
    `“${value}” is neither a whole email address nor a domain like @practice.example.`,
  notADay: ({ value }) => `${value} is not a day of the calendar.`,
  notATimeZone: ({ value }) => `“${value}” is not a time zone.`,
  notACalendar: () => 'The file is no calendar that can be read: an iCalendar file (.ics) is expected.',
  noDayInCalendar: () => 'The calendar has no whole days of this year or the next two.',
  holidayNotADay: () => 'One of the holidays is not a day of the calendar.',
  tooFaint: ({ part }) => `The colour of the ${part} is too faint on the page’s colour to be read.`,
  headPictureGone: () => 'The picture in the head is no longer here.',
  sameKey: ({ of }) =>
    ({
      hosts: 'Two mail servers have the same name.',
      senders: 'Two senders have the same name.',
      mailboxes: 'Two mailboxes have the same name.',
    })[of],
  notACertificate: () =>
    'The certificates cannot be read: a text that begins with “-----BEGIN CERTIFICATE-----” is expected.',
  portTaken: ({ port }) => `Port ${port} is used by another program on the server.`,
  hoursEndFirst: () => 'Working hours end before they begin.',
  passwordInTheClear: ({ host }) =>
    `The password for ${host} would cross the line for all to read. Choose a way with TLS.`,
  passwordNeeded: ({ host }) => `Signing in to ${host} needs its password.`,

  onlyOneInRole: ({ label }) => `There can be only one ${label}.`,
  doesNotFit: ({ label }) => `What was given does not fit “${label}”.`,
  contactGone: () => 'Somebody chosen is no longer in the directory.',
  referenceNotFree: ({ reference }) =>
    `${reference} cannot be given to a new matter. Leave it out, and the next number is given.`,
  restrictingNotYours: () => 'An assistant does not say who may see a matter.',
  contactWithoutName: () => 'A contact needs a name.',
  matterWithoutTitle: () => 'A matter needs a title.',
  noSuchNamed: ({ what, value }) => `There is no ${THINGS[what]} “${value}”.`,
  cellDoesNotFit: ({ label, value }) => `“${value}” does not fit “${label}”.`,
  noReferenceIn: () => 'Neither its folders nor its name hold the reference of a matter.',
  cannotReadZip: () => 'The file could not be read: a ZIP file is expected.',
  sameAsLine: ({ line }) => `Line ${line} of the file is the same.`,
  noColumnChosen: ({ label }) => `Say which column is “${label}”.`,
  cannotReadTable: () => 'The file could not be read: a CSV or XLSX file is expected.',
  listTooLong: ({ most }) => `The file has more than ${writeNumber(most)} lines. Import it in parts.`,
  noMessageFound: () => 'The file holds no message: an mbox, an .eml file or a ZIP of them is expected.',
  listEmpty: () => 'The file has no lines below its head.',
  importNotReady: () => 'This import is running, or has ended. Look at it again.',
  nothingToUndo: () => 'There is nothing of this import left to undo.',
  personAndOrganisation: () => 'A person and an organisation cannot be one.',
  changedSinceJoined: () => 'The contact has been changed since they were joined, so the two stay one.',
  quoteNeverClosed: ({ line }) =>
    `A quotation mark in line ${line} is never closed, so that the lines after it cannot be told apart. Close it, or remove it.`,
  cardTooLong: () => 'It is longer than any card is.',
  notACard: () => 'It is not a vCard that can be read.',

  approvingNotYours: () => 'You may not approve templates. Someone who may can do it for you.',
  errorsStopApproval: () => 'A template with an error cannot be approved.',
  fileNeverUploaded: () => 'A file that it encloses was never uploaded here. Choose the file again.',
  tooLongWithPassages: () => 'With the passages within it, it would be longer than any letter.',
  withinItself: ({ path }) => `It would stand within itself: ${path}.`,
  stillUsedBy: ({ names, signatureOf }) =>
    `It is still used: ${[...names, ...signatureOf.map((name) => `${name}’s signature`)].join(', ')}.`,
  stillUsed: () => 'It is still used.',
  notAMessagePicture: () => 'Only PNG, JPEG and GIF pictures can stand in a message.',
  pictureTooLarge: ({ megabytes, pixels }) =>
    `The picture is too large for a message: ${writeNumber(megabytes)} MB and ${writeNumber(pixels)} pixels a side at most.`,
  signatureNotYours: () => 'Someone else’s signature is theirs, or an administrator’s, to choose.',
  cannotBeStarted: ({ name, reference }) => `“${name}” cannot be started on ${reference}.`,
  otherChannel: ({ name }) => `“${name}” is sent another way than this message.`,

  onItsWay: () => 'It is already on its way.',
  leftTheDesk: () => 'It has left the desk.',
  handedOver: () => 'It has left, or is just being handed over.',
  noLongerWaits: () => 'It does not wait for its time any more.',
  routineNotRun: () => 'The routine was not run: nothing was changed.',
  routineNotYours: ({ name }) => `“${name}” is for other roles to run.`,
  routineNeedsMending: () => 'A step of it names something that is not there. Mend it first.',
  unaskedNotYours: () => 'Only an administrator can let a routine run by itself.',
  runUndoneBefore: () => 'This run has been undone already.',
  runHasSent: () => 'A message of this routine has left, or is just being handed over.',
  recordChangedSinceRun: () => 'The matter was changed after the routine ran.',
  chaserDaysInOrder: () => 'Each step of a chaser plan comes later than the one before.',
  chaserTemplateGone: () => 'A step of it uses a template that is not there any more.',
  chaseUnderWay: ({ name }) => `“${name}” follows this message already.`,
  chaseIsOver: () => 'This chaser plan has ended already.',
  onlyWhatWasSent: () => 'Only a message that was sent can be followed by a chaser plan.',
  roundHasNobody: () => 'Nothing belongs to this round: the set holds no matter and nobody.',
  roundTooLarge: ({ most }) => `A round has at most ${writeNumber(most)} messages. Divide it.`,
  roundNothingToSend: () => 'No message of this round is ready to be sent.',
  roundOnItsWay: () => 'Messages of this round are on their way. Stop it first, or wait for them.',
  roundNeedsAnother: ({ name }) => `A second person releases this round; ${name} asked for it.`,
  roundNotAsked: () => 'This round does not wait to be released.',
  roundNotUnderWay: () => 'This round is not under way.',
  noLetters: () => 'This round has no letters.',
  tooManyLetters: ({ most }) => `One PDF holds at most ${writeNumber(most)} letters. Take the ZIP.`,
  onlyWritten: () => 'Only a message that is being written can be tried on yourself.',
  senderGone: () => 'The test was not sent: its sender is gone. Choose another.',
  timeOutOfReach: () => 'The time to send lies in the past, or more than a year ahead.',
  testRefused: ({ reply }) => `The test was not sent: ${reply}.`,
  tooManyEnclosures: ({ most }) => `These would be more than ${writeNumber(most)} enclosures.`,
  documentNotOnMatter: ({ reference }) => `A document that was to be enclosed is not on ${reference}.`,
  notPrintable: ({ name }) => `“${name}” cannot be printed.`,

  notToBeWrittenTo: ({ name }) => `${name} has been marked as not to be written to.`,
  addressChanged: ({ name, address }) =>
    `The address of ${name} has been changed since: it would have gone to ${address}.`,
  mayNotSend: ({ name }) => `${name || 'The writer'} may no longer send messages.`,
  mayNotSee: ({ name }) => `${name || 'The writer'} may no longer see this matter.`,
  newerVersion: ({ name }) => `There is a newer version of “${name}” on the matter.`,
  templateWithdrawn: ({ name }) => `The template “${name}” has been withdrawn.`,
  frozenBroken: () => 'What was to be sent no longer is what was saved. Open it again and send it again.',
  appointmentGone: () =>
    'The appointment is done, or has no hour any more. Remove the invitation, or give the appointment its hour again.',
  appointmentChanged: ({ name }) =>
    `“${name}” has another day, hour, place or name now than the invitation says.`,
  noTextGateway: () => 'No text gateway is set up.',
  certificate: ({ fault }) => `Not handed over: ${CERTIFICATES[fault]}.`,

  fileEmpty: ({ name }) => `“${name}” is empty.`,
  endingNotRead: ({ ending }) =>
    `Files that end in .${ending} are not read: .eml, .html, .txt and .docx are.`,
  endingNotPdf: ({ ending }) =>
    `Files that end in .${ending} are not made PDFs: .docx, .txt, .png and .jpg are.`,
  noWording: () => 'There is no wording in it.',
  fileDamaged: () => 'It is damaged, or not what its name says.',
  unpacksTooLarge: ({ megabytes }) =>
    `It would unpack to ${writeNumber(megabytes)} MB, which no letter does. It was not read.`,
  tookTooLong: () => 'It took too long to read and was left.',
  lettersMissing: ({ letters }) =>
    `It holds letters that a page of ours cannot show (${letters}). Enclose the file itself, or save it as a PDF in the program it comes from.`,
  notPngOrJpeg: () => 'It is no PNG or JPEG picture, whatever its name says.',
  pictureDamaged: () => 'The picture is damaged.',
  lockedOrNoPdf: ({ name }) => `“${name}” is locked, or no PDF. Nothing was joined.`,
  notAMessage: () => 'It is not a message: .eml and mbox files can be taken in.',

  addressOfAnother: ({ name }) => `${name} has this address already.`,
  lastAdministrator: ({ name }) => `${name} is the last administrator. Make somebody else one first.`,
  handedToThemselves: () => 'Whoever leaves cannot take over from themselves.',
  workNotHandedOn: ({ name }) =>
    `${name} still answers for matters or has follow-ups to do. Choose who takes them over.`,
  passwordTooShort: ({ least }) =>
    `A password has at least ${least} characters. Three or four words are easy to keep in mind.`,
  passwordGuessable: () =>
    'This password would soon be guessed: it is made of common words, names, days or keys that lie side by side. Add words that have nothing to do with each other.',
  passwordIsTheSame: () => 'This is the password you have already.',
  currentNotRight: () => 'The password that you have now is not right.',
  codeNotRight: () => 'The code is not right, or was used already. Wait for the next one.',
  secondFactorInForce: () => 'A second factor is in force. Remove it first.',
  secondFactorRequired: () => 'The practice asks for a second factor of everybody.',
  linkUsed: () => 'The link was used already. Sign in, or ask for another.',
  linkEnded: () => 'The link has ended. Ask for another.',
  issuerNotAnAddress: ({ value }) => `“${value}” is not an address that begins with https://.`,

  inTheInTray: () => 'It is in the in-tray already.',
  filedThere: () => 'It is filed there already.',
  endsBeforeItBegins: ({ name }) =>
    `The time at ${name === '' ? 'the organisation' : name} ends before it begins.`,
  factTwice: ({ key }) => `Two facts have the key “${key}”.`,
  factWithoutName: () => 'A fact has no name.',
  generalFileStays: () => 'The general file has no details of its own to change.',
  movedOrCorrected: () => 'It was moved or corrected already.',
  archiveNotYours: () => 'Only an administrator takes out the whole practice.',
  tooManyEntries: ({ most }) =>
    `These are more than ${writeNumber(most)} entries. Narrow it, by time for one, and take it out in parts.`,
};

const isKnown = (reason: Reason): boolean => Object.hasOwn(SENTENCES, reason.code);

/** What a reason says. One that a newer server knows and this page does not says nothing. */
export const reasonSentence = (reason: Reason): string =>
  isKnown(reason) ? (SENTENCES[reason.code] as (values: Reason) => string)(reason) : '';

/** Reasons one after the other, as they are read. */
export const reasonSentences = (because: readonly Reason[]): string =>
  because.map(reasonSentence).filter(Boolean).join(' ');

/** What a refusal says: its reasons, or what its kind says where there are none. Undefined for a kind unknown here. */
export function refusalWords(code: string, because: readonly Reason[]): string | undefined {
  const said = reasonSentences(because);
  const kind = Object.hasOwn(REFUSALS, code) ? REFUSALS[code as ProblemCode] : undefined;
  if (said === '') return kind;
  return LEADING.has(code) && kind !== undefined ? `${kind} ${said}` : said;
}
