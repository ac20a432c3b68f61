import type { MessageSummary } from '../../contract/messages.ts';

/** A message in a list: a draft to two people, with what a test changes. */
export const messageSummary = (change: Partial<MessageSummary> = {}): MessageSummary => ({
  id: 'm1',
  matterId: 'matter-1',
  matterReference: 'SV-2041',
  matterTitle: 'Saltmarsh Wren',
  channel: 'email',
  state: 'draft',
  stateDetail: {},
  subject: 'The report',
  to: ['Ines Okafor', 'Aksel Lund'],
  author: 'Maud Tidewell',
  enclosureCount: 0,
  updatedAtUtc: Date.parse('2026-11-24T09:00:00Z'),
  ...change,
});
