import type { EntryDetail, EntrySummary } from '../../contract/correspondence.ts';

/** A letter that came in, in a list, with what a test changes. */
export const entrySummary = (change: Partial<EntrySummary> = {}): EntrySummary => ({
  id: 'e1',
  authenticated: 'passed',
  direction: 'in',
  channel: 'email',
  occurredAtUtc: Date.parse('2026-11-20T09:00:00Z'),
  subject: 'The keel bolts',
  opening: 'We have had them drawn',
  who: ['Ines Okafor'],
  conversationId: 'c1',
  attachmentNames: [],
  category: '',
  awaiting: { kind: 'nothing' },
  standing: null,
  bounced: false,
  ...change,
});

/** The same, opened. */
export const entryDetail = (change: Partial<EntryDetail> = {}): EntryDetail => ({
  ...entrySummary(),
  matterId: 'm1',
  matterReference: 'SV-2041',
  from: { name: 'Ines Okafor', address: 'ines@harbour.example' },
  to: [{ name: 'Maud Tidewell', address: 'maud@practice.example' }],
  cc: [],
  bcc: [],
  html: null,
  text: 'We have had them drawn and they are sound.',
  invitation: null,
  attachments: [],
  sentBy: null,
  templateName: null,
  messageId: null,
  refusals: [],
  deliveries: [],
  cautionsOverridden: [],
  rawBytes: 2_048,
  seal: '0123456789abcdef',
  ...change,
});
