// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { screen, show } from '../../../tests/stage.tsx';
import { BeginFrom } from './BeginFrom.tsx';
import { NEW_DRAFT } from './draft.ts';

const words = (text: string) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});
const starter = (id: string, name: string, purpose: string) => ({
  id,
  name,
  purpose,
  channel: 'email',
  content: { ...NEW_DRAFT.content, body: words(name) },
});
const answers = {
  'GET /template-starters': {
    items: [starter('s1', 'Welcome', 'Beginning'), starter('s2', 'First reminder', 'Reminding')],
  },
  'GET /templates': { items: [{ id: 't1', name: 'Our report' }], next: null },
  'GET /templates/t1': {
    id: 't1',
    name: 'Our report',
    folder: 'Reports',
    tags: [],
    channel: 'email',
    content: NEW_DRAFT.content,
  },
  'POST /template-drafts/preview': (body: unknown) => ({
    problems: [],
    preview: {
      to: ['Ines Okafor'],
      cc: [],
      from: 'Maud Tidewell',
      subjectNodes: [],
      body: (body as { content: { body: object } }).content.body,
      blanks: [],
      answers: {},
      late: {},
      documents: [],
    },
  }),
};

function begin() {
  const onBegin = vi.fn();
  return { ...show(<BeginFrom matterId="m1" onBegin={onBegin} />, answers), onBegin };
}

describe('a new template', () => {
  it('begins from wording that is seen filled in first', async () => {
    const { user, onBegin } = begin();
    await user.click(await screen.findByRole('button', { name: 'First reminder' }));
    expect(await screen.findByText('Ines Okafor')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Start with this' }));
    expect(onBegin).toHaveBeenCalledWith(
      expect.objectContaining({ name: 'First reminder', folder: 'Reminding', channel: 'email' }),
    );
  });

  it('is found by what it is for, and begun by Enter', async () => {
    const { user, onBegin } = begin();
    await screen.findByRole('button', { name: 'Welcome' });
    await user.type(screen.getByRole('searchbox'), 'remind{Enter}');
    expect(screen.queryByRole('button', { name: 'Welcome' })).toBeNull();
    expect(onBegin).toHaveBeenCalledWith(expect.objectContaining({ name: 'First reminder' }));
  });

  it('is a copy of one that is there, by another name', async () => {
    const { user, onBegin } = begin();
    await user.click(await screen.findByRole('button', { name: 'Our report' }));
    await user.click(await screen.findByRole('button', { name: 'Start with this' }));
    expect(onBegin).toHaveBeenCalledWith(expect.objectContaining({ name: 'Our report (copy)' }));
  });

  it('can begin with nothing', async () => {
    const { user, onBegin } = begin();
    await user.click(screen.getByRole('button', { name: 'Start with an empty page' }));
    expect(onBegin).toHaveBeenCalledWith(NEW_DRAFT);
  });

  it('adds the whole set at once, and says what was there already', async () => {
    const { user } = show(<BeginFrom matterId={undefined} onBegin={() => undefined} />, {
      ...answers,
      'POST /template-packs/starter': { templates: 10, passages: 2, known: ['Welcome'] },
    });
    await user.click(await screen.findByRole('button', { name: 'Add all of these to the templates' }));
    expect(await screen.findByText(/10 templates and 2 passages added; 1 were there already/)).toBeTruthy();
  });
});
