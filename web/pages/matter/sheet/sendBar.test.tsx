// @vitest-environment happy-dom
import { createRef } from 'react';
import { describe, expect, it, vi } from 'vitest';
import type { Message } from '../../../../contract/messages.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { Margin } from './Margin.tsx';
import { SendBar } from './SendBar.tsx';

const someone = (name: string): Message['to'][number] => ({ name, address: `${name}@x.example`, roles: [] });
const file = (sizeBytes: number): Message['enclosures'][number] => ({
  kind: 'upload',
  id: String(sizeBytes),
  fileName: 'a.pdf',
  category: '',
  mediaType: 'application/pdf',
  sizeBytes,
});

const acts = () => ({ onSend: vi.fn(), onLater: vi.fn(), onPutAway: vi.fn(), onDiscard: vi.fn() });
function bar(change: Partial<Parameters<typeof SendBar>[0]> = {}, message: object = {}) {
  const done = acts();
  const { user } = show(
    <SendBar
      message={
        {
          channel: 'email',
          after: {},
          hours: {
            timeZone: 'Europe/London',
            weekdays: [1, 2, 3, 4, 5],
            holidays: [],
            fromMinute: 510,
            untilMinute: 1050,
          },
          laterAt: [{ date: '2026-11-30', hour: 9, minute: 5 }],
          ...message,
        } as unknown as Message
      }
      going={{ each: false, copyToSelf: false } as unknown as Parameters<typeof SendBar>[0]['going']}
      appointment={null}
      lines={{ to: [someone('Ines')], cc: [], bcc: [] }}
      enclosures={[]}
      reference="SV-2041"
      keeping="kept"
      problem={undefined}
      waiting={0}
      stops={0}
      busy={false}
      {...done}
      {...change}
    />,
    {},
  );
  return { user, done, says: () => screen.getByRole('status').textContent };
}

describe('the bar below a sheet', () => {
  it('says in words what sending will do', () => {
    const { says } = bar(
      {
        lines: { to: [someone('Ines')], cc: [someone('Hal')], bcc: [someone('Verity')] },
        enclosures: [file(1_500_000), file(500_000)],
      },
      { after: { followUpDays: 10, stage: 'Reported' } },
    );
    expect(says()).toBe(
      'to Ines, cc to 2 · 2 enclosed, 2.0 MB · filed on SV-2041 · follow-up in 10 working days · moves to “Reported”',
    );
  });

  it('counts several, says that each gets their own, and a copy to oneself', () => {
    const { says } = bar({
      lines: { to: [someone('Ines'), someone('Hal')], cc: [], bcc: [] },
      going: { each: true, copyToSelf: true } as unknown as Parameters<typeof SendBar>[0]['going'],
    });
    expect(says()).toContain('to 2, a separate message for each, cc to 1');
  });

  it('says of a letter that it is printed', () => {
    expect(bar({}, { channel: 'letter' }).says()).toContain('printed for Ines');
  });

  it.each([
    [{ waiting: 3, stops: 2 }, '2 things to settle first'],
    [{ waiting: 1, stops: 0 }, '1 note to look at'],
  ])('counts what is in the margin: %o', (notes, words) => {
    expect(bar(notes).says()).toContain(words);
  });

  it('says a problem in place of what would be done', () => {
    const { says } = bar({ problem: 'The line is cut.' });
    expect(says()).toBe('The line is cut.');
  });

  it.each([
    ['kept', 'Saved'],
    ['keeping', 'Saving…'],
    ['unkept', 'Not saved yet'],
  ] as const)('shows whether the draft is %s', (keeping, words) => {
    bar({ keeping });
    expect(screen.getByText(words)).toBeTruthy();
  });

  it('sends once: while it goes, it cannot be pressed', async () => {
    const { user, done } = bar({ busy: true });
    await user.click(screen.getByRole('button', { name: /^Send(?! later)/ }));
    expect(done.onSend).not.toHaveBeenCalled();
  });

  it('lets it leave later, at a time that is offered', async () => {
    const { user, done } = bar();
    await user.click(screen.getByRole('button', { name: 'Send later…' }));
    await user.click(await screen.findByRole('button', { name: /at 9:05/ }));
    expect(done.onLater).toHaveBeenCalledWith({ date: '2026-11-30', hour: 9, minute: 5 });
  });

  it('lets it leave later, at a time of one’s own, which begins with the first that is offered', async () => {
    const { user, done } = bar();
    await user.click(screen.getByRole('button', { name: 'Send later…' }));
    await user.click(await screen.findByRole('button', { name: 'Send then' }));
    expect(done.onLater).toHaveBeenCalledWith({ date: '2026-11-30', hour: 9, minute: 5 });
  });
});

describe('the margin', () => {
  const note = (
    code: string,
    severity: 'stop' | 'caution',
    remedies: Message['notes'][number]['remedies'] = [],
  ) => ({
    id: `${code}-1`,
    code,
    severity,
    where: { part: 'to' as const },
    params: { address: 'ines@x.example' },
    remedies,
  });
  const margin = (notes: Message['notes']) => {
    const done = { onRemedy: vi.fn(), onLeave: vi.fn() };
    const { user } = show(<Margin page={createRef()} notes={notes} pressing={false} {...done} />, {});
    return { user, done };
  };

  it('says of each note whether it stops, and lets only a caution be left so', async () => {
    const { user, done } = margin([note('doNotWriteTo', 'stop'), note('addressUnknown', 'caution')]);
    expect(screen.getByText('Stop:')).toBeTruthy();
    expect(screen.getByText('Caution:')).toBeTruthy();
    const leave = screen.getAllByRole('button', { name: 'Ignore this note' });
    expect(leave).toHaveLength(1);
    for (const button of leave) await user.click(button);
    expect(done.onLeave.mock.calls).toEqual([['addressUnknown-1']]);
  });

  it('offers what would settle it', async () => {
    const remedy = {
      kind: 'replaceAddress',
      address: 'ines@x.example',
      by: 'ines.okafor@x.example',
    } as const;
    const { user, done } = margin([note('addressNear', 'caution', [remedy])]);
    await user.click(screen.getByRole('button', { name: /ines.okafor@x.example/ }));
    expect(done.onRemedy).toHaveBeenCalledWith(remedy);
  });
});
