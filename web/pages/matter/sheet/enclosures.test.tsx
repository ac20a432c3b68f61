// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { choiceOf, documentEnclosure, isEnclosed } from './enclosureList.ts';
import type { Enclosure } from './enclosureList.ts';
import { Enclosures } from './Enclosures.tsx';

const document = (id: string, name: string, category: string) => ({
  id,
  name,
  fileName: `${name}.pdf`,
  category,
  version: 1,
  mediaType: 'application/pdf',
  sizeBytes: 1_000,
  addedOn: '2026-11-20',
  restricted: false,
});
const report = document('d1', 'Report', 'Report');
const invoice = document('d2', 'Invoice', 'Invoice');

const matter = {
  id: 'm',
  reference: 'SV-2041',
  documents: [report, invoice],
  correspondence: {
    items: [
      {
        id: 'e1',
        subject: 'Photographs',
        channel: 'email',
        who: ['Ines'],
        attachmentNames: ['hull.png', 'keel.png'],
      },
    ],
  },
} as unknown as MatterDetail;

const upload: Enclosure = {
  kind: 'upload',
  id: 'u1',
  fileName: 'notes.txt',
  category: '',
  mediaType: 'text/plain',
  sizeBytes: 20,
};
const scan: Enclosure = {
  ...upload,
  id: 'u2',
  fileName: 'scan.pdf',
  mediaType: 'application/pdf',
  sizeBytes: 3_000_000,
};

function stage(enclosures: readonly Enclosure[], change: Partial<Parameters<typeof Enclosures>[0]> = {}) {
  const did = { change: vi.fn(), files: vi.fn(), made: vi.fn() };
  const on = show(
    <Enclosures
      messageId="msg"
      enclosures={[...enclosures]}
      wanted={[]}
      matter={matter}
      limitBytes={25_000_000}
      busy={false}
      share={undefined}
      problem={undefined}
      onChange={did.change}
      onFiles={did.files}
      onMade={did.made}
      {...change}
    />,
    {
      'GET /matters/m/shelf': {
        items: [{ templateId: 't', name: 'Terms', channel: 'letter', readiness: 'ready' }],
        lastSent: null,
      },
    },
  );
  return { ...on, ...did };
}
const held = documentEnclosure(report);

describe('an enclosure', () => {
  it('is told by its document, or by what it is enclosed as', () => {
    expect(choiceOf(held)).toEqual({ documentId: 'd1', fileName: 'Report.pdf' });
    expect(choiceOf(upload)).toEqual({ kind: 'upload', id: 'u1', fileName: 'notes.txt' });
    expect([isEnclosed([held], 'd1'), isEnclosed([held], 'd2'), isEnclosed([upload], 'u1')]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('is put in from the matter, which offers what is not enclosed yet', async () => {
    const { user, change } = stage([held]);
    await user.click(screen.getByRole('button', { name: 'Add…' }));
    expect(screen.queryByRole('button', { name: /^Report Report/ })).toBeNull();
    await user.click(await screen.findByRole('button', { name: /^Invoice/ }));
    expect(change).toHaveBeenCalledWith([held, documentEnclosure(invoice)]);
  });

  it('is fetched from an earlier message, or made of a letter', async () => {
    const { user, made } = stage([]);
    await user.click(screen.getByRole('button', { name: 'Enclose…' }));
    await user.type(screen.getByLabelText('Narrow by name'), 'keel');
    await user.click(await screen.findByRole('button', { name: /keel.png/ }));
    expect(made).toHaveBeenCalledWith({ kind: 'fromEntry', entryId: 'e1', index: 1 });
    await user.click(screen.getByRole('button', { name: 'Enclose…' }));
    await user.clear(screen.getByLabelText('Narrow by name'));
    await user.click(await screen.findByRole('button', { name: /Terms/ }));
    expect(made).toHaveBeenLastCalledWith({ kind: 'letter', templateId: 't' });
  });

  it('is taken out', async () => {
    const { user, change } = stage([held, upload]);
    await user.click(screen.getByRole('button', { name: 'Remove Report.pdf' }));
    expect(change).toHaveBeenCalledWith([upload]);
  });

  it('is looked at, made a PDF, joined and kept by its own id', async () => {
    const { user, made } = stage([upload, scan, { ...scan, id: 'u3', fileName: 'more.pdf' }]);
    await user.click(screen.getByRole('button', { name: 'notes.txt' }));
    expect((await screen.findByRole('menuitem', { name: 'Open' })).getAttribute('href')).toBe(
      '/api/v1/messages/msg/enclosures/u1/content',
    );
    await user.click(screen.getByRole('menuitem', { name: 'Send it as PDF' }));
    expect(made).toHaveBeenLastCalledWith({ kind: 'asPdf', enclosureId: 'u1' });
    await user.click(screen.getByRole('button', { name: 'scan.pdf' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Make the 2 PDFs one' }));
    expect(made).toHaveBeenLastCalledWith({ kind: 'join', enclosureIds: ['u2', 'u3'], name: 'scan' });
    await user.click(screen.getByRole('button', { name: 'notes.txt' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Invoice' }));
    expect(made).toHaveBeenLastCalledWith({ kind: 'keep', enclosureId: 'u1', category: 'Invoice' });
  });

  it('that is a document of the matter is not offered to be kept there', async () => {
    const { user } = stage([held]);
    await user.click(screen.getByRole('button', { name: 'Report.pdf' }));
    await screen.findByRole('menuitem', { name: 'Open' });
    expect(screen.queryByText('Save it on the matter, under')).toBeNull();
  });

  it('is called otherwise, its ending kept', async () => {
    const { user, change } = stage([held]);
    await user.click(screen.getByRole('button', { name: 'Report.pdf' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Rename…' }));
    const name = await screen.findByLabelText('It goes out as');
    await user.clear(name);
    await user.type(name, 'Our findings');
    await user.click(screen.getByRole('button', { name: 'Rename' }));
    expect(change).toHaveBeenCalledWith([{ ...held, fileName: 'Our findings.pdf' }]);
  });

  it('says how much of what may go it is, what is asked for, and what went wrong', () => {
    stage([held, scan], { problem: '“x” is empty. Nothing was enclosed.' });
    expect(screen.getByText(/MB on its way/)).toBeTruthy();
    expect(screen.getByRole('alert').textContent).toBe('“x” is empty. Nothing was enclosed.');
    stage([], { wanted: [{ label: 'A plan' }], busy: true, share: 0.5 });
    expect(screen.getByText(/^A plan/).textContent).toBe('A plan is wanted along');
    expect(screen.getByText('50 %', { exact: false }).textContent).toContain('50 %');
  });
});
