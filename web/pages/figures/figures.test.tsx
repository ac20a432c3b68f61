// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Figures, TemplateFiguresDetail } from '../../../contract/figures.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { timeWords } from '../../words/en/figures.ts';
import { FiguresPage } from './FiguresPage.tsx';
import { OneTemplatePage } from './OneTemplatePage.tsx';
import { TemplateFiguresPage } from './TemplateFiguresPage.tsx';

const times = (count: number, medianMinutes: number | null) => ({
  count,
  medianMinutes,
  mostMinutes: medianMinutes === null ? null : medianMinutes * 2,
});
const FIGURES: Figures = {
  from: '2026-06-01',
  until: '2026-06-14',
  of: 'mine',
  mayAll: true,
  minutesADay: 540,
  sent: 12,
  received: 0,
  weeks: [
    { week: '2026-06-01', sent: 9, received: 0, ours: times(2, 60), theirs: times(3, 540) },
    { week: '2026-06-08', sent: 3, received: 0, ours: times(0, null), theirs: times(0, null) },
  ],
  channels: [{ channel: 'email', sent: 12, received: 0 }],
  categories: [{ category: 'Report', sent: 12, received: 0 }],
  answers: { ours: times(2, 60), theirs: times(3, 540) },
  types: [{ typeId: 't1', name: 'Condition survey', ours: times(2, 60), theirs: times(3, 540) }],
  people: [{ personId: 'p', name: 'Maud Tidewell', sent: 12, ours: times(2, 60) }],
  followUps: { due: 4, inTime: 2, late: 1, open: 1 },
  rounds: { rounds: 0, messages: 0 },
};
const ONE: TemplateFiguresDetail = {
  templateId: 't1',
  name: 'Terms of engagement',
  channel: 'email',
  minutesADay: 540,
  uses: 40,
  answered: { hits: 30, of: 40, low: 0.6, high: 0.86 },
  medianMinutes: 1_080,
  rewritten: 0.25,
  cautions: 0,
  words: 47,
  ease: { score: 71, level: 'easy' },
  passedOver: 3,
  versions: [
    {
      versionId: 'v1',
      number: 1,
      uses: 40,
      answered: { hits: 30, of: 40, low: 0.6, high: 0.86 },
      medianMinutes: null,
      rewritten: null,
      cautions: 0,
      effect: 'first',
    },
  ],
  wording: [
    { text: 'Please sign the terms.', times: 9 },
    { text: 'Thank you.', times: 0 },
  ],
  changes: [
    { was: 'Please sign the terms.', times: 9, became: 'Please sign them.', becameTimes: 6, stands: true },
    { was: 'Gone.', times: 1, became: '', becameTimes: 1, stands: false },
  ],
};
const TYPES = { 'GET /matter-types': { items: [] }, 'GET /practice': refusing(404, 'notFound') };

describe('the figures', () => {
  it('say in a sentence what each chart shows, and keep its table behind a press', async () => {
    show(<FiguresPage />, { ...TYPES, 'GET /figures': FIGURES }, { role: 'administrator' });
    expect(
      await screen.findByText(/12 messages went out\. The busiest week began on 1 June: 9 sent\./),
    ).toBeTruthy();
    expect(screen.getByText(/From us half of 2 answers came within 1 hour/)).toBeTruthy();
    expect(screen.getByText(/Of 4 follow-ups, 2 were done in time, 1 late, and 1 are open\./)).toBeTruthy();
    const table = screen.getByRole('table', { name: 'By category', hidden: true });
    expect(within(table).getByRole('rowheader', { name: 'Report', hidden: true })).toBeTruthy();
    const csv = screen.getByRole('link', { name: 'Export as CSV: By category' });
    expect(csv.getAttribute('href')).toMatch(/^\/api\/v1\/figures\/csv\?.*table=categories/);
    // Nobody is named among one's own.
    expect(screen.queryByText('Maud Tidewell')).toBeNull();
  });

  it('are everybody’s for whoever may see them, and for nobody else', async () => {
    const { user, search } = show(
      <FiguresPage />,
      { ...TYPES, 'GET /figures': FIGURES },
      { role: 'administrator' },
    );
    await user.click(await screen.findByRole('button', { name: 'Everyone’s' }));
    expect(search()).toContain('of=all');
  });

  it('offer nobody what they may not see', async () => {
    show(<FiguresPage />, { ...TYPES, 'GET /figures': FIGURES }, { role: 'assistant' });
    expect(await screen.findByText(/12 messages went out/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Everyone’s' })).toBeNull();
  });

  it('say why they cannot be shown', async () => {
    const refused = refusing(400, 'badRequest', { code: 'spanTooLong' });
    show(<FiguresPage />, { ...TYPES, 'GET /figures': refused }, { role: 'administrator' });
    expect((await screen.findByRole('alert')).textContent).toContain('more than three years');
  });
});

describe('the figures of templates', () => {
  it('list what becomes of each, by what one wants to know', async () => {
    const { user, search } = show(
      <TemplateFiguresPage />,
      {
        ...TYPES,
        'GET /figures/templates': {
          minutesADay: 540,
          items: [ONE, { ...ONE, templateId: 't2', name: 'Another', uses: 2 }],
        },
      },
      { role: 'administrator' },
    );
    expect(await screen.findByText('Terms of engagement')).toBeTruthy();
    expect(screen.getAllByText('30 of 40 (60 % to 86 %)').length).toBe(2);
    await user.click(screen.getByRole('button', { name: 'Template' }));
    expect(search()).toContain('sort=name');
  });

  it('show a wording beside what is written instead, one press from a new version', async () => {
    const content = { body: { type: 'doc', content: [] } };
    const { user, at } = show(
      <OneTemplatePage />,
      { ...TYPES, 'GET /figures/templates/t1': ONE, 'GET /figures/templates/t1/rewritten': { content } },
      { role: 'administrator', path: '/figures/templates/:templateId', at: '/figures/templates/t1' },
    );
    expect(await screen.findByText('rewritten 9 times')).toBeTruthy();
    expect(screen.getByText('taken out')).toBeTruthy();
    expect(screen.getByText('The current version no longer has this sentence.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Use this in a new version' }));
    expect(at()).toBe('/templates/t1');
  });
});

describe('a time', () => {
  it.each([
    [15, '15 minutes'],
    [60, '1 hour'],
    [90, '1.5 hours'],
    [540, '1 working day'],
    [820, '1.5 working days'],
  ])('%i minutes are %s', (minutes, words) => {
    expect(timeWords(minutes, 540)).toBe(words);
  });
});
