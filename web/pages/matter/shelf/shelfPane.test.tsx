// @vitest-environment happy-dom
import { useState } from 'react';
import { within } from '@testing-library/react';
import { Navigate, Outlet, Route, Routes } from 'react-router';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import type { ShelfItem } from '../../../../contract/matters.ts';
import type { ShelfStart } from '../../../parts/start/shelfStart.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { refusing, screen, sessionOf, show } from '../../../tests/stage.tsx';
import { ShelfPane } from './ShelfPane.tsx';

beforeAll(() => {
  Element.prototype.scrollIntoView = vi.fn();
});

const item = (templateId: string, change: Partial<ShelfItem> = {}): ShelfItem => ({
  templateId,
  name: templateId,
  channel: 'email',
  category: 'Letter',
  readiness: 'ready',
  blanks: 0,
  reasons: [],
  words: '',
  days: [],
  tags: [],
  to: ['Ines Okafor'],
  use: { followed: 0, followedOf: 0, atStage: 0, atStageOf: 0, usedByPerson: 0, sentHere: false },
  why: null,
  due: null,
  ...change,
});
const REPORT = item('Report', { why: 'stage', words: 'she is sound' });
const TERMS = item('Terms', { words: 'signed copy' });
const YARD = item('To the yard', {
  readiness: 'unavailable',
  reasons: [{ code: 'roleEmpty', where: 'to', params: { role: 'yard' } }],
  to: [],
});
const TEXT = item('On my way', { channel: 'text' });

/** The shelf as it is opened from somewhere, which says what it is opened for. */
function Opened({ from }: { readonly from: ShelfStart }) {
  const [opened, setOpened] = useState(false);
  if (!opened) {
    queueMicrotask(() => {
      setOpened(true);
    });
    return null;
  }
  return (
    <Routes>
      <Route element={<Outlet context={{ matter: matter(), session: sessionOf('practitioner') }} />}>
        <Route path="begin" element={<Navigate to="../here" state={from} replace />} />
        <Route path="here" element={<ShelfPane />} />
        <Route path="*" element={<p>a sheet</p>} />
      </Route>
    </Routes>
  );
}

const openShelf = (from: ShelfStart = {}, answers: Readonly<Record<string, unknown>> = {}) =>
  show(
    <Opened from={from} />,
    {
      'GET /matters/m1/shelf': { items: [REPORT, TERMS, YARD, TEXT], lastSent: null },
      ...Object.fromEntries(
        [REPORT, TERMS, YARD, TEXT].map(({ templateId }) => [
          `GET /matters/m1/shelf/${encodeURIComponent(templateId)}`,
          refusing(404, 'notFound', { code: 'hostSays', text: `the ${templateId} as it would read` }),
        ]),
      ),
      'POST /matters/m1/messages': { id: 'new' },
      ...answers,
    },
    { path: '/at/*', at: '/at/begin' },
  );
const names = () => screen.getAllByRole('option').map((one) => one.querySelector('b')?.textContent);

describe('the shelf', () => {
  it('has what usually comes next first, then what can start, then what cannot, which says why', async () => {
    openShelf();
    await screen.findByText('Report');
    expect(names()).toEqual(['Report', 'Terms', 'On my way', 'To the yard']);
    const usual = within(screen.getByRole('group', { name: 'Usually next here' }));
    expect(usual.getByText('Report')).toBeTruthy();
    const yard = screen.getByRole('option', { name: /To the yard/ });
    expect(yard.getAttribute('aria-disabled')).toBe('true');
    expect(yard.textContent).toContain('no yard on this matter');
  });

  it('shows the marked one, and starts it by Enter', async () => {
    const { user, changes } = openShelf();
    await screen.findByText('Report');
    expect(await screen.findByText(/the Report as it would read/)).toBeTruthy();
    await user.keyboard('{ArrowDown}');
    expect(await screen.findByText(/the Terms as it would read/)).toBeTruthy();
    await user.keyboard('{Enter}');
    await vi.waitFor(() => {
      expect(changes()).toEqual([
        {
          method: 'POST',
          path: '/matters/m1/messages',
          // What stood above it is told, so that it is known what is passed over.
          body: { templateId: 'Terms', passedOver: ['Report'] },
        },
      ]);
    });
  });

  it('is narrowed by words of the name and by the wording inside', async () => {
    const { user } = openShelf();
    await screen.findByText('Report');
    await user.type(screen.getByRole('combobox'), 'signed');
    expect(names()).toEqual(['Terms']);
    await user.clear(screen.getByRole('combobox'));
    await user.type(screen.getByRole('combobox'), 'nothing has this');
    await user.click(screen.getByRole('button', { name: 'Show the whole shelf' }));
    expect(names()).toHaveLength(4);
  });

  it('starts nothing that cannot start, however it is asked', async () => {
    const { user, changes } = openShelf();
    await screen.findByText('Report');
    await user.dblClick(screen.getByText('To the yard'));
    await user.type(screen.getByRole('combobox'), 'yard{Enter}');
    expect(changes()).toEqual([]);
    expect(screen.queryByRole('button', { name: /Start this/ })).toBeNull();
  });

  it('opened for somebody, starts what lacks only whom to write to', async () => {
    const { user, changes } = openShelf({ contactIds: ['c7'], about: 'to Hal' });
    await screen.findByText('Report');
    expect(screen.getByText(/to Hal/)).toBeTruthy();
    await user.type(screen.getByRole('combobox'), 'yard{Enter}');
    await vi.waitFor(() => {
      expect(changes()[0]?.body).toEqual({ templateId: 'To the yard', contactIds: ['c7'] });
    });
  });

  it('opened for another template, offers those of the same channel, and no bare sheet', async () => {
    const { user, changes } = openShelf(
      { switching: 'm9', channel: 'email' },
      {
        'GET /messages/m9': { revision: 3, subjectNodes: [], body: { type: 'doc' } },
        'PATCH /messages/m9': {},
      },
    );
    await screen.findByText('Report');
    expect(names()).not.toContain('On my way');
    expect(screen.queryByRole('button', { name: 'Start with a bare sheet' })).toBeNull();
    await user.keyboard('{Enter}');
    await vi.waitFor(() => {
      expect(changes()).toEqual([
        { method: 'PATCH', path: '/messages/m9', body: { revision: 3, templateId: 'Report' } },
      ]);
    });
  });

  it('says why a message could not begin, and stays', async () => {
    const { user } = openShelf(
      {},
      {
        'POST /matters/m1/messages': refusing(422, 'templateUnavailable', {
          code: 'otherChannel',
          name: 'Report',
        }),
      },
    );
    await screen.findByText('Report');
    await user.click(screen.getByRole('button', { name: 'Start with a bare sheet' }));
    expect(await screen.findByText(/sent another way/)).toBeTruthy();
    expect(names()).toHaveLength(4);
  });
});
