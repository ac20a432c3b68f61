import type { FurtherRight } from '../../../contract/people.ts';
import type { Role } from '../../../contract/session.ts';

/** What is said of people and how they sign in. */
export const say = {
  people: 'People',
  addAPerson: 'Add a person',
  everybodyWhoWorksHere: 'Everybody who works here. Names stay on what people did, after they have left too.',
  name: 'Name',
  emailAddress: 'Email address',
  position: 'Position',
  telephone: 'Telephone',
  role: 'Role',
  signsIn: 'Signs in',
  lastHere: 'Last here',
  mayAlso: 'May also',
  save: 'Save',
  cancel: 'Cancel',
  close: 'Close',
  newPerson: 'A new person',
  addAndInvite: 'Add and invite',
  thisPerson: 'this person',
  left: 'left',
  neverYet: 'not yet',
  invited: 'invited',
  notInvited: 'not invited yet',
  withAPassword: 'with a password',
  andASecondFactor: 'with a password and a second factor',
  elsewhere: 'signs on elsewhere',
  invite: 'Invite',
  inviteAgain: 'Send a new link',
  theLinkWasSent: (email: string) => `The link was sent to ${email}. It holds for seven days.`,
  theLinkWasNotSent:
    'No mail goes from here yet. Hand over this link yourself; it holds for seven days and can be used once:',
  link: 'Link',
  copyTheLink: 'Copy the link',
  copied: 'Copied',
  removeTheSecondFactor: 'Remove the second factor',
  enterInNeed: 'Enter a restricted matter in need',
  whatInNeedMeans:
    'For when nobody who may see it can be asked. It is written on the matter, with your reason, for all who see it.',
  referenceOfTheMatter: 'Reference of the matter',
  whyInNeed: 'Why you need to',
  enterIt: 'Enter it',
  hasLeft: 'Has left',
  whoLeaves: (name: string) => `${name} leaves`,
  whoeverLeavesIsSignedOut:
    'Whoever leaves is signed out everywhere at once. The name stays on all that was done.',
  mattersAndFollowUpsGoTo: 'Matters and follow-ups go to',
  nobodyThereAreNone: 'nobody: there are none',
  isBack: 'Is back',
  signingIn: 'Signing in',
  sessions: 'How long one stays signed in',
  minutesWithoutUse: 'Minutes without use',
  hoursInAll: 'Hours in all',
  whatOneTypedStays:
    'What somebody was writing stays on their computer, and goes on once they have signed in again.',
  secondFactor: 'Second factor',
  everybodyNeedsOne: 'Everybody needs a second factor',
  aCodeFromATelephone:
    'A code from an authenticator on one’s telephone, besides the password. Whoever has none is asked to set it up when they sign in next.',
  signOnElsewhere: 'Signing on elsewhere',
  besidesPasswords:
    'Besides passwords, people can sign on where they have an account already, if that speaks OpenID Connect.',
  signOnHere: 'People can sign on elsewhere',
  whatTheButtonSays: 'What the button says',
  addressOfTheProvider: 'Address of the provider (issuer)',
  clientId: 'Client ID',
  clientSecret: 'Client secret',
  clientSecretKept: 'Client secret (kept; type to change it)',
  giveThemThisAddress: (address: string) => `Give the provider this address to come back to: ${address}`,
  theWayOfSigningIn: 'how people sign in',
};

const ROLES: Readonly<Record<Role, string>> = {
  administrator: 'Administrator',
  practitioner: 'Practitioner',
  assistant: 'Assistant',
  reader: 'Reader',
};

export const roleName = (role: Role): string => ROLES[role];

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  administrator: 'does everything, settings and people too',
  practitioner: 'works, signs, approves templates and restricts matters',
  assistant: 'works, and keeps templates and contacts',
  reader: 'reads and exports, changes nothing',
};

/** What a role may do, in a line. */
export const roleWords = (role: Role): string => ROLE_WORDS[role];

const RIGHT_WORDS: Readonly<Record<FurtherRight, string>> = {
  approve: 'approve templates',
  release: 'release large rounds',
  figures: 'see everybody’s figures',
};

export const rightWords = (right: FurtherRight): string => RIGHT_WORDS[right];
