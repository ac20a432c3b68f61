/** What is said where one signs in. */
export const say = {
  officium: 'Officium',
  emailAddress: 'Email address',
  password: 'Password',
  signIn: 'Sign in',
  code: 'Code of your authenticator, or a recovery code',
  goOnWith: (label: string) => `Go on with ${label}`,
  passwordForgotten: 'Password forgotten?',
  aLinkIsOnItsWay:
    'If somebody here has this address, a link to a new password is on its way to it. It holds for an hour.',
  sendMeALink: 'Send me a link',
  askAnAdministrator:
    'No mail goes from here yet. An administrator of your practice can give you a link to a new password.',
  back: 'Back',
};

/** Why signing on elsewhere let nobody in, by what the server says of it. */
const SIGN_ON: Readonly<Record<string, string>> = {
  off: 'People of this practice do not sign on elsewhere.',
  unreachable: 'Where you sign on cannot be reached. Try again in a while, or sign in with your password.',
  stale: 'That took too long, or was begun in another window. Begin again.',
  clock:
    'The clock of this server and of where you sign on do not agree. Tell the person who looks after Officium.',
  refused: 'You were not let in there, or called it off.',
  unknown: 'You are known there, but not among the people of this practice. An administrator can add you.',
  unproven: 'Your address is not confirmed there. Confirm it, then sign on again.',
  failed: 'What came back from there could not be trusted. Nobody was signed in; try again.',
};

export const signOnWords = (fault: string): string =>
  Object.hasOwn(SIGN_ON, fault) ? (SIGN_ON[fault] ?? '') : (SIGN_ON['failed'] ?? '');
