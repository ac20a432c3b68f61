import { createContext } from 'react';
import type { Message } from '../../../../contract/messages.ts';

export type Blank = Message['blanks'][number];

interface Blanks {
  readonly blanks: readonly Blank[];
  readonly answers: Message['answers'];
  readonly late: Message['late'];
  /** What can be named in answer: people of the matter, and its documents. */
  readonly offered: { readonly parties: readonly string[]; readonly documents: readonly string[] };
  readonly onAnswer: (key: string, answer: string) => void;
}

/** What the blanks in the text ask and what was answered; the text itself holds only their places. */
export const BlanksContext = createContext<Blanks>({
  blanks: [],
  answers: {},
  late: {},
  offered: { parties: [], documents: [] },
  onAnswer: () => undefined,
});
