/** What is said in matter, dateline. */
export const say = {
  today: 'today',
};
