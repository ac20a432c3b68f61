// @vitest-environment happy-dom
import { waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { ImportView } from '../../../../contract/moving.ts';
import { choose, refusing, screen, show } from '../../../tests/stage.tsx';
import { ImportPage } from './ImportPage.tsx';
import { faultsFile } from './faultsFile.ts';
import { OneImportPage } from './OneImportPage.tsx';

const view = (change: Partial<ImportView> = {}): ImportView => ({
  id: 'i1',
  what: 'matters',
  fileName: 'files.csv',
  createdAtUtc: 1_764_500_000_000,
  by: 'Idris Quill',
  state: 'tried',
  encoding: 'windows-1252',
  separator: ';',
  typeId: 't1',
  existing: 'leave',
  columns: [
    { head: 'File', samples: ['OLD-7'], target: 'reference' },
    { head: 'What', samples: ['Grey Gull'], target: null },
  ],
  targets: [
    { key: 'reference', label: 'Reference' },
    { key: 'title', label: 'Title' },
  ],
  counts: { lines: 1_200, make: 1_100, update: 0, leave: 40, faults: 60, parties: 900 },
  done: 0,
  faults: [{ line: 3, column: 'File', why: { code: 'referenceNotFree', reference: 'OLD-9' } }],
  ...change,
});

const page = (one: ImportView, answers: Readonly<Record<string, unknown>> = {}) =>
  show(
    <OneImportPage />,
    { 'GET /imports/i1': one, ...answers },
    { path: '/practice/import/:importId', at: '/practice/import/i1' },
  );

describe('the lines with faults', () => {
  it('are a list to mend, each with what is wrong in words, and no cell is a formula', () => {
    const file = faultsFile({
      heads: ['Name', 'E-mail'],
      items: [
        {
          line: 3,
          cells: ['=HYPERLINK("x")', 'hester@'],
          faults: [{ column: 'E-mail', why: { code: 'notAnAddress', value: 'hester@' } }],
        },
      ],
    });
    const [head, line] = file.split('\r\n');
    expect(head).toBe('\uFEFFLine,What is wrong,Name,E-mail');
    expect(line).toMatch(/^3,E-mail: .*“hester@”.*,"'=HYPERLINK\(""x""\)",hester@$/);
  });
});

describe('a list that was tried', () => {
  it('says what it would come to and what is wrong, before anything is made', async () => {
    page(view());
    expect(
      await screen.findByText(
        '1,100 matters to make · 900 contacts for their parties · 40 here already · 60 lines with faults, left out',
      ),
    ).toBeTruthy();
    expect(screen.getByText(/windows-1252, with semicolons between/)).toBeTruthy();
    expect(screen.getByText(/OLD-9/)).toBeTruthy();
    expect(screen.getByText(/^And 59 more/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Download the lines to mend' })).toBeTruthy();
  });

  it('has its columns taken for what one says, and is tried again', async () => {
    const { user, changes } = page(view(), { 'PATCH /imports/i1': view() });
    await screen.findByText('Columns');
    await choose(user, '“What” is taken as', 'Title');
    await choose(user, 'Where it is here already', 'Fill in what the list says');
    await waitFor(() => {
      expect(changes().map(({ body }) => body)).toEqual([
        { mapping: ['reference', 'title'] },
        { existing: 'update' },
      ]);
    });
  });

  it('is imported by one press; a refusal is said', async () => {
    const { user } = page(view(), {
      'POST /imports/i1/run': refusing(400, 'badRequest', { code: 'importNotReady' }),
    });
    await user.click(await screen.findByRole('button', { name: 'Import 1,100 matters' }));
    expect((await screen.findByRole('alert')).textContent).toContain('This import is running');
  });
});

describe('an import', () => {
  it('shows how far it is', async () => {
    page(view({ state: 'running', done: 500 }));
    expect(await screen.findByText('500 of 1,200 lines')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Import/ })).toBeNull();
  });

  it('is undone as one, and says what stays', async () => {
    const { user } = page(view({ state: 'done' }), { 'POST /imports/i1/undo': { undone: 2_000, kept: 3 } });
    await user.click(await screen.findByRole('button', { name: 'Undo this import' }));
    expect(
      await screen.findByText(/2,000 things taken back\. 3 stay, since used or changed meanwhile\./),
    ).toBeTruthy();
  });

  it('is gone on with where it stopped', async () => {
    const { user, changes } = page(view({ state: 'stopped', done: 500 }), {
      'POST /imports/i1/run': { id: 'i1' },
    });
    await user.click(await screen.findByRole('button', { name: 'Go on with it' }));
    expect(changes().map(({ path }) => path)).toEqual(['/imports/i1/run']);
  });
});

describe('the imports', () => {
  it('are listed with what came of each', async () => {
    const item = { ...view(), state: 'done', made: 2_000, updated: 4 };
    show(<ImportPage />, { 'GET /imports': { items: [item] }, 'GET /matter-types': { items: [] } });
    expect((await screen.findByRole('row', { name: /files\.csv/ })).textContent).toContain('imported');
  });
});
