// @vitest-environment happy-dom
import { within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { document, matter, party } from '../../../tests/matterDetail.ts';
import { Folder } from './Folder.tsx';

const stage = (of: MatterDetail, role: 'practitioner' | 'assistant' | 'reader' = 'practitioner') =>
  show(
    <Folder matter={of} narrow={false} mayChange={role !== 'reader'} />,
    { 'PATCH /matters/m1/documents/d1': {}, 'PATCH /follow-ups/f1': {} },
    { role },
  );

describe('the folder', () => {
  it('holds who the matter concerns, and who is do not write to', () => {
    stage(
      matter({
        parties: [party('Ines'), party('Aksel', { doNotWriteTo: true }), party('Verity', { bounced: true })],
      }),
    );
    expect(screen.getByText('Owners')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Write to Ines' })).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Write to Aksel' })).toBeNull();
    expect(screen.getByText('do not write to')).toBeTruthy();
    expect(screen.getByText('email came back')).toBeTruthy();
  });

  it('opens a document, and sends it from where it lies', () => {
    stage(matter({ documents: [document({ version: 3 })] }));
    expect(screen.getByRole('link', { name: /Survey report v3/ }).getAttribute('href')).toBe(
      '/matters/m1/documents/d1',
    );
    expect(screen.getByRole('link', { name: 'Send Survey report' })).toBeTruthy();
  });

  it('keeps a document for the practice alone, and lets it out again', async () => {
    const { user, changes } = stage(matter());
    await user.click(screen.getByRole('button', { name: 'Restrict' }));
    expect(changes()).toEqual([
      { method: 'PATCH', path: '/matters/m1/documents/d1', body: { restricted: true } },
    ]);
  });

  it('says that a document is for the practice alone', async () => {
    const { user, changes } = stage(matter({ documents: [document({ restricted: true })] }));
    expect(screen.getByText(/practice alone/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Allow' }));
    expect(changes()).toMatchObject([{ body: { restricted: false } }]);
  });

  it('settles a follow-up, and takes that back', async () => {
    const { user, changes } = stage(
      matter({ followUps: [{ id: 'f1', what: 'Chase the yard', dueOn: '2026-11-30', person: 'Maud' }] }),
    );
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect((await screen.findByRole('status')).textContent).toContain('“Chase the yard” done');
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(changes().map(({ path, body }) => [path, body])).toEqual([
      ['/follow-ups/f1', { done: true }],
      ['/follow-ups/f1', { done: false }],
    ]);
  });

  it('offers an assistant to send a document, and not to restrict it', () => {
    stage(matter(), 'assistant');
    expect(screen.getByRole('link', { name: 'Send Survey report' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Restrict' })).toBeNull();
  });

  it('is read by a reader, who is offered nothing', () => {
    stage(matter(), 'reader');
    expect(screen.getByText('Ines')).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Write to Ines' })).toBeNull();
    expect(screen.queryByRole('link', { name: 'Send Survey report' })).toBeNull();
    expect(screen.queryAllByRole('button')).toEqual([]);
  });

  it('says what belongs in it where it is empty', () => {
    stage(matter({ parties: [], documents: [], followUps: [] }));
    expect(screen.getByText(/Nobody yet. Whom the matter concerns stands here/)).toBeTruthy();
    expect(screen.getByText('Reports, invoices and pictures of this matter stand here.')).toBeTruthy();
  });

  it('narrows to a strip of counts beside an open sheet', () => {
    show(<Folder matter={matter()} narrow mayChange />, {});
    const strip = within(screen.getByRole('navigation', { name: 'Folder' }));
    expect(strip.getAllByText(/ 1$/).length).toBeGreaterThan(0);
    expect(screen.queryByText('Survey report')).toBeNull();
  });
});
