// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import { Outlet } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { RoutineRun } from '../../../../contract/routines.ts';
import { matter } from '../../../tests/matterDetail.ts';
import { choose, refusing, sessionOf, show } from '../../../tests/stage.tsx';
import { RoutinePane } from './RoutinePane.tsx';

const words = (text: string): { type: string }[] => [{ type: 'text', text } as { type: string }];
const MESSAGE = {
  messageId: null,
  templateName: 'Closing',
  channel: 'email',
  to: ['Ines Okafor'],
  cc: ['Aksel Lund'],
  bcc: [],
  subject: 'Thank you',
  text: 'It is done.',
  subjectNodes: words('Thank you'),
  body: { type: 'doc', content: [{ type: 'paragraph', content: words('It is done.') }] } as { type: 'doc' },
  blanks: [],
  answers: {},
  late: {},
  enclosures: ['Report.pdf'],
  notes: [],
} satisfies RoutineRun['messages'][number];
const CAUTION = {
  id: 'n1',
  code: 'sentBefore',
  severity: 'caution',
  where: { part: 'to' },
  params: { name: 'Ines Okafor', template: 'Closing', daysAgo: 2 },
  remedies: [],
} satisfies RoutineRun['messages'][number]['notes'][number];
const WOULD: RoutineRun = {
  routineId: 'r1',
  name: 'Close the matter',
  version: 1,
  runId: null,
  steps: [
    { does: 'send', templateId: 't', name: 'Closing', to: ['Ines Okafor'] },
    { does: 'stage', label: 'Closed', from: 'Reported' },
  ],
  messages: [MESSAGE],
  asked: [],
  answers: {},
  problems: [],
  leavesAtUtc: null,
};
const RUN = '/matters/m1/routines/r1';
const HERE = { items: [], runs: [] };

const stage = (would: RoutineRun, answers: object = {}, role: 'practitioner' | 'reader' = 'practitioner') =>
  show(
    <RoutinePane />,
    {
      [`POST ${RUN}`]: would,
      'GET /matters/m1/routines': HERE,
      'POST /routine-runs/x1/undo': {},
      ...answers,
    },
    {
      path: '/matters/:matterId/routine/:routineId',
      at: '/matters/m1/routine/r1',
      role,
      frame: <Outlet context={{ matter: matter(), session: sessionOf(role), adding: undefined }} />,
    },
  );

describe('a routine on a matter', () => {
  it('shows every step and message before it runs, waits for its cautions, and goes back as one', async () => {
    const would = { ...WOULD, messages: [{ ...MESSAGE, notes: [CAUTION] }] };
    const run = (body: { dryRun?: boolean }) => (body.dryRun ? would : { ...would, runId: 'x1' });
    const { user, changes } = stage(WOULD, { [`POST ${RUN}`]: run });
    expect(await screen.findByText('Send “Closing” to Ines Okafor')).toBeTruthy();
    expect(screen.getByText('Move the stage from Reported to Closed')).toBeTruthy();
    expect(screen.getByText(/Cc Aksel Lund/)).toBeTruthy();
    expect(screen.getByText('It is done.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Run' }).hasAttribute('disabled')).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Ignore this note' }));
    await user.click(screen.getByRole('button', { name: 'Run' }));
    await waitFor(() => {
      expect(changes().map(({ body }) => body)).toContainEqual({ answers: {}, acknowledged: ['n1'] });
    });
    await user.click(await screen.findByRole('button', { name: 'Undo' }));
    expect(await screen.findByText('Everything it did was taken back.')).toBeTruthy();
  });

  it('says what hinders it, and cannot be run then', async () => {
    stage({ ...WOULD, problems: [{ code: 'noSuchStage', where: 1, params: { type: 'Claim', stage: 'x' } }] });
    expect(await screen.findByText('“Claim” has no such stage.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Run' }).hasAttribute('disabled')).toBe(true);
  });

  it('asks for what it needs, and looks again with the answer', async () => {
    const { user, changes } = stage({
      ...WOULD,
      asked: [{ key: 'waitingFor', label: 'What we wait for', kind: 'text', required: true }],
      problems: [{ code: 'notAnswered', where: 0, params: { label: 'What we wait for' } }],
    });
    await user.type(await screen.findByRole('textbox', { name: 'What we wait for' }), 'the log book');
    await user.tab();
    await waitFor(() => {
      expect(changes().at(-1)).toMatchObject({
        body: { dryRun: true, answers: { waitingFor: 'the log book' } },
      });
    });
  });

  it('asks for a document of the matter, which then goes along', async () => {
    const { user, changes } = stage({
      ...WOULD,
      asked: [{ key: 'plan', label: 'Which plan', kind: 'document', required: true }],
    });
    await choose(user, 'Which plan', 'Survey report');
    await waitFor(() => {
      expect(changes().at(-1)).toMatchObject({ body: { dryRun: true, answers: { plan: 'Survey report' } } });
    });
  });

  it('is only looked at by a reader, and says why it cannot be shown', async () => {
    stage(WOULD, {}, 'reader');
    expect(await screen.findByText('Close the matter')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Run' })).toBeNull();
    stage(WOULD, { [`POST ${RUN}`]: refusing(404, 'notFound') });
    expect(await screen.findByRole('alert')).toBeTruthy();
  });
});
