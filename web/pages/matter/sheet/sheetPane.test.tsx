// @vitest-environment happy-dom
import { useState } from 'react';
import { Outlet, Route, Routes } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import { refusing, screen, sessionOf, show } from '../../../tests/stage.tsx';
import { SheetPane } from './SheetPane.tsx';

// The sheet takes what it begins with once, as its editors do.
vi.mock('./Sheet.tsx', () => ({
  Sheet: ({ initial }: { readonly initial: { readonly subject: string } }) => {
    const [begun] = useState(initial.subject);
    return <p>begun with {begun}</p>;
  },
}));

function Desk() {
  const [open, setOpen] = useState(true);
  return (
    <>
      <button
        type="button"
        onClick={() => {
          setOpen(!open);
        }}
      >
        {open ? 'Another template' : 'Back to the sheet'}
      </button>
      <Routes>
        <Route element={<Outlet context={{ matter: {}, session: sessionOf('practitioner') }} />}>
          <Route path=":messageId" element={open ? <SheetPane /> : <p>the shelf</p>} />
        </Route>
      </Routes>
    </>
  );
}
const page = { path: '/sheet/*', at: '/sheet/m1' };
const draft = (subject: string) => ({ id: 'm1', state: 'draft', revision: 1, subject });

async function comeBack(answers: readonly unknown[]): Promise<void> {
  const left = [...answers];
  const { user } = show(<Desk />, { 'GET /messages/m1': () => left.shift() }, page);
  await screen.findByText('begun with the first');
  await user.click(screen.getByRole('button', { name: 'Another template' }));
  await screen.findByText('the shelf');
  await user.click(screen.getByRole('button', { name: 'Back to the sheet' }));
}

describe('a sheet that is come back to', () => {
  it('begins with what the server has now, not with what is known from before', async () => {
    await comeBack([draft('the first'), draft('the second')]);
    expect(await screen.findByText('begun with the second')).toBeTruthy();
  });

  it('begins with what is known where the server cannot be asked', async () => {
    await comeBack([draft('the first'), refusing(503, 'hostUnwell')]);
    expect(await screen.findByText('begun with the first')).toBeTruthy();
  });

  it('that is none is said to be none', async () => {
    show(
      <Desk />,
      { 'GET /messages/m1': refusing(404, 'notFound', { code: 'noSuch', what: 'message' }) },
      page,
    );
    expect(await screen.findByText('There is no such sheet')).toBeTruthy();
  });
});
