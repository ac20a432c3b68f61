// @vitest-environment happy-dom
import { Editor } from '@tiptap/core';
import { EditorContent } from '@tiptap/react';
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Question } from '../../../../core/template/question.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { bodyExtensions } from './editors.ts';

const QUESTION: Question = {
  key: 'q1',
  ask: 'Which day suits you?',
  kind: 'day',
  required: true,
  options: ['2026-12-14T09:30', '2026-12-15'],
  days: null,
  offers: null,
  goesTo: 'date.surveyDay',
  value: null,
};

const practice = { timeZone: 'Europe/London', weekdays: [1, 2, 3, 4, 5], holidays: [] };

/** A sheet with one question on it, and what it holds now. */
function sheet(change: Partial<Question> = {}) {
  const editor = new Editor({
    extensions: bodyExtensions,
    content: {
      type: 'doc',
      content: [
        { type: 'question', attrs: { ...QUESTION, ...change } },
        { type: 'paragraph', content: [{ type: 'text', text: 'Thank you.' }] },
      ],
    },
  });
  const stage = show(<EditorContent editor={editor} />, { 'GET /practice': practice });
  return { ...stage, held: () => editor.getJSON().content };
}

const group = async (ask = QUESTION.ask) => within(await screen.findByRole('group', { name: ask }));

describe('a question on the sheet', () => {
  it('stands as its recipient reads it, its form behind a press', async () => {
    sheet();
    const question = await group();
    expect(question.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      'Monday 14 December, 9:30',
      'Tuesday 15 December',
    ]);
    expect(question.queryByRole('textbox')).toBeNull();
  });

  it('is asked in other words, with days taken off', async () => {
    const { user, held } = sheet();
    const question = await group();
    await user.click(question.getByRole('button', { name: 'Change' }));
    await user.type(question.getByRole('textbox', { name: 'What is asked' }), '!');
    const changed = await group('Which day suits you?!');
    await user.click(changed.getByRole('button', { name: 'Remove: Tuesday 15 December' }));
    await user.click(changed.getByRole('checkbox', { name: 'Must be answered' }));
    expect(held()?.[0]?.attrs).toMatchObject({
      ask: 'Which day suits you?!',
      options: ['2026-12-14T09:30'],
      required: false,
      goesTo: 'date.surveyDay',
    });
  });

  it('has the words there are to choose from changed on one line', async () => {
    const { user, held } = sheet({ kind: 'one', options: ['Red', 'Blue'] });
    const question = await group();
    await user.click(question.getByRole('button', { name: 'Change' }));
    await user.type(question.getByRole('textbox', { name: /To choose from/ }), '; Green');
    expect(held()?.[0]?.attrs?.['options']).toEqual(['Red', 'Blue', 'Green']);
  });

  it('is removed whole, and leaves what stands around it', async () => {
    const { user, held } = sheet();
    await user.click((await group()).getByRole('button', { name: 'Remove' }));
    expect(held()?.map(({ type }) => type)).toEqual(['paragraph']);
  });
});
