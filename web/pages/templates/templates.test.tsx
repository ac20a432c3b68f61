// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { TemplateSummary } from '../../../contract/templates.ts';
import { refusing, screen, show } from '../../tests/stage.tsx';
import { TemplatesPage } from './TemplatesPage.tsx';

const template = (id: string, name: string, change: Partial<TemplateSummary> = {}): TemplateSummary => ({
  id,
  name,
  channel: 'email',
  folder: 'Report',
  tags: [],
  standing: 'shared',
  owner: null,
  category: '',
  version: 1,
  changedAtUtc: Date.UTC(2026, 10, 2, 12),
  changedBy: 'Maud Tidewell',
  uses: 0,
  lastUsedUtc: null,
  ...change,
});
const answers = {
  'GET /templates': {
    items: [
      template('a', 'Our report', { uses: 3, lastUsedUtc: Date.UTC(2026, 10, 5, 12) }),
      template('b', 'A reminder', { tags: ['gentle'] }),
      template('c', 'The bill', { standing: 'approved' }),
    ],
    next: null,
  },
  'GET /template-shelves': { folders: [{ name: 'Report', count: 2 }], tags: [] },
  'POST /templates/a/standing': template('a', 'Our report', { standing: 'approved' }),
  'POST /templates/b/standing': refusing(422, 'badTemplate', { code: 'errorsStopApproval' }),
};

describe('the templates', () => {
  it('are a table with how each is used', async () => {
    show(<TemplatesPage />, answers, { role: 'reader' });
    expect(await screen.findByRole('row', { name: /Our report.*3 times/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /A reminder gentle.*not yet/ })).toBeTruthy();
    expect(screen.queryByLabelText('Choose Our report')).toBeNull();
  });

  it('are approved several in one press; what is refused is named, and the rest is taken back in another', async () => {
    const { user, changes } = show(<TemplatesPage />, answers);
    for (const name of ['Our report', 'A reminder', 'The bill'])
      await user.click(await screen.findByLabelText(`Choose ${name}`));
    expect(screen.getByText(/3 templates chosen/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Approve' }));
    expect(await screen.findByText(/1 template approved/)).toBeTruthy();
    expect(
      screen.getByText(/Not changed: A reminder: A template with an error cannot be approved/),
    ).toBeTruthy();
    // What is approved already is not asked for again.
    expect(changes().map(({ path }) => path)).toEqual(['/templates/a/standing', '/templates/b/standing']);
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(await screen.findByText(/1 template as before/)).toBeTruthy();
    expect(changes().at(-1)).toMatchObject({ path: '/templates/a/standing', body: { standing: 'shared' } });
  });
});
