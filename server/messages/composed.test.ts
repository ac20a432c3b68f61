import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import type { PersonScope } from '../access/scope.ts';
import { findMatter } from '../matters/queries.ts';
import { startableTemplates } from '../templates/compiled.ts';
import { previewDraft } from './previewDraft.ts';
import { previewTemplate } from './previewTemplate.ts';
import { startMessage } from './startMessage.ts';

let services: TestPractice;
let maud: PersonScope;
let matterIds: readonly string[];

beforeAll(async () => {
  services = await openPractice();
  maud = await services.as('maud');
  matterIds = await services.db('matters').where({ restricted: 0 }).orderBy('seq').pluck('id');
}, 60_000);
afterAll(() => services.close());

describe('a template on a matter', () => {
  it('is started as it was looked at: the same people, words, blanks, answers and enclosures', async () => {
    let started = 0;
    for (const { templateId, channel, content } of await startableTemplates(maud)) {
      for (const matterId of matterIds.slice(0, 4)) {
        const preview = await previewTemplate(services, maud, matterId, { templateId });
        const draft = await previewDraft(services, maud, { channel, content: content as never, matterId });
        expect(draft.preview).toMatchObject({
          subjectNodes: preview.subjectNodes,
          body: preview.body,
          answers: preview.answers,
          documents: preview.documents,
        });
        const message = await startMessage(services, maud, matterId, { templateId }).catch(() => undefined);
        if (!message) continue;
        started += 1;
        expect({
          to: message.to.map(({ name, address }) => name || address),
          cc: message.cc.map(({ name, address }) => name || address),
          subjectNodes: message.subjectNodes,
          body: message.body,
          blanks: message.blanks.map(({ key, label }) => ({ key, label })),
          answers: message.answers,
          late: message.late,
        }).toEqual({
          to: preview.to,
          cc: preview.cc,
          subjectNodes: preview.subjectNodes,
          body: preview.body,
          blanks: preview.blanks,
          answers: preview.answers,
          late: preview.late,
        });
        expect(message.from.name).toBe(draft.preview?.from);
        const matter = await findMatter(maud, matterId);
        const documents = message.enclosures.flatMap((one) =>
          one.kind === 'document' ? (matter?.documents.filter(({ id }) => id === one.documentId) ?? []) : [],
        );
        for (const { name } of documents) expect(preview.documents).toContain(name);
      }
    }
    expect(started).toBeGreaterThan(20);
  });
});
