import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StartMessage } from '../../contract/messages.ts';
import { CHANNELS } from '../../core/model/channel.ts';
import type { Channel } from '../../core/model/channel.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { documentOf } from '../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../core/template/document.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { PersonScope } from '../access/scope.ts';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { insertTemplate } from '../templates/queries.ts';
import { previewTemplate } from './previewTemplate.ts';
import { startMessage } from './startMessage.ts';

let services: TestPractice;
let maud: PersonScope;

beforeAll(async () => {
  services = await openPractice();
  maud = await services.as('maud');
}, 60_000);
afterAll(() => services.close());

const PATHS = [
  'matter.reference',
  'matter.title',
  'fact.vessel',
  'fact.nothingSuch',
  'date.surveyDay',
  'calculated.feesTotal',
  'client.name',
  'owner.greeting',
  'greeting.formal',
  'greeting.hour',
  'sender.name',
  'day.today',
  'practice.name',
];
const ROLES = ['client', 'owner', 'broker', 'yard', 'insurer', 'noSuchRole'];

const inline: fc.Arbitrary<InlineNode> = fc.oneof(
  fc.string({ minLength: 1, maxLength: 12 }).map((text) => ({ type: 'text', text }) as const),
  fc
    .record({
      path: fc.constantFrom(...PATHS),
      whenEmpty: fc.constantFrom(
        { kind: 'ask' } as const,
        { kind: 'words', words: 'as agreed' } as const,
        { kind: 'leaveOut', with: 'sentence' } as const,
        { kind: 'leaveOut', with: 'paragraph' } as const,
      ),
    })
    .map(
      ({ path, whenEmpty }) =>
        ({
          type: 'field',
          attrs: { path, format: 'plain', shift: null, whenEmpty },
        }) as unknown as InlineNode,
    ),
  fc.constantFrom('b1', 'b2').map((key) => ({ type: 'blank', attrs: { key } }) as const),
);
const line = fc.array(inline, { maxLength: 4 });
const paragraph: fc.Arbitrary<BlockNode> = line.map((content) => ({ type: 'paragraph', content }));
const block: fc.Arbitrary<BlockNode> = fc.oneof(
  { weight: 4, arbitrary: paragraph },
  fc.constant({ type: 'signature' } as const),
  fc
    .record({ path: fc.constantFrom(...PATHS), content: fc.array(paragraph, { minLength: 1, maxLength: 2 }) })
    .map(({ path, content }) => ({
      type: 'showWhen' as const,
      attrs: { when: { join: 'all' as const, conditions: [{ path, test: { op: 'filled' as const } }] } },
      content,
    })),
  fc
    .record({ role: fc.constantFrom(...ROLES), content: fc.array(paragraph, { minLength: 1, maxLength: 2 }) })
    .map(({ role, content }) => ({
      type: 'repeat' as const,
      attrs: { over: `party.${role}` as const, when: null },
      content,
    })),
);
const rules = fc.array(
  fc.oneof(
    fc.record({ role: fc.constantFrom(...ROLES) }),
    fc.record({ role: fc.constantFrom(...ROLES), addressLabel: fc.constantFrom('work', 'accounts') }),
    fc.record({
      address: fc.constantFrom('archive@elsewhere.example', 'ines.okafor@harbourpost.example'),
      name: fc.constantFrom('', 'The archive'),
    }),
  ),
  { maxLength: 3 },
);

const template = fc.record({
  channel: fc.constantFrom(...CHANNELS),
  content: fc.record(
    {
      recipients: fc.record({ to: rules, cc: rules, bcc: rules }),
      subject: line,
      body: fc.array(block, { minLength: 1, maxLength: 5 }).map((content) => documentOf(content)),
      blanks: fc.constant([
        { key: 'b1', label: 'one', kind: 'text' as const, required: true },
        {
          key: 'b2',
          label: 'two',
          kind: 'date' as const,
          required: false,
          defaultFrom: { path: 'date.surveyDay', shift: null },
        },
      ]),
      documents: fc.array(
        fc.oneof(
          fc.record({
            kind: fc.constant('latest' as const),
            category: fc.constantFrom('Survey report', 'Terms', 'Invoice', 'None such'),
            required: fc.boolean(),
          }),
          fc.record({
            kind: fc.constant('ask' as const),
            label: fc.constant('a plan'),
            required: fc.boolean(),
          }),
        ),
        { maxLength: 2 },
      ),
      category: fc.constant('Letter'),
      sender: fc.constantFrom('responsible' as const, 'practice' as const, 'sender:gone' as const),
      replyTo: fc.constant('office@tidewell-roe.example'),
      each: fc.constant(true as const),
      plain: fc.constant(true as const),
    },
    { requiredKeys: ['recipients', 'subject', 'body', 'blanks', 'documents', 'category'] },
  ),
});

interface Matter {
  readonly id: string;
  readonly entryIds: readonly string[];
  readonly documentIds: readonly string[];
}

/** Where a message begins: from the shelf, from people, from an entry, from a document, from several of these. */
const startOn = ({ entryIds, documentIds }: Matter, contactIds: readonly string[]) =>
  fc.record(
    {
      contactIds: fc.subarray([...contactIds], { minLength: 1, maxLength: 3 }),
      documentIds: fc.subarray([...documentIds], { minLength: Math.min(1, documentIds.length) }),
      inReplyTo: fc.constantFrom(...entryIds),
      answer: fc.constantFrom('sender' as const, 'all' as const, 'forward' as const),
    },
    { requiredKeys: [] },
  );

async function keep(channel: Channel, content: TemplateContent): Promise<TemplateId> {
  const templateId = asId<TemplateId>(services.newId());
  await services.write((tx) =>
    insertTemplate(
      tx,
      {
        templateId,
        versionId: services.newId(),
        name: 'Any',
        channel,
        content,
        standing: 'shared',
        ownerId: null,
        folder: '',
        tags: [],
        words: '',
      },
      { by: maud.actor.id, atUtc: services.now(), why: '' },
    ),
  );
  return templateId;
}

describe('any template, on any matter, from any starting point', () => {
  it('is started as it was looked at', async () => {
    const contactIds: string[] = await services.db('contacts').limit(12).pluck('id');
    const rows = await services.db('matters').where({ restricted: 0 }).orderBy('seq').limit(9);
    const matters: Matter[] = await Promise.all(
      rows.map(async ({ id }: { id: string }) => ({
        id,
        entryIds: await services.db('entries').where({ matter_id: id }).limit(4).pluck('id'),
        documentIds: await services.db('documents').where({ matter_id: id }).pluck('id'),
      })),
    );
    const cases = fc
      .record({ template, matter: fc.constantFrom(...matters.filter(({ entryIds }) => entryIds.length > 0)) })
      .chain((one) => startOn(one.matter, contactIds).map((start) => ({ ...one, start })));
    let started = 0;
    await fc.assert(
      fc.asyncProperty(cases, async ({ template: { channel, content }, matter, start }) => {
        const templateId = await keep(channel, content as TemplateContent);
        const order: StartMessage = { ...start, templateId };
        // Each as its own request: what one has read holds for as long as it lasts.
        const looked = await previewTemplate(services, await services.as('maud'), matter.id, order);
        const message = await startMessage(services, await services.as('maud'), matter.id, order).catch(
          (error: unknown) => {
            if (error instanceof Error && 'code' in error && error.code === 'templateUnavailable')
              return undefined;
            throw error;
          },
        );
        if (!message) return;
        started += 1;
        const names = (people: readonly { readonly name: string; readonly address: string }[]) =>
          people.map(({ name, address }) => name || address);
        expect({
          to: names(message.to),
          cc: names(message.cc),
          bcc: names(message.bcc),
          subject: message.subject,
          text: message.text,
          subjectNodes: message.subjectNodes,
          body: message.body,
          blanks: message.blanks.map(({ key, label }) => ({ key, label })),
          answers: message.answers,
          late: message.late,
        }).toEqual({ ...looked, documents: undefined });
      }),
      { numRuns: 120, seed: 20_261_127 },
    );
    expect(started).toBeGreaterThan(40);
  }, 60_000);
});
