/** What is said in parts, pickers. */
export const say = {
  organisations: 'Organisations',
  newOrganisation: (name: string) => `New organisation “${name}”`,
  contacts: 'Contacts',
  matters: 'Matters',
};
