/** What is said in parts, followUps. */
export const say = {
  done: (what: string) => `“${what}” done · `,
  undo: 'Undo',
  remindMeOn: (day: string) => `Remind me again on ${day}`,
  reminderSet: (day: string) => `Reminder set for ${day}`,
};
