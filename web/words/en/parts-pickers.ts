/** What is said in parts, pickers. */
export const say = {
  contacts: 'Contacts',
  matters: 'Matters',
};
