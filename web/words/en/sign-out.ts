/** What is said in sign, out. */
export const say = {
  youAreStillSignedIn: 'You are still signed in',
  signOut: 'Sign out',
  signingOut: 'Signing out',
  notEverythingIsSaved: 'Not everything is saved',
  savedOnThisComputerAlone: (what: string, what2: string, what3: string) =>
    `${what} ${what2} saved on this computer alone. Signing out deletes ${what3} here.`,
  are: 'are',
  them: 'them',
  staySignedIn: 'Stay signed in',
  signOutAndDelete: 'Sign out and delete',
  message: 'message',
};
