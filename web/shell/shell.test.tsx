// @vitest-environment happy-dom
import { fireEvent, within } from '@testing-library/react';
import { Link, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { screen, sessionOf, show } from '../tests/stage.tsx';
import { PersonMenu } from './PersonMenu.tsx';
import { Rail } from './Rail.tsx';
import { useKeepPage } from './useKeepPage.ts';
import { useViewHeading } from './useViewHeading.ts';

describe('the tabs of the file', () => {
  const rail = (answers: Readonly<Record<string, unknown>> = {}) =>
    show(<Rail />, answers, { path: '/*', at: '/templates/report' });

  it('are words alone, and say which is open', () => {
    rail();
    const tabs = within(screen.getByRole('navigation', { name: 'Main' })).getAllByRole('link');
    expect(tabs.map(({ textContent }) => textContent).slice(0, 9)).toEqual([
      'Officium',
      'Today',
      'Matters',
      'Correspondence',
      'Templates',
      'Rounds',
      'Directory',
      'Figures',
      'Practice',
    ]);
    const open = tabs.filter((tab) => tab.getAttribute('aria-current') === 'page');
    expect(open.map(({ textContent }) => textContent)).toEqual(['Templates']);
  });

  it('have the trays at their foot, with what lies in each and what needs a person', async () => {
    rail({
      'GET /in-tray': { items: [], count: 4 },
      'GET /out-tray': { items: [{ state: 'held' }, { state: 'failed' }, { state: 'may-have-gone' }] },
    });
    expect(await screen.findByRole('link', { name: 'In-tray: 4' })).toBeTruthy();
    expect(await screen.findByRole('link', { name: 'Out-tray: 3, 2 to look at' })).toBeTruthy();
  });
});

/** Two views, one of which is only known a little later. */
function Views() {
  const main = useViewHeading();
  return (
    <>
      <nav>
        <Link to="/matters">To the matters</Link>
        <input aria-label="Find" />
      </nav>
      <main ref={main}>
        <Routes>
          <Route path="/today" element={<h1>Saturday</h1>} />
          <Route path="/matters" element={<h1>Matters</h1>} />
        </Routes>
      </main>
    </>
  );
}

describe('a view', () => {
  afterEach(() => {
    document.title = '';
  });

  it('has a title of its own; whoever goes there finds the focus on its heading', async () => {
    const { user } = show(<Views />, {}, { path: '/*', at: '/today' });
    await vi.waitFor(() => {
      expect(document.title).toBe('Saturday · Officium');
    });
    // Nobody went anywhere yet.
    expect(document.activeElement).toBe(document.body);
    await user.click(screen.getByRole('link', { name: 'To the matters' }));
    await vi.waitFor(() => {
      expect(document.title).toBe('Matters · Officium');
    });
    expect(document.activeElement).toBe(screen.getByRole('heading', { name: 'Matters' }));
  });

  it('takes the focus from nobody who has begun to type', async () => {
    const { user } = show(<Views />, {}, { path: '/*', at: '/today' });
    await user.click(screen.getByRole('link', { name: 'To the matters' }));
    await user.click(screen.getByLabelText('Find'));
    await vi.waitFor(() => {
      expect(document.title).toBe('Matters · Officium');
    });
    expect(document.activeElement).toBe(screen.getByLabelText('Find'));
  });
});

describe('the menu under one’s name', () => {
  const menu = async () => {
    const stage = show(<PersonMenu session={sessionOf('practitioner')} />, {});
    await stage.user.click(screen.getByRole('button', { name: /^The practitioner/ }));
    return stage;
  };

  it('switches single keys off, and on again', async () => {
    const { user } = await menu();
    await user.click(await screen.findByRole('menuitem', { name: 'Switch single keys off' }));
    await user.click(screen.getByRole('button', { name: /^The practitioner/ }));
    expect(await screen.findByRole('menuitem', { name: 'Switch single keys on' })).toBeTruthy();
  });

  it('leads to where one signs out', async () => {
    const { user, at } = await menu();
    await user.click(await screen.findByRole('menuitem', { name: 'Sign out' }));
    expect(at()).toBe('/sign-out');
  });
});

function Kept() {
  useKeepPage();
  return <p>what is written</p>;
}

it('a file that is let go where nothing takes it does not take the page’s place', () => {
  show(<Kept />, {});
  const place = screen.getByText('what is written');
  const held = { dataTransfer: { types: ['Files'], files: [new File(['x'], 'plan.pdf')] } };
  // Refused is what `fireEvent` answers with false.
  expect([fireEvent.dragOver(place, held), fireEvent.drop(place, held)]).toEqual([false, false]);
  expect(fireEvent.drop(place, { dataTransfer: { types: ['text/plain'], files: [] } })).toBe(true);
});
