// @vitest-environment happy-dom
import { fireEvent, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { describe, expect, it, vi } from 'vitest';
import type { EntryDetail, EntrySummary } from '../../../../contract/correspondence.ts';
import { entryDetail, entrySummary } from '../../../tests/entrySummary.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { choose, refusing, screen, show } from '../../../tests/stage.tsx';
import { DroppedContext, useDropped } from '../dropped.ts';
import { Correspondence } from './Correspondence.tsx';

/** What lies on a matter, which takes what is dropped on it. */
function OnMatter({ mayDrop, children }: { readonly mayDrop: boolean; readonly children: ReactNode }) {
  const { target, register } = useDropped(mayDrop, () => undefined);
  return (
    <DroppedContext value={register}>
      <div {...target}>{children}</div>
    </DroppedContext>
  );
}

const dropMail = (): void => {
  const files = [new File(['From: a'], 'a.eml')];
  const dataTransfer = { types: ['Files'], files };
  fireEvent.drop(screen.getByRole('region', { name: 'Correspondence' }), { dataTransfer });
};

const letters = (
  items: readonly EntrySummary[],
  {
    answers = {},
    mayChange = true,
    next = null,
    at = '/m1',
  }: {
    readonly answers?: Readonly<Record<string, unknown>>;
    readonly mayChange?: boolean;
    readonly next?: string | null;
    readonly at?: string;
  } = {},
) => {
  const count = (direction: string) => items.filter((one) => one.direction === direction).length;
  return show(
    <OnMatter mayDrop={mayChange}>
      <Correspondence
        matter={matter({
          correspondence: { items: [...items], next },
          counts: { all: items.length, out: count('out'), in: count('in'), note: count('note') },
        })}
        mayChange={mayChange}
      />
    </OnMatter>,
    { 'GET /matters/m1/discarded': { items: [] }, ...answers },
    { path: '/m1', at },
  );
};
const opened = (change: Partial<EntryDetail> = {}, mayChange = true, answers: object = {}) =>
  letters([entrySummary()], {
    mayChange,
    at: '/m1?entry=e1',
    answers: {
      'GET /correspondence/e1': entryDetail(change),
      'GET /matters': {
        items: [{ id: 'm2', reference: 'SV-2044', title: 'Grey Heron', parties: [] }],
        next: null,
      },
      ...answers,
    },
  });

const SENT = entrySummary({ id: 'e2', direction: 'out', subject: 'Our report', conversationId: 'c2' });
const CALL = entrySummary({ id: 'e3', direction: 'note', subject: 'Rang the yard', conversationId: 'c3' });

describe('a matter’s letters', () => {
  it('stand under their month, and are narrowed by their direction', async () => {
    const { user } = letters([entrySummary(), SENT, CALL]);
    expect(screen.getByRole('heading', { name: /November/ })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Sent 1' }));
    expect(screen.queryByText(/The keel bolts/)).toBeNull();
    expect(screen.getByText(/Our report/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Notes 1' }));
    expect(screen.getByText(/Rang the yard/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'All 3' }));
    expect(screen.getAllByRole('article')).toHaveLength(3);
  });

  it('are one block a conversation: its subject once, whose turn it is, and its entries newest first', async () => {
    const { user } = letters([
      entrySummary({ id: 'late', subject: 'Re: The keel bolts', awaiting: { kind: 'ourAnswer', days: 3 } }),
      entrySummary({ id: 'other', subject: 'The mast', conversationId: 'c2' }),
      entrySummary({ id: 'early', direction: 'out', who: ['The yard'] }),
    ]);
    const bundle = within(screen.getByRole('region', { name: 'The keel bolts' }));
    expect(screen.getAllByText('The keel bolts')).toHaveLength(1);
    expect(bundle.getByText('they are waiting · 3 days')).toBeTruthy();
    expect(bundle.getAllByRole('article').map(({ textContent }) => textContent)).toEqual([
      expect.stringContaining('Ines Okafor'),
      expect.stringContaining('The yard'),
    ]);
    // The subject opens the latest of it.
    await user.click(bundle.getByRole('button', { name: 'The keel bolts' }));
    expect(bundle.getAllByRole('article').map((one) => one.getAttribute('data-open'))).toEqual([
      'true',
      'false',
    ]);
  });

  it('say what is to be known of each before anything else', () => {
    letters([
      entrySummary({ id: 'a', bounced: true }),
      entrySummary({ id: 'b', standing: { kind: 'moved', byEntryId: 'x' } }),
      entrySummary({ id: 'c', standing: { kind: 'corrected', byEntryId: 'x' }, bounced: true }),
      entrySummary({ id: 'd', attachmentNames: ['a.pdf', 'b.pdf'] }),
    ]);
    const [a, b, c, d] = screen.getAllByRole('article').map(({ textContent }) => textContent);
    expect([a, b, c, d]).toEqual([
      expect.stringMatching(/came back$/),
      expect.stringMatching(/moved$/),
      expect.stringMatching(/corrected$/),
      expect.stringMatching(/2 attachments$/),
    ]);
  });

  it('are continued by the older ones, which stay', async () => {
    const { user } = letters([entrySummary()], {
      next: 'cursor',
      answers: {
        'GET /matters/m1/correspondence': {
          items: [entrySummary(), entrySummary({ id: 'old', subject: 'Long ago', conversationId: 'c0' })],
          next: null,
        },
      },
    });
    await user.click(screen.getByRole('button', { name: 'Older messages' }));
    expect(await screen.findByText(/Long ago/)).toBeTruthy();
    expect(screen.getByText(/The keel bolts/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Older messages' })).toBeNull();
  });

  it('lose none between two pages when another is filed meanwhile', async () => {
    // Newest first, two a page: with each that is filed, the last of a page moves to the next.
    const filed = ['b', 'a', 'old'];
    const page = (from: number) => ({
      items: filed
        .slice(from, from + 2)
        .map((id) => entrySummary({ id, subject: `Subject ${id}`, conversationId: id })),
      next: from + 2 < filed.length ? String(from + 2) : null,
    });
    const first = page(0);
    let asked = 0;
    const { user } = letters(first.items, {
      next: '2',
      answers: {
        'GET /matters/m1/correspondence': () => page(asked++ % 2 === 0 ? 0 : 2),
        'POST /matters/m1/notes': () => {
          filed.unshift('c');
          return { id: 'c' };
        },
      },
    });
    await user.click(screen.getByRole('button', { name: 'Older messages' }));
    await user.click(await screen.findByRole('button', { name: 'Older messages' }));
    expect(await screen.findByText(/Subject old/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /Add a note/ }));
    await user.type(screen.getByLabelText('With whom, about what'), 'Rang the yard{Enter}');
    expect(await screen.findByText(/Subject c/)).toBeTruthy();
    await vi.waitFor(() => {
      expect(screen.getAllByRole('article')).toHaveLength(4);
    });
  });

  it('say what will stand here while there are none', () => {
    letters([]);
    expect(screen.getByText('No messages yet')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Notes/ })).toBeNull();
  });

  it('take mail files that are dropped on them, and tell what became of each', async () => {
    const { changes } = letters([entrySummary()], {
      answers: {
        'POST /matters/m1/mail-files': {
          filed: 1,
          waiting: 0,
          known: 2,
          reports: 0,
          refused: [{ name: 'x.txt', why: { code: 'notAMessage' } }],
        },
      },
    });
    dropMail();
    expect(
      await screen.findByText(
        '1 message filed here, 2 known already; x.txt: It is not a message: .eml and mbox files can be taken in.',
      ),
    ).toBeTruthy();
    expect(changes().map(({ path }) => path)).toEqual(['/matters/m1/mail-files']);
  });

  it('take nothing that a reader drops, and offer them no note', () => {
    const { changes } = letters([entrySummary()], { mayChange: false });
    dropMail();
    expect(changes()).toEqual([]);
    expect(screen.queryByRole('button', { name: /Add a note/ })).toBeNull();
  });
});

describe('a note', () => {
  const write = async (answers: Readonly<Record<string, unknown>>) => {
    const stage = letters([], { answers });
    await stage.user.click(screen.getByRole('button', { name: /Add a note/ }));
    await stage.user.type(screen.getByLabelText('With whom, about what'), 'Hal, the lift');
    await stage.user.type(screen.getByLabelText('What was said'), 'Thursday suits.');
    return stage;
  };

  it('is filed with its kind, and its form goes', async () => {
    const { user, changes } = await write({ 'POST /matters/m1/notes': { entryId: 'e9' } });
    await choose(user, 'What it was', 'Meeting');
    await user.click(screen.getByRole('button', { name: 'File it here' }));
    await vi.waitFor(() => {
      expect(screen.queryByRole('form', { name: 'A note' })).toBeNull();
    });
    expect(changes()[0]?.body).toEqual({
      category: 'Meeting',
      subject: 'Hal, the lift',
      text: 'Thursday suits.',
    });
  });

  it('that could not be filed stays as it was typed', async () => {
    const { user } = await write({
      'POST /matters/m1/notes': refusing(503, 'hostUnwell', { code: 'hostSays', text: 'ENOSPC' }),
    });
    await user.click(screen.getByRole('button', { name: 'File it here' }));
    expect(await screen.findByText(/ENOSPC/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLTextAreaElement>('What was said').value).toBe('Thursday suits.');
  });

  it('without a word of what it is about cannot be filed', async () => {
    const { user, changes } = letters([]);
    await user.click(screen.getByRole('button', { name: /Add a note/ }));
    await user.type(screen.getByLabelText('With whom, about what'), '   ');
    await user.click(screen.getByRole('button', { name: 'File it here' }));
    expect(changes()).toEqual([]);
    await user.type(screen.getByLabelText('What was said'), '{Escape}');
    expect(screen.queryByRole('form', { name: 'A note' })).toBeNull();
  });
});

describe('a letter, opened in its place', () => {
  it('shows whom it was from and to, its exact bytes and its seal', async () => {
    opened({ bcc: [{ name: '', address: 'hidden@x.example' }], templateName: 'Our terms', sentBy: 'Maud' });
    expect(await screen.findByText(/hidden@x.example/)).toBeTruthy();
    expect(screen.getByRole('link', { name: /Original message \(.eml, 2 kB\)/ }).getAttribute('href')).toBe(
      '/api/v1/correspondence/e1/raw',
    );
    expect(screen.getByText('from “Our terms”')).toBeTruthy();
    expect(screen.getByText('sealed 0123456789ab')).toBeTruthy();
  });

  it('tells who was refused, and what hosts reported later', async () => {
    opened({
      refusals: [{ address: 'a@x.example', reply: '550 5.1.1 no such user' }],
      deliveries: [
        { address: 'b@x.example', action: 'delayed', words: 'still trying', atUtc: 0 },
        { address: 'c@x.example', action: 'delivered', words: 'handed on', atUtc: 0 },
      ],
    });
    expect(await screen.findByText('a@x.example was refused:')).toBeTruthy();
    expect(screen.getByText(/b@x.example\s+gets it late/)).toBeTruthy();
    expect(screen.getByText(/c@x.example\s+has it/)).toBeTruthy();
  });

  it('is answered, and answered to all only where there are others', async () => {
    const { user, changes, at } = opened({}, true, { 'POST /matters/m1/messages': { id: 'n1' } });
    expect(await screen.findByRole('button', { name: 'Reply' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Reply to all' })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Forward' }));
    await vi.waitFor(() => {
      expect(at()).toBe('/matters/m1/sheet/n1');
    });
    expect(changes()[0]?.body).toEqual({ inReplyTo: 'e1', answer: 'forward' });
  });

  it('is moved to the matter that is picked, and back again', async () => {
    const { user, changes } = opened({}, true, {
      'POST /correspondence/e1/move': { entryId: 'e5', matterId: 'm2', reference: 'SV-2044' },
      'POST /correspondence/e5/move': { entryId: 'e6', matterId: 'm1', reference: 'SV-2041' },
    });
    await user.click(await screen.findByRole('button', { name: 'Move…' }));
    await user.type(screen.getByLabelText('To which matter'), 'heron');
    await user.click(await screen.findByRole('button', { name: /SV-2044/ }));
    await vi.waitFor(() => {
      expect(changes()).toEqual([
        { method: 'POST', path: '/correspondence/e1/move', body: { matterId: 'm2' } },
      ]);
    });
    expect((await screen.findByRole('status')).textContent).toContain('It is on SV-2044 now.');
    await user.click(screen.getByRole('button', { name: 'Move it back' }));
    await vi.waitFor(() => {
      expect(screen.queryByText(/It is on/)).toBeNull();
    });
    expect(changes().at(-1)).toEqual({
      method: 'POST',
      path: '/correspondence/e5/move',
      body: { matterId: 'm1' },
    });
  });

  it('that could not be moved says so, and is not said to be elsewhere', async () => {
    const { user } = opened({}, true, {});
    await user.click(await screen.findByRole('button', { name: 'Move…' }));
    await user.type(screen.getByLabelText('To which matter'), 'heron');
    await user.click(await screen.findByRole('button', { name: /SV-2044/ }));
    expect(await screen.findByRole('alert')).toBeTruthy();
    expect(screen.queryByText(/It is on/)).toBeNull();
  });

  it('is corrected by a note that points to it, and stays', async () => {
    const { user, changes } = opened({}, true, { 'POST /matters/m1/notes': { entryId: 'e9' } });
    await user.click(await screen.findByRole('button', { name: 'Correct…' }));
    await user.type(screen.getByLabelText('What was said'), 'It was the port side.');
    await user.click(screen.getByRole('button', { name: 'File it here' }));
    await vi.waitFor(() => {
      expect(changes()[0]?.body).toEqual({
        category: 'Correction',
        corrects: 'e1',
        subject: 'Correction of “The keel bolts”',
        text: 'It was the port side.',
      });
    });
  });

  it('that was moved is not moved or corrected again, and says where it is spoken of', async () => {
    opened({ standing: { kind: 'moved', byEntryId: 'e7' } });
    const link = await screen.findByRole('link', { name: 'what was said about it' });
    expect(link.getAttribute('href')).toBe('/matters/m1?entry=e7');
    expect(screen.queryByRole('button', { name: /Move|Correct/ })).toBeNull();
  });

  it('is read by a reader, who is offered nothing to do with it', async () => {
    opened({}, false);
    expect(await screen.findByText('sealed 0123456789ab')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Answer|Pass on|Move|Correct/ })).toBeNull();
  });

  it('that cannot be read says so in its place', async () => {
    letters([entrySummary()], {
      at: '/m1?entry=e1',
      answers: { 'GET /correspondence/e1': refusing(500, 'brokenBlob') },
    });
    expect(await screen.findByText(/Its bytes on disk have changed/)).toBeTruthy();
    expect(screen.getAllByRole('article')).toHaveLength(1);
  });
});
