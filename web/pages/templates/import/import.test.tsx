// @vitest-environment happy-dom
import { fireEvent } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { FoundFile } from '../../../../contract/imports.ts';
import { choose, chosenIn, refusing, screen, show } from '../../../tests/stage.tsx';
import { foundFrom } from './found.ts';
import { ImportPage } from './ImportPage.tsx';

const file = (fileName: string, change: Partial<FoundFile> = {}): FoundFile => ({
  fileName,
  problem: null,
  subject: [],
  body: { type: 'doc', content: [] } as unknown as FoundFile['body'],
  leftOut: [],
  gaps: [
    {
      key: 'g1',
      text: '<<CLIENT>>',
      line: 'Dear <<CLIENT>>,',
      count: 2,
      suggestions: [{ path: 'client.name', label: 'Client', kind: 'text', likeness: 0.9 }],
      proposed: { kind: 'field', path: 'client.name' },
    },
  ],
  ...change,
});
const CATALOGUE = { fields: [{ path: 'fact.vessel', label: 'Vessel', kind: 'text' }], repeats: [] };

const openImport = (answers: Readonly<Record<string, unknown>>) =>
  show(
    <ImportPage />,
    { 'GET /template-fields': CATALOGUE, ...answers },
    { path: '/templates/import', at: '/templates/import' },
  );
const bring = (...items: readonly FoundFile[]) => ({ 'POST /wording-imports/read': { items } });
const chooser = () => screen.getByLabelText('Files to import');

describe('bringing wording in', () => {
  it('shows what was found in each file, with what each code likely means', async () => {
    const { user } = openImport(bring(file('Our_terms-2019.docx')));
    await user.upload(chooser(), new File(['x'], 'Our_terms-2019.docx'));
    expect(await screen.findByDisplayValue('Our terms 2019')).toBeTruthy();
    expect(screen.getByText('1 code or gap')).toBeTruthy();
    expect(screen.getByText('<<CLIENT>>').tagName).toBe('MARK');
    expect(screen.getByText('2 times')).toBeTruthy();
    expect(chosenIn('What <<CLIENT>> means')).toBe('Client');
  });

  it('keeps what is left, as it was decided, and goes to it', async () => {
    const { user, changes, at } = openImport({
      ...bring(file('a.txt'), file('b.txt')),
      'POST /wording-imports': { templates: [{ id: 't1', name: 'Welcome' }] },
    });
    await user.upload(chooser(), new File(['x'], 'a.txt'));
    const [name] = await screen.findAllByDisplayValue('a');
    if (!name) throw new Error('no name');
    await user.clear(name);
    await user.type(name, 'Welcome');
    const [means] = screen.getAllByRole('combobox', { name: 'What <<CLIENT>> means' });
    if (!means) throw new Error('no gap');
    await user.click(means);
    const [keep] = screen.getAllByRole('option').filter((one) => one.getAttribute('value') === 'keep');
    if (!keep) throw new Error('cannot be kept');
    await user.click(keep);
    const [, second] = screen.getAllByRole('button', { name: 'Do not import it' });
    if (!second) throw new Error('no second');
    await user.click(second);
    await user.type(screen.getByLabelText('Folder'), 'Old');
    await user.click(screen.getByRole('button', { name: 'Save 1 template' }));
    await vi.waitFor(() => {
      expect(at()).toBe('/templates/t1');
    });
    expect(changes()[1]?.body).toMatchObject({
      folder: 'Old',
      items: [{ name: 'Welcome', decisions: { g1: { kind: 'keep' } } }],
    });
  });

  it('asks the writer for what is no field, under the words of the code', async () => {
    const { user, changes } = openImport({
      ...bring(file('a.txt')),
      'POST /wording-imports': { templates: [] },
    });
    await user.upload(chooser(), new File(['x'], 'a.txt'));
    await choose(user, 'What <<CLIENT>> means', 'blank');
    await user.click(screen.getByRole('button', { name: 'Save 1 template' }));
    await vi.waitFor(() => {
      expect(changes()[1]?.body).toMatchObject({
        items: [{ decisions: { g1: { kind: 'blank', label: 'CLIENT', answer: 'text' } } }],
      });
    });
  });

  it('says what a file is that cannot be read, and keeps nothing of it', async () => {
    const { user } = openImport(
      bring(file('scan.pdf', { problem: { code: 'endingNotRead', ending: 'pdf' } })),
    );
    await user.upload(chooser(), new File(['x'], 'scan.docx'));
    expect(await screen.findByText(/^Files that end in .pdf are not read/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Save \d/ })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(screen.queryByText(/^Files that end in .pdf are not read/)).toBeNull();
  });

  it('reads what is pasted: with its shape at once, bare words when asked to', async () => {
    const { user, changes } = openImport(bring(file('Pasted.txt')));
    const paste = screen.getByLabelText('Or paste wording here');
    fireEvent.paste(paste, { clipboardData: { getData: () => '<p>Dear all</p>' } });
    expect(await screen.findByDisplayValue('Pasted')).toBeTruthy();
    await user.type(paste, 'Dear both');
    await user.click(screen.getByRole('button', { name: 'Read it' }));
    await vi.waitFor(() => {
      expect(screen.getAllByDisplayValue('Pasted')).toHaveLength(2);
    });
    expect(changes()).toHaveLength(2);
  });

  it('says why nothing could be kept, and loses nothing of what was decided', async () => {
    const { user } = openImport({
      ...bring(file('a.txt')),
      'POST /wording-imports': refusing(422, 'badTemplate', { code: 'errorsStopApproval' }),
    });
    await user.upload(chooser(), new File(['x'], 'a.txt'));
    await user.click(await screen.findByRole('button', { name: 'Save 1 template' }));
    expect((await screen.findByRole('alert')).textContent).toContain('with an error cannot be approved');
    expect(screen.getByDisplayValue('a')).toBeTruthy();
  });
});

describe('packs', () => {
  it('are taken in, with how much of them was there already', async () => {
    const { user, changes } = openImport({
      'POST /template-packs': { templates: 3, passages: 1, known: ['Our terms'] },
    });
    await user.upload(screen.getByLabelText('Pack to import'), new File(['{"name":"P"}'], 'p.json'));
    expect((await screen.findByRole('status')).textContent).toBe(
      '3 templates and 1 passage imported; 1 were there already.',
    );
    expect(changes()[0]?.body).toEqual({ name: 'P' });
  });

  it('that are none are refused by the server, in its words', async () => {
    const { user } = openImport({
      'POST /template-packs': refusing(400, 'badRequest', {
        code: 'notAsDescribed',
        where: 'body',
        message: 'is no pack',
      }),
    });
    await user.upload(screen.getByLabelText('Pack to import'), new File(['not json'], 'p.json'));
    expect((await screen.findByRole('alert')).textContent).toContain('no pack');
  });
});

describe('the name of what is brought in', () => {
  it.each([
    ['Our_terms-2019.docx', 'Our terms 2019'],
    ['letter.final.txt', 'letter.final'],
    ['.txt', 'Imported'],
    ['___.eml', 'Imported'],
    [`${'a'.repeat(300)}.txt`, 'a'.repeat(120)],
  ])('is made of %s', (fileName, name) => {
    expect(foundFrom(file(fileName)).name).toBe(name);
  });
});
