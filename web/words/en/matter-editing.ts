/** What is said in matter, editing. */
export const say = {
  thisIsNotWhatCan: (label: string) => `This is not what “${label}” can hold`,
  tomorrowAt930: 'tomorrow at 9:30',
  notUnderstood: 'not understood',
  notSaid: 'not said',
  noAmountYet1284: 'no amount yet: 1,284.00 or 1.5k',
  noNumberYet: 'no number yet',
  aDayAndATime: 'a day and a time: tomorrow at 9:30',
};
