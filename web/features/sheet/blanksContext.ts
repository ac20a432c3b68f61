import { createContext } from 'react';
import type { Message } from '../../../contract/messages.ts';

export type Blank = Message['blanks'][number];

interface Blanks {
  readonly blanks: readonly Blank[];
  readonly answers: Message['answers'];
  readonly late: Message['late'];
  readonly onAnswer: (key: string, answer: string) => void;
}

/** What the blanks in the text ask and what was answered; the text itself holds only their places. */
export const BlanksContext = createContext<Blanks>({
  blanks: [],
  answers: {},
  late: {},
  onAnswer: () => undefined,
});
