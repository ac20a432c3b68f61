import type { FirstStep } from '../../../contract/practice.ts';

/** What is said of what a new practice does first. */
export const say = {
  firstSteps: 'First steps',
  whatTheyAre: 'What a new practice does first, in any order. A step is ticked by what is there.',
  done: 'done',
  skip: 'Skip',
  skipStep: (step: string) => `Skip “${step}”`,
  skipAll: 'Skip the rest',
};

/** What each step is called, and where it is done. */
export const STEPS: Readonly<Record<FirstStep, { readonly words: string; readonly to: string }>> = {
  people: { words: 'Add and invite your colleagues', to: '/practice/people' },
  letterhead: { words: 'Say what stands on your letterhead', to: '/practice' },
  matterTypes: { words: 'Make your matter types', to: '/practice/kinds' },
  holidays: { words: 'Add the days on which you are closed', to: '/practice/calendar' },
  senders: { words: 'Say whom email comes from, and through which mail server', to: '/practice/sending' },
  contacts: { words: 'Import your contacts', to: '/practice/import' },
  matters: { words: 'Import your matters, or open the first', to: '/practice/import' },
  wording: { words: 'Take starter templates over, or import your own wording', to: '/templates' },
  message: { words: 'Send a first message, to yourself', to: '/matters' },
};
