/** What is said of a text that is compared with how it was before. */
export const say = {
  theSame: 'the same',
  leftOut: 'left out: ',
  new: 'new',
  before: 'before: ',
};
