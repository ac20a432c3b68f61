/** Whose it is that is looked at. */
export const say = {
  whose: 'Whose',
  mine: 'Mine',
  everyones: 'Everyone’s',
} as const;
