/** What is said in parts, followUps. */
export const say = {
  done: (what: string) => `“${what}” done · `,
  undo: 'Undo',
};
