import { describe, expect, it } from 'vitest';
import type { ConditionGroup } from '../../core/model/condition.ts';
import { documentOf } from '../../core/template/document.ts';
import { surveyType, templateOf, text } from '../../core/tests/fixtures.ts';
import { compareContents } from './compareContents.ts';
import { outlineNames } from './templateContent.ts';

const type = {
  ...surveyType,
  facts: [
    ...surveyType.facts,
    { key: 'hull', label: 'Hull', kind: 'choice', choices: [{ key: 'c1', label: 'Steel' }] } as const,
  ],
};
const senders = [{ key: 'accounts', name: 'Our accounts', address: 'accounts@x.example' }];
const names = outlineNames([type], new Map(), senders);
const plain = templateOf([[text('two')]]);
const under = (when: ConditionGroup) => ({
  ...plain,
  body: documentOf([{ type: 'showWhen', attrs: { when }, content: plain.body.content }]),
});
const all = (...conditions: ConditionGroup['conditions']): ConditionGroup => ({ join: 'all', conditions });

describe('two versions of a template', () => {
  it.each([
    [{ path: 'fact.price', test: { op: 'atLeast', value: 50_000 } }, 'When Price is at least £500'],
    [{ path: 'row.amount', test: { op: 'atMost', value: 1_250 } }, 'When Amount is at most £12.50'],
    [{ path: 'fact.hull', test: { op: 'is', value: 'c1' } }, 'When Hull is Steel'],
    [
      { path: 'date.surveyDay', test: { op: 'before', than: '2026-12-01' } },
      'Survey day is before 1 December 2026',
    ],
    [
      { path: 'date.surveyDay', test: { op: 'before', than: 'day.today' } },
      'Survey day is before Day of sending',
    ],
  ] as const)('say %j in words', (condition, words) => {
    const said = compareContents(plain, under(all(condition)), names)
      .body.map((part) => part.text)
      .join('');
    expect(said).toContain(words);
  });

  it.each([
    ['practice', 'From: the practice'],
    ['responsible', 'From: the responsible person'],
    ['sender:accounts', 'From: Our accounts'],
    ['sender:gone', 'From: a sender that is gone'],
  ] as const)('name the sender %s', (sender, words) => {
    const { rest } = compareContents(plain, { ...plain, sender }, names);
    expect(rest.map((part) => part.text).join('')).toContain(words);
  });

  it('name roles by their labels', () => {
    const to = { ...plain, recipients: { to: [{ role: 'yard' }], cc: [], bcc: [] } };
    const labelled = outlineNames(
      [{ ...type, roles: [{ key: 'yard', label: 'Repair yard', plural: 'Yards', many: false }] }],
      new Map(),
    );
    expect(JSON.stringify(compareContents(plain, to, labelled).rest)).toContain('Repair yard');
  });
});
