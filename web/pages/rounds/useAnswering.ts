import { useState } from 'react';
import type { RoundMessage, RoundView } from '../../../contract/rounds.ts';
import { answerOf } from '../../../core/template/blanks.ts';
import { useChangeRoundMessageMutation } from '../../api/rounds.ts';
import { useReadCell } from '../../parts/values/useReadCell.ts';
import { say } from '../../words/en/rounds.ts';

/** Answers blanks of a round cell by cell, or a whole column of them as a spreadsheet puts it on the clipboard. */
export function useAnswering(round: RoundView, messages: readonly RoundMessage[]) {
  const [change] = useChangeRoundMessageMutation();
  const [unread, setUnread] = useState<readonly string[]>([]);
  const read = useReadCell('');
  const answer = (message: RoundMessage, key: string, text: string): void => {
    void change({ id: round.id, messageId: message.id, change: { answers: { [key]: text } } });
  };
  /** Fills from a message on, downwards; says whether it was a column. */
  const paste = (from: RoundMessage, key: string, text: string): boolean => {
    const lines = text.replace(/\r?\n$/u, '').split(/\r?\n/u);
    if (lines.length < 2) return false;
    const blank = round.blanks.find((one) => one.key === key);
    const open = messages.filter(({ group, state }) => group !== 'out' && state === 'draft');
    const misread: string[] = [];
    lines.forEach((line, n) => {
      const message = open[open.indexOf(from) + n];
      const typed = line.split('\t')[0]?.trim() ?? '';
      if (!message || !blank || typed === '') return;
      const value = read({ ...blank, kind: blank.kind as 'text' }, typed);
      if (value) answer(message, key, answerOf(value));
      else misread.push(say.notRead(message.matterReference, typed));
    });
    setUnread(misread);
    return true;
  };
  /** Gives one message's answer to those below it that have none. */
  const fillDown = (from: RoundMessage, key: string, text: string): void => {
    const open = messages.filter(({ group, state }) => group !== 'out' && state === 'draft');
    for (const message of open.slice(open.indexOf(from) + 1))
      if ((message.answers[key] ?? '') === '') answer(message, key, text);
  };
  return { answer, paste, fillDown, unread };
}
