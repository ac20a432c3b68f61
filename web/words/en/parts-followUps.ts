/** What is said in parts, followUps. */
import type { FollowUpView } from '../../../contract/matterTypes.ts';

const ANSWERS: Readonly<Record<FollowUpView['invited'][number]['answer'], string>> = {
  yes: 'comes',
  no: 'does not come',
  perhaps: 'may come',
  none: 'invited, no answer yet',
};

export const say = {
  answered: (name: string, answer: FollowUpView['invited'][number]['answer']) =>
    `${name}: ${ANSWERS[answer]}`,
  notToldYet: 'Changed since they were invited',
  done: (what: string) => `“${what}” done · `,
  undo: 'Undo',
  remindMeOn: (day: string) => `Remind me again on ${day}`,
  reminderSet: (day: string) => `Reminder set for ${day}`,
};
