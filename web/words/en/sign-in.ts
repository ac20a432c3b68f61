/** What is said in sign, in. */
export const say = {
  officium: 'Officium',
  emailAddress: 'Email address',
  password: 'Password',
  signIn: 'Sign in',
};
