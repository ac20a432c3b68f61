// @vitest-environment happy-dom
import { fireEvent, waitFor, within } from '@testing-library/react';
import { Outlet } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import type { DocumentItem } from '../../../../contract/documents.ts';
import type { Role } from '../../../../contract/session.ts';
import { document, matter } from '../../../tests/matterDetail.ts';
import { refusing, screen, sessionOf, show } from '../../../tests/stage.tsx';
import { DroppedContext, useDropped } from '../dropped.ts';
import type { MatterContext } from '../MatterPage.tsx';
import { DocumentsPane } from './DocumentsPane.tsx';
import { useAdding } from './useAdding.ts';

const item = (change: Partial<DocumentItem> = {}): DocumentItem => ({
  ...document(),
  line: '',
  addedBy: 'Jonas Roe',
  deleted: false,
  superseded: false,
  before: null,
  ...change,
});
const REPORT = item({ version: 2, before: 'd0' });
const PICTURE = item({
  id: 'd2',
  name: 'Keel',
  fileName: 'Keel.jpg',
  mediaType: 'image/jpeg',
  category: 'Picture',
});

function OnMatter({ role }: { readonly role: Role }) {
  const adding = useAdding('m1');
  const { target, register } = useDropped(true, adding.add);
  const context: MatterContext = { matter: matter(), session: sessionOf(role), adding };
  return (
    <DroppedContext value={register}>
      <div data-testid="matter" {...target}>
        <Outlet context={context} />
      </div>
    </DroppedContext>
  );
}

const pane = (
  answers: Readonly<Record<string, unknown>> = {},
  { at = '/matters/m1/documents', role = 'practitioner' }: { at?: string; role?: Role } = {},
) =>
  show(
    <DocumentsPane />,
    {
      'GET /matters/m1/documents': { items: [REPORT, PICTURE], next: null },
      'GET /matters/m1/enclosed-files': { items: [] },
      'GET /matters/m1/documents/d1/preview': { kind: 'text', text: 'The hull is sound.', cut: false },
      'GET /matters/m1/documents/d2/preview': { kind: 'none' },
      ...answers,
    },
    {
      role,
      at,
      path: '/matters/m1/documents/:documentId?',
      frame: <OnMatter role={role} />,
    },
  );

/** Answers the next uploads, one after the other: with what was made, or as a line that broke. */
function uploads(...answers: readonly (object | 'broken')[]) {
  const sent: FormData[] = [];
  class Request {
    upload: { onprogress?: (event: object) => void } = {};
    status = 201;
    responseText = '';
    onload: () => void = () => undefined;
    onerror: () => void = () => undefined;
    open(): void {
      this.status = 201;
    }
    send(body: FormData): void {
      const answer = answers[sent.length];
      sent.push(body);
      this.upload.onprogress?.({ loaded: 80, total: 100, lengthComputable: true });
      setTimeout(() => {
        if (answer === 'broken') this.onerror();
        else {
          const { status, ...body } = refusalOf(answer);
          this.status = status;
          this.responseText = JSON.stringify(body);
          this.onload();
        }
      }, 5);
    }
  }
  vi.stubGlobal('XMLHttpRequest', Request);
  return sent;
}
const refusalOf = (answer: object | undefined): { status: number; items: object } => ({
  status: 201,
  items: [item()],
  ...answer,
});
const drop = (...names: readonly string[]): void => {
  const files = names.map((name) => new File(['x'], name));
  fireEvent.drop(screen.getByTestId('matter'), { dataTransfer: { types: ['Files'], files } });
};

describe('the documents of a matter', () => {
  it('are listed with what is known of each, and looked at in their place', async () => {
    const { user } = pane();
    const row = within(await screen.findByRole('row', { name: /Survey report/ }));
    expect(row.getByText('version 2')).toBeTruthy();
    await user.click(row.getByRole('link', { name: 'Survey report' }));
    expect(await screen.findByText('The hull is sound.')).toBeTruthy();
    await user.keyboard('{ArrowRight}');
    expect(await screen.findByText(/This kind of file cannot be shown here/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Close' }));
    await waitFor(() => {
      expect(screen.queryByRole('region', { name: 'The document' })).toBeNull();
    });
  });

  it('go up as they are dropped, into the category that was chosen; one whose line broke goes again by itself', async () => {
    const sent = uploads('broken', {}, {});
    const { user } = pane();
    await user.type(await screen.findByRole('combobox', { name: 'Into category' }), 'Plans');
    drop('a.pdf', 'b.pdf');
    expect(await screen.findByText(/goes again by itself/)).toBeTruthy();
    fireEvent(window, new Event('online'));
    expect(await screen.findByText('2 documents added')).toBeTruthy();
    expect(sent.map((form) => [(form.get('files') as File).name, form.get('category')])).toEqual([
      ['a.pdf', 'Plans'],
      ['a.pdf', 'Plans'],
      ['b.pdf', 'Plans'],
    ]);
  });

  it('say why a file was refused, keep it until it is left out, and go on with the next', async () => {
    uploads({ status: 422, code: 'badFile', because: [{ code: 'fileEmpty', name: 'a.pdf' }] }, {});
    const { user } = pane();
    await screen.findByRole('row', { name: /Keel/ });
    drop('a.pdf', 'b.pdf');
    expect((await screen.findByRole('alert')).textContent).toContain('a.pdf');
    await user.click(screen.getByRole('button', { name: 'Remove' }));
    expect(await screen.findByText('1 document added')).toBeTruthy();
  });

  it('are renamed and described; nothing is asked for that was not changed', async () => {
    const { user, changes } = pane(
      { 'PATCH /matters/m1/documents/d1': REPORT },
      { at: '/matters/m1/documents/d1' },
    );
    await user.click(await screen.findByRole('button', { name: 'Rename…' }));
    expect(screen.getByRole('button', { name: 'Save' })).toHaveProperty('disabled', true);
    await user.clear(screen.getByLabelText('Name'));
    await user.type(screen.getByLabelText('Name'), 'Final report');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => {
      expect(changes()).toMatchObject([{ method: 'PATCH', body: { name: 'Final report' } }]);
    });
  });

  it('are put into the bin, and back', async () => {
    const { user, changes } = pane(
      { 'DELETE /matters/m1/documents/d1': {}, 'PATCH /matters/m1/documents/d1': REPORT },
      { at: '/matters/m1/documents/d1' },
    );
    await user.click(await screen.findByRole('button', { name: 'Delete' }));
    expect((await screen.findByText(/“Survey report” is in the bin/)).textContent).toContain('Put it back');
    await user.click(screen.getByRole('button', { name: 'Put it back' }));
    expect(changes().map(({ method, body }) => [method, body])).toEqual([
      ['DELETE', undefined],
      ['PATCH', { deleted: false }],
    ]);
  });

  it('are compared with the version before, in words', async () => {
    const parts = [
      { kind: 'same', text: 'The hull is ' },
      { kind: 'removed', text: 'worn' },
      { kind: 'added', text: 'sound' },
    ];
    const { user } = pane(
      { 'GET /matters/m1/documents/d1/comparison': { parts } },
      { at: '/matters/m1/documents/d1' },
    );
    await user.click(await screen.findByRole('button', { name: 'Compare with version 1' }));
    expect((await screen.findByText('worn')).tagName).toBe('DEL');
  });

  it('are chosen, to be sent together or downloaded as one', async () => {
    const { user } = pane();
    await user.click(await screen.findByRole('checkbox', { name: 'Choose Survey report' }));
    await user.click(screen.getByRole('checkbox', { name: 'Choose Keel' }));
    const chosen = within(screen.getByRole('group', { name: '2 documents chosen' }));
    expect(chosen.getByRole('link', { name: 'Download as one PDF' }).getAttribute('href')).toBe(
      '/api/v1/matters/m1/documents-bundle?ids=d1,d2&as=pdf',
    );
    expect(chosen.getByRole('link', { name: 'Send them' })).toBeTruthy();
  });

  it('stand beside what went and came with messages, with the entry of each', async () => {
    const entry = {
      entryId: 'e1',
      index: 0,
      direction: 'out',
      occurredAtUtc: 1_764_500_000_000,
      subject: 'Terms',
    };
    const file = { name: 'Terms.pdf', mediaType: 'application/pdf', sizeBytes: 900, documentId: null };
    pane({ 'GET /matters/m1/enclosed-files': { items: [{ ...file, entries: [entry] }] } });
    const enclosed = within(await screen.findByRole('region', { name: 'Enclosed and received' }));
    expect(enclosed.getByRole('link', { name: 'Open “Terms”' }).getAttribute('href')).toBe(
      '/matters/m1?entry=e1',
    );
  });

  it('are read by a reader, who is offered nothing that would fail', async () => {
    pane({}, { role: 'reader', at: '/matters/m1/documents/d1' });
    expect(await screen.findByText('The hull is sound.')).toBeTruthy();
    for (const name of ['Delete', 'New version…', 'Rename…', 'choose files'])
      expect(screen.queryByRole('button', { name })).toBeNull();
    expect(screen.queryByRole('link', { name: 'Send this' })).toBeNull();
  });

  it('say so where there are none, where none is found, and where they cannot be loaded', async () => {
    const none = { 'GET /matters/m1/documents': { items: [], next: null } };
    const { user } = pane(none);
    expect(await screen.findByText('No documents yet')).toBeTruthy();
    await user.type(screen.getByLabelText('Find in documents'), 'keel');
    expect(await screen.findByText('Nothing here holds these words')).toBeTruthy();
  });

  it('say why they cannot be listed', async () => {
    pane({ 'GET /matters/m1/documents': refusing(404, 'notFound', { code: 'noSuch', what: 'matter' }) });
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
  });
});
